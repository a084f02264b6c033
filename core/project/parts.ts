import type { Animated, Value } from '../anim'
import { contentDefaults, defaults } from '../params'
import { ITEM_FORMS, ITEM_NAMES } from '../region'
import type { StepDeclaration } from '../steps'
import { findStep } from '../steps'
import { getItem, NotFound } from './find'
import { findOwner } from './owners'
import type { Address, Binding, MaskItem, Project, Step } from './schema'

/** The address of a control of a step; `mix` is the step's own. */
export const controlAddress = (stepId: string, param: string): Address => ({
  owner: { kind: 'step', id: stepId },
  path: param === 'mix' ? 'mix' : `what/${param}`,
})

/** The address of a number of a mask item's form, or of an object's. */
export const formAddress = (kind: 'item' | 'object', id: string, name: string): Address => ({
  owner: { kind, id },
  path: `form/${name}`,
})

/** The address of a number of a coat of an object. */
export const coatAddress = (objectId: string, coatId: string, name: string): Address => ({
  owner: { kind: 'object', id: objectId },
  path: `coats/${coatId}/form/${name}`,
})

/** The address of a control of a mover of an object. */
export const moverAddress = (objectId: string, moverId: string, name: string): Address => ({
  owner: { kind: 'object', id: objectId },
  path: `movers/${moverId}/form/${name}`,
})

/** The address of a number of a colour in the gradient of a coat. */
export const stopAddress = (objectId: string, coatId: string, stopId: string, name: string): Address => ({
  owner: { kind: 'object', id: objectId },
  path: `coats/${coatId}/stops/${stopId}/form/${name}`,
})

/** The address of a field of a thing in a step's content. */
export const contentAddress = (stepId: string, list: string, id: string, field: string): Address => ({
  owner: { kind: 'step', id: stepId },
  path: `content/${list}/${id}/${field}`,
})

/** The address of a number of a noise that moves a value. */
export const modifierAddress = (at: Address, modifierId: string, form: string): Address => ({
  owner: at.owner,
  path: `${at.path}/modifiers/${modifierId}/${form}`,
})

/** What an address is told by: equal names are equal addresses. */
export const addressName = ({ owner, path }: Address): string => `${owner.kind} ${owner.id} ${path}`
export const sameAddress = (a: Address, b: Address): boolean => addressName(a) === addressName(b)

/** The address of the value itself, without a number of what moves it. */
export const valueAddress = (at: Address): Address => {
  const cut = at.path.indexOf('/modifiers/')
  return cut < 0 ? at : { owner: at.owner, path: at.path.slice(0, cut) }
}

/** The last part of the way to a value: what the value is called where it lies. */
export const leafOf = ({ path }: Address): string => path.slice(path.lastIndexOf('/') + 1)

/** The name of a step's control, where an address is one: `mix`, or the parameter. */
export const controlOf = ({ owner, path }: Address): string | undefined => {
  if (owner.kind !== 'step') return undefined
  if (path === 'mix') return 'mix'
  return path.startsWith('what/') && path.indexOf('/', 5) < 0 ? path.slice(5) : undefined
}

const isAnimated = (v: unknown): v is Animated => typeof v === 'object' && v !== null && 'value' in v

/** The value at an address, by names through objects and by ids through lists. @throws NotFound */
export function valueOf(p: Project, at: Address): Animated {
  let here: unknown = findOwner(p, at.owner.kind, at.owner.id)
  if (!here) throw new NotFound(at.owner.kind, at.owner.id)
  for (const part of at.path.split('/')) {
    if (Array.isArray(here)) here = (here as { id?: string }[]).find((each) => each.id === part)
    else if (typeof here === 'object' && here !== null && Object.hasOwn(here, part))
      here = (here as Record<string, unknown>)[part]
    else here = undefined
  }
  if (!isAnimated(here)) throw new NotFound('control', at.path)
  return here
}

/** Something that is locked would change. */
export class Locked extends Error {
  constructor(name: string) {
    super(`${name} is locked. Unlock it in the list first.`)
    this.name = 'Locked'
  }
}

/** The value at an address, to be changed. @throws NotFound; Locked where it belongs to something that is locked */
export function toChange(p: Project, at: Address): Animated {
  if (at.owner.kind === 'item' && getItem(p, at.owner.id).locked)
    throw new Locked(getItem(p, at.owner.id).name)
  const object = at.owner.kind === 'object' ? findOwner(p, 'object', at.owner.id) : undefined
  if (object?.locked) throw new Locked(object.name)
  return valueOf(p, at)
}

export const addressLabel = (at: Address): string => leafOf(at).replace(/-/g, ' ')

const wholeShot = { start: null, end: null, rampIn: 0, rampOut: 0, shape: 'ease' } as const

/** Values that stand still, from plain ones. */
export const still = (values: Readonly<Record<string, Value>>): Record<string, Animated> =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, { value }]))

/** Steps that act as one. */
export const newGroup = (id: string, name: string, steps: Step[]): Step => ({
  id,
  use: 'group',
  name,
  on: true,
  mix: { value: 1 },
  what: {},
  where: null,
  when: { ...wholeShot },
  steps,
})

export function newStep(declaration: StepDeclaration, id: string): Step {
  const { version = 1, content } = declaration
  return {
    id,
    use: declaration.id,
    ...(version > 1 ? { version } : {}),
    name: declaration.name,
    on: true,
    mix: { value: 1 },
    what: still(defaults(declaration.params)),
    ...(content ? { content: contentDefaults(content) } : {}),
    where: null,
    when: { ...wholeShot },
  }
}

/** A new item of a region with what its form begins with. */
export function newItem(
  id: string,
  kind: MaskItem['kind'],
  count: number,
  given: Record<string, Value> = {},
): MaskItem {
  const form = { ...defaults(ITEM_FORMS[kind]), ...given }
  const name = `${ITEM_NAMES[kind]} ${count + 1}`
  return { id, name, kind, join: 'add', on: true, hue: count % 8, form: still(form) }
}

/** A new step of a treatment with its defaults. @throws NotFound */
export function newPlainStep(use: string, id: string): Step {
  const declaration = findStep(use)
  if (!declaration) throw new NotFound('treatment', use)
  return newStep(declaration, id)
}

/** Everything that a step takes pictures from besides what stands before it: its inputs, and what the items of its region look at. */
export const bindingsOf = (step: Step): Binding[] => [
  ...Object.values(step.inputs ?? {}),
  ...(step.where?.items ?? []).flatMap((item) => item.input ?? []),
]
