import type { DesignObject, Step } from './schema'

export type PassageWay = NonNullable<Step['passage']>['way']

/**
 * How far a passage is at treatment time t, above 0 and below 1 in the middle of a frame; or that what passes is not there, or all there. `bounds` is the time in which it is there; the start and
 * end of the step's own time, where it has them, stand in their place.
 */
export function passing(
  { passage, when }: Pick<Step, 'passage' | 'when'>,
  t: number,
  bounds: { start: number; end: number },
): number | 'gone' | 'there' {
  if (!passage) return 'there'
  const arrives = passage.way === 'arrive'
  const first = arrives ? (when.start ?? bounds.start) : (when.end ?? bounds.end) - passage.frames
  const share = (t - first + 0.5) / passage.frames
  if (share > 0 && share < 1) return share
  return share <= 0 === arrives ? 'gone' : 'there'
}

/** The step by which an object arrives or leaves. */
export const passageOf = ({ steps }: Pick<DesignObject, 'steps'>, way: PassageWay): Step | undefined =>
  steps.find((step) => step.passage?.way === way)
