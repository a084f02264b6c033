import { type Animated, NOISE_FORMS, retimeAll, retimed, type Retiming } from '../anim'
import { contentLeaves } from '../params'
import { allSteps, getShot, treatmentTime } from './find'
import {
  bindingsOf,
  moverAddress,
  coatAddress,
  controlAddress,
  formAddress,
  modifierAddress,
  stopAddress,
} from './parts'
import { stageOf } from './stage'
import type { Address, Binding, DesignObject, MaskItem, Project, Shot, Stack, Step } from './schema'

/** A copy that shares nothing with what it was made from. */
export const deepCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A time in which steps were made: where it begins and how long it is, in treatment frames. */
export interface Origin {
  head: number
  length: number
  /** Its times are counted from a cut in it. */
  cut?: boolean | undefined
}

export const originOf = (shot: Shot): Origin => ({ head: treatmentTime(shot, 0), length: shot.length })

/** The time of a stack. */
export function originOfStack(p: Project, stack: Stack): Origin {
  if (stack.kind === 'shot') return originOf(getShot(p, stack.id))
  const { head, length } = stageOf(p, stack)
  return { head, length, ...(stack.kind === 'transition' ? { cut: true } : {}) }
}

/** What becomes of times when steps come into another shot. */
export type Timing = 'kept' | 'scaled' | 'end'

/** The regions' items of a step, those of groups' steps not among them. */
const itemsIn = (step: Step): MaskItem[] => step.where?.items ?? []

/**
 * Copies with new ids, derived from `id`; links among them point to the copies, links to anything else stay as they are.
 */
export function copiesOf(steps: readonly Step[], id: string): Step[] {
  const copies = deepCopy(steps) as Step[]
  const all = allSteps(copies)
  const renamed = new Map<string, string>()
  all.forEach((step, i) => {
    renamed.set(`step ${step.id}`, copies.length === 1 && i === 0 ? id : `${id}.${i}`)
    itemsIn(step).forEach((item, n) => renamed.set(`item ${item.id}`, `${id}.${i}-${n}`))
  })
  const step = (old: string) => renamed.get(`step ${old}`) ?? old
  for (const each of all) {
    each.id = step(each.id)
    for (const target of (each.panel ?? []).flatMap((c) => c.targets)) target.stepId = step(target.stepId)
    for (const binding of bindingsOf(each)) if (binding.kind === 'step') binding.stepId = step(binding.stepId)
    for (const item of itemsIn(each)) item.id = renamed.get(`item ${item.id}`) ?? item.id
    for (const animated of animatedOf(each)) relink(animated, (a) => renamed.get(`${a.kind} ${a.id}`) ?? a.id)
  }
  return copies
}

/** Points what follows other values to others. Mutates. */
function relink(animated: Animated, to: (owner: Address['owner']) => string): void {
  for (const modifier of animated.modifiers ?? [])
    if (modifier.kind === 'follow' && modifier.source.kind === 'value') {
      const { owner } = modifier.source.address
      owner.id = to(owner)
    }
}

/** Copies of mask items with new ids derived from `id`; what they follow among each other points to the copies. */
export function itemCopies(items: readonly MaskItem[], id: string): MaskItem[] {
  const copies = deepCopy(items) as MaskItem[]
  const renamed = new Map(copies.map((item, i) => [item.id, `${id}.${i}`]))
  for (const item of copies) {
    item.id = renamed.get(item.id) ?? item.id
    for (const animated of Object.values(item.form))
      relink(animated, (a) => (a.kind === 'item' ? (renamed.get(a.id) ?? a.id) : a.id))
  }
  return copies
}

/** A copy of an object with all that is in it, under new ids. */
export function objectCopy(object: DesignObject, id: string): DesignObject {
  const copy = { ...deepCopy(object), id } as DesignObject
  copy.steps = copiesOf(copy.steps, `${id}.s`)
  if (copy.objects) copy.objects = copy.objects.map((inner, i) => objectCopy(inner, `${id}.${i}`))
  return copy
}

/** Takes away links to steps that are not where copies go, and says what went. Mutates. */
export function dropLinks(steps: readonly Step[], there: ReadonlySet<string>): string[] {
  const gone: string[] = []
  const lost = (binding: Binding | undefined) => binding?.kind === 'step' && !there.has(binding.stepId)
  for (const step of allSteps(steps)) {
    for (const [name, binding] of Object.entries(step.inputs ?? {}))
      if (lost(binding) && step.inputs) {
        delete step.inputs[name]
        gone.push(`what ${step.name} takes as ${name === 'before' ? 'its picture' : name}`)
      }
    for (const item of itemsIn(step))
      if (lost(item.input)) {
        delete item.input
        gone.push(`what ${item.name} of ${step.name} looks at`)
      }
  }
  return gone
}

