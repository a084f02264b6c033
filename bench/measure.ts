export interface Row {
  name: string
  ms: number
  /** Times the memory floor, measured in turns with the row itself. */
  times?: number
  /** The most that the directions allow, in times the floor. */
  bar?: number | undefined
  /** Why the bar is missed, where it is. */
  why?: string | undefined
}

export const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] as number

const timed = (run: () => void): number => {
  const began = performance.now()
  run()
  return performance.now() - began
}

/** Median milliseconds of a run and its ratio to the floor; the two take turns, so that a machine that slows down slows both. */
export function time(name: string, run: () => void, floor: () => void, runs = 15): Row {
  for (let i = 0; i < 5; i++) run()
  const [own, base]: [number[], number[]] = [[], []]
  for (let i = 0; i < runs; i++) {
    base.push(timed(floor))
    own.push(timed(run))
  }
  return { name, ms: median(own), times: median(own.map((ms, i) => ms / (base[i] as number))) }
}
