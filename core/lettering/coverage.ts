/** Code points that a font holds: [start, end) pairs, rising. */
export type Coverage = Uint32Array

/** Reads runs as the distance from the end of the run before and the length, to base 36: `w.2n` is the printable characters of ASCII. */
export function readCoverage(text: string): Coverage {
  const runs = text ? text.split(' ') : []
  const out = new Uint32Array(runs.length * 2)
  let last = 0
  runs.forEach((run, i) => {
    const dot = run.indexOf('.')
    const start = last + Number.parseInt(run.slice(0, dot), 36)
    last = start + Number.parseInt(run.slice(dot + 1), 36)
    out[2 * i] = start
    out[2 * i + 1] = last
  })
  return out
}

/** The runs of code points as text; see `readCoverage`. */
export function writeCoverage(unicodes: Iterable<number>): string {
  const rising = [...unicodes].sort((a, b) => a - b)
  const runs: [number, number][] = []
  for (const code of rising) {
    const run = runs.at(-1)
    if (run && code <= run[1]) run[1] = Math.max(run[1], code + 1)
    else runs.push([code, code + 1])
  }
  return runs
    .map(
      ([start, end], i) => `${(start - (runs[i - 1]?.[1] ?? 0)).toString(36)}.${(end - start).toString(36)}`,
    )
    .join(' ')
}

/** Whether a font holds a code point. */
export function covers(coverage: Coverage, code: number): boolean {
  let [low, high] = [0, coverage.length >> 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((coverage[2 * middle + 1] as number) <= code) low = middle + 1
    else high = middle
  }
  return low * 2 < coverage.length && (coverage[2 * low] as number) <= code
}
