import { type Address, getStep, type Stage, stepOfItem } from '@stilus/core/project'
import { animatedValues } from '../controls/modifiers'

/** Frames of a stage that keys snap to: its cuts and markers, and the keys that are not being moved. */
export function snapsOf(
  { project, sequence, start, length, head }: Stage,
  moving: readonly { address: Address; at: readonly number[] }[],
): number[] {
  const markers = (sequence?.markers ?? []).map((m) => m.at - start)
  const still = moving.flatMap(({ address: { owner } }) => {
    const step =
      owner.kind === 'item'
        ? stepOfItem(project, owner.id)
        : owner.kind === 'step'
          ? getStep(project, owner.id)
          : undefined
    return step ? animatedValues(step).flatMap((m) => m.animated.keys?.map((k) => k.at) ?? []) : []
  })
  const times = new Set(moving.flatMap((m) => m.at))
  return [0, length, ...markers, ...still.filter((t) => !times.has(t)).map((t) => t - head)]
}
