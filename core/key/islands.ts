/** Connected parts of a map: which part each place belongs to, counted from 1 in the order of their first places, and how many there are. */
export interface Islands {
  of: Int32Array
  count: number
}

/** The parts of a map where it is not 0, connected by their eight neighbours: runs along rows, joined where they touch those of the row above. */
export function islandsOf(width: number, height: number, map: Uint8Array): Islands {
  const starts: number[] = []
  const ends: number[] = []
  const parents: number[] = []
  const rootOf = (run: number): number => {
    let root = run
    while (parents[root] !== root) root = parents[root] as number
    parents[run] = root
    return root
  }
  let above = 0
  for (let y = 0; y < height; y++) {
    const first = starts.length
    const row = y * width
    for (let x = 0; x < width; x++) {
      if (!map[row + x]) continue
      const from = x
      while (x < width && map[row + x]) x++
      parents.push(starts.length)
      starts.push(row + from)
      ends.push(row + x)
    }
    let upper = above
    for (let run = first; run < starts.length; run++) {
      const from = (starts[run] as number) - width - 1
      const to = (ends[run] as number) - width + 1
      while (upper < first && (ends[upper] as number) <= from) upper++
      for (let other = upper; other < first && (starts[other] as number) < to; other++) {
        const [a, b] = [rootOf(run), rootOf(other)]
        parents[Math.max(a, b)] = Math.min(a, b)
      }
    }
    above = first
  }
  const of = new Int32Array(width * height)
  const labels = new Int32Array(starts.length)
  let count = 0
  for (let run = 0; run < starts.length; run++) {
    const root = rootOf(run)
    if (!labels[root]) labels[root] = ++count
    of.fill(labels[root] as number, starts[run] as number, ends[run] as number)
  }
  return { of, count }
}

/** A map of where another one is, or is not, one value. */
export function mapOf(from: Uint8Array, value: number, is = true): Uint8Array {
  const out = new Uint8Array(from.length)
  for (let i = 0; i < out.length; i++) out[i] = (from[i] === value) === is ? 1 : 0
  return out
}