/** Every animatable value of a step itself: its mix, controls, content and mask items, and the numbers of what moves them. */
export const animatedOf = (step: Step): Animated[] => valuesOf(step).map(({ animated }) => animated)

/** The same with their addresses. */
export function valuesOf(step: Step): { address: Address; animated: Animated }[] {
  const owner = { kind: 'step', id: step.id } as const
  const own: { address: Address; animated: Animated }[] = [
    { address: controlAddress(step.id, 'mix'), animated: step.mix },
    ...Object.entries(step.what).map(([param, animated]) => ({
      address: controlAddress(step.id, param),
      animated,
    })),
    ...contentLeaves(step.content as never).map(({ path, animated }) => ({
      address: { owner, path },
      animated,
    })),
    ...itemsIn(step).flatMap((item) =>
      Object.entries(item.form).map(([name, animated]) => ({
        address: formAddress('item', item.id, name),
        animated,
      })),
    ),
  ]
  return own.flatMap(withNoise)
}

/** The animatable values of an object with their addresses. */
export const objectValues = (object: DesignObject): { address: Address; animated: Animated }[] =>
  [
    ...Object.entries(object.form).map(([name, animated]) => ({
      address: formAddress('object', object.id, name),
      animated,
    })),
    ...(object.movers ?? []).flatMap(({ id, form }) =>
      Object.entries(form).map(([name, animated]) => ({
        address: moverAddress(object.id, id, name),
        animated,
      })),
    ),
    ...(object.coats ?? []).flatMap((coat) => [
      ...Object.entries(coat.form).map(([name, animated]) => ({
        address: coatAddress(object.id, coat.id, name),
        animated,
      })),
      ...coat.stops.flatMap((stop) =>
        Object.entries(stop.form).map(([name, animated]) => ({
          address: stopAddress(object.id, coat.id, stop.id, name),
          animated,
        })),
      ),
    ]),
  ].flatMap(withNoise)

const withNoise = (item: { address: Address; animated: Animated }) => [
  item,
  ...(item.animated.modifiers ?? []).flatMap((modifier) =>
    modifier.kind === 'follow' || modifier.kind === 'attach'
      ? []
      : NOISE_FORMS.map((form) => ({
          address: modifierAddress(item.address, modifier.id, form),
          animated: modifier[form],
        })),
  ),
]

/** How times change on the way from one time into another. From cut to cut they stay where they are, or stretch on either side of it by itself. */
function changesFrom(from: Origin, to: Origin, timing: Timing): Retiming[] {
  const whole = to.length / from.length
  const factor = timing === 'scaled' ? whole : 1
  if (from.cut && to.cut && timing !== 'end') {
    const side = (a: number, b: number) => (timing === 'scaled' ? (a > 0 ? b / a : whole) : 1)
    const [before, after] = [side(-from.head, -to.head), side(from.head + from.length, to.head + to.length)]
    return [{ kind: 'stretch', about: 0, factor: after, before }]
  }
  const shift = timing === 'end' ? to.head + to.length - from.head - from.length : to.head - from.head
  return [
    { kind: 'stretch', about: from.head, factor },
    { kind: 'move', by: shift },
  ]
}

/** Brings the times of a step, of its keys and of what is in it from one time into another. Mutates. */
export function fitTimes(step: Step, from: Origin, to: Origin, timing: Timing): void {
  const changes = changesFrom(from, to, timing)
  const at = (t: number) => Math.round(changes.reduce(retimed, t))
  for (const each of allSteps([step])) {
    for (const animated of animatedOf(each)) for (const change of changes) retimeAll(animated, change)
    const { when } = each
    const [start, end] = [when.start ?? from.head, when.end ?? from.head + from.length]
    // Ramps are as long as the time that they lie in has become.
    const rampIn = at(start + when.rampIn) - at(start)
    const rampOut = at(end) - at(end - when.rampOut)
    Object.assign(when, { rampIn, rampOut })
    if (when.start !== null) when.start = at(when.start)
    if (when.end !== null) when.end = at(when.end)
    if (when.start !== null && when.end !== null && when.end <= when.start) when.end = when.start + 1
  }
}
