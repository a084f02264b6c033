import type { Sequence } from './schema'

/** The highest lane that there is. */
const HIGHEST = 32

interface Time {
  start: number
  length: number
}

/** The lowest lane over the picture on which a sequence is free for a time; the highest one where none is. */
export function freeLane({ shots }: Pick<Sequence, 'shots'>, { start, length }: Time): number {
  for (let lane = 1; lane < HIGHEST; lane++) {
    const taken = shots.some((s) => s.lane === lane && s.start < start + length && s.start + s.length > start)
    if (!taken) return lane
  }
  return HIGHEST
}

/** Lanes from a lowest one on for times in their order: those that are there together lie over each other. */
export function stackedLanes(times: readonly Time[], lowest: number): number[] {
  const ends: number[] = []
  return times.map(({ start, length }) => {
    const free = ends.findIndex((end) => end <= start)
    const over = free < 0 ? ends.length : free
    ends[over] = start + length
    return Math.min(HIGHEST, lowest + over)
  })
}
