import { type Animated, NOISE_FORMS, retimeAll, type Retiming } from '../anim'
import type { Place } from './parts'
import type { Shot, Step } from './schema'
import { allSteps, treatmentTime } from './find'

/** A copy that shares nothing with what it was made from. */
export const deepCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A time in which steps were made: where it begins and how long it is, in treatment frames. */
export interface Origin {
  head: number
  length: number
}

export const originOf = (shot: Shot): Origin => ({ head: treatmentTime(shot, 0), length: shot.length })

/** What becomes of times when steps come into another shot. */
export type Timing = 'kept' | 'scaled' | 'end'

/**
 * Copies with new ids, derived from `id`; links among them point to the copies, links to anything else stay as they are.
 * @param shotId the shot that they go to
 */
export function copiesOf(steps: readonly Step[], id: string, shotId: string): Step[] {
  const copies = deepCopy(steps) as Step[]
  const all = allSteps(copies)
  const renamed = new Map(all.map((step, i) => [step.id, copies.length === 1 && i === 0 ? id : `${id}.${i}`]))
  for (const step of all) {
    step.id = renamed.get(step.id) ?? step.id
    for (const target of (step.front ?? []).flatMap((c) => c.targets))
      target.stepId = renamed.get(target.stepId) ?? target.stepId
    for (const animated of animatedOf(step))
      for (const mover of animated.movers ?? []) {
        if (mover.kind !== 'follow' || mover.source.kind !== 'value') continue
        const { place } = mover.source
        const copied = renamed.get(place.stepId)
        if (copied) Object.assign(place, { stepId: copied, shotId })
      }
  }
  return copies
}

/** Every animatable value of a step itself: its mix, controls and shapes, and the numbers of what moves them. */
export const animatedOf = (step: Step): Animated[] => placesOf(step, '').map(({ animated }) => animated)

/** The same with their places. */
export function placesOf(step: Step, shotId: string): { place: Place; animated: Animated }[] {
  const at = { shotId, stepId: step.id }
  const own = [
    { place: { ...at, param: 'mix' }, animated: step.mix },
    ...Object.entries(step.what).map(([param, animated]) => ({ place: { ...at, param }, animated })),
    ...(step.where?.shapes ?? []).flatMap((shape) =>
      Object.entries(shape.form).map(([param, animated]) => ({
        place: { ...at, shapeId: shape.id, param },
        animated,
      })),
    ),
  ] as { place: Place; animated: Animated }[]
  return own.flatMap((item) => [
    item,
    ...(item.animated.movers ?? []).flatMap((mover) =>
      mover.kind === 'follow' || mover.kind === 'ride'
        ? []
        : NOISE_FORMS.map((form) => ({
            place: { ...item.place, mover: { id: mover.id, form } },
            animated: mover[form],
          })),
    ),
  ])
}

/** Brings the times of a step, of its keys and of what is in it from one time into another. Mutates. */
export function fitTimes(step: Step, from: Origin, to: Origin, timing: Timing): void {
  const factor = timing === 'scaled' ? to.length / from.length : 1
  const shift = timing === 'end' ? to.head + to.length - from.head - from.length : to.head - from.head
  const changes: Retiming[] = [
    { kind: 'stretch', about: from.head, factor },
    { kind: 'move', by: shift },
  ]
  for (const each of allSteps([step])) {
    for (const animated of animatedOf(each)) for (const change of changes) retimeAll(animated, change)
    const { when } = each
    const at = (t: number | null) =>
      t === null ? null : Math.round(from.head + (t - from.head) * factor + shift)
    Object.assign(when, { start: at(when.start), end: at(when.end) })
    Object.assign(when, {
      rampIn: Math.round(when.rampIn * factor),
      rampOut: Math.round(when.rampOut * factor),
    })
    if (when.start !== null && when.end !== null && when.end <= when.start) when.end = when.start + 1
  }
}
