import fc from 'fast-check'
import type { z } from 'zod'
import { type Act, type EditName, EDITS } from '../project'

/** Ids of the documents that edits are tried on, by the name of the argument; some are not there. */
const IDS: Record<string, readonly string[]> = {
  shotId: ['s1', 's2', 'no'],
  stepId: ['a', 'b', 'c'],
  itemId: ['e', 'r'],
  objectId: ['o1', 'o2'],
  mediaId: ['m1', 'm2', 'm9'],
  designId: ['d1', 'd2'],
  sequenceId: ['edit', 'q1', 'q2'],
  transitionId: ['t1', 't2'],
  spanId: ['p1', 'p2'],
  shelfId: ['k', 'l', 'm'],
  recipeId: ['x'],
  thingId: ['first', 'x'],
  newId: ['n1', 'n2', 'n3'],
  group: ['g1'],
}
const ANY = [...new Set(Object.values(IDS).flat())]
const PATHS = [
  'mix',
  'what/exposure',
  'what/radius',
  'what/gain',
  'form/centre',
  'form/place',
  'content/stops/x/position',
]

interface Def {
  type: string
  innerType?: z.ZodType
  element?: z.ZodType
  items?: z.ZodType[]
  options?: z.ZodType[]
  values?: unknown[]
  entries?: Record<string, string | number>
  valueType?: z.ZodType
  shape?: Record<string, z.ZodType>
  getter?: () => z.ZodType
  in?: z.ZodType
}

/** What a schema of arguments takes, from small numbers and the ids of the documents; what it does not describe is left to chance. */
export function fitting(schema: z.ZodType, name = '', depth = 0): fc.Arbitrary<unknown> {
  const def = schema.def as unknown as Def
  const inner = (of: z.ZodType | undefined, as = name) => fitting(of as z.ZodType, as, depth + 1)
  if (depth > 8) return fc.constant(undefined)
  switch (def.type) {
    case 'string': {
      if (name === 'path') return fc.constantFrom(...PATHS)
      const one = name.replace(/s$/, '')
      const ids = IDS[name] ?? IDS[one] ?? (/^id$|Id$|^(from|to|after|before)$/.test(name) ? ANY : undefined)
      if (ids) return fc.constantFrom(...ids)
      return name === 'record'
        ? fc.constant('0123456789abcdef'.repeat(2))
        : fc.constantFrom('One', 'glow', 'grade')
    }
    case 'number':
      return fc.integer({ min: -3, max: 60 })
    case 'boolean':
      return fc.boolean()
    case 'literal':
      return fc.constantFrom(...(def.values ?? []))
    case 'enum':
      return fc.constantFrom(...Object.values(def.entries ?? {}))
    case 'array':
      return fc.array(inner(def.element, name.replace(/s$/, '')), { maxLength: 3 })
    case 'tuple':
      return fc.tuple(...(def.items ?? []).map((item) => inner(item)))
    case 'union':
      return fc.oneof(...(def.options ?? []).map((option) => inner(option)))
    case 'optional':
    case 'default':
    case 'prefault':
      return fc.option(inner(def.innerType), { nil: undefined, freq: 2 })
    case 'nullable':
      return fc.option(inner(def.innerType), { nil: null, freq: 3 })
    case 'record':
      return fc.dictionary(fc.constantFrom('exposure', 'radius', 'x'), inner(def.valueType), { maxKeys: 2 })
    case 'object': {
      const shape = Object.entries(def.shape ?? {})
      return fc.record(Object.fromEntries(shape.map(([key, part]) => [key, inner(part, key)])))
    }
    case 'lazy':
      return inner(def.getter?.())
    case 'pipe':
      return inner(def.in)
    case 'null':
      return fc.constant(null)
    default:
      return fc.oneof(fc.integer(), fc.constant([1, 2, 3]), fc.constant('x'))
  }
}

/** A call of any edit there is, by the schema of its arguments. */
export const anyEdit = (): fc.Arbitrary<Act> =>
  fc
    .constantFrom(...(Object.keys(EDITS) as EditName[]))
    .chain((name) => fitting(EDITS[name].schema).map((args) => [name, args] as unknown as Act))
