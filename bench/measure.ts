export interface Row {
  name: string
  ms: number
}

export const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] as number

/** Median milliseconds of a run, after as many warm-up runs as the compiler needs to settle. */
export function time(name: string, run: () => void, runs = 15): Row {
  for (let i = 0; i < 6; i++) run()
  const times: number[] = []
  for (let i = 0; i < runs; i++) {
    const began = performance.now()
    run()
    times.push(performance.now() - began)
  }
  return { name, ms: median(times) }
}
