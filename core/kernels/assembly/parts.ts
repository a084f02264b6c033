// Parts of a map (bytes): what hangs together by its eight neighbours. A run is three numbers: its first place, the place after its last, and the run it was joined to.

// @ts-ignore: decorator
@inline
function rootOf(runs: usize, run: i32): i32 {
  let at = run
  let parent = load<i32>(runs + <usize>at * 12, 8)
  while (parent !== at) {
    // Halves the way for who comes next.
    const further = load<i32>(runs + <usize>parent * 12, 8)
    store<i32>(runs + <usize>at * 12, further, 8)
    at = further
    parent = load<i32>(runs + <usize>at * 12, 8)
  }
  return at
}

/** Numbers the parts from 1, in the order of their first places; 0 is what is in none. runs: scratch of 12 bytes for each of at most (w + 1) / 2 runs a row. Returns how many there are. */
export function partsOf(part: usize, map: usize, w: i32, h: i32, runs: usize): i32 {
  let n = 0
  let above = 0
  for (let y = 0; y < h; y++) {
    const first = n
    const row = y * w
    for (let x = 0; x < w; x++) {
      if (!load<u8>(map + <usize>(row + x))) continue
      const from = x
      while (x < w && load<u8>(map + <usize>(row + x))) x++
      const run = runs + <usize>n * 12
      store<i32>(run, row + from)
      store<i32>(run, row + x, 4)
      store<i32>(run, n, 8)
      n++
    }
    let upper = above
    for (let run = first; run < n; run++) {
      const from = load<i32>(runs + <usize>run * 12) - w - 1
      const to = load<i32>(runs + <usize>run * 12, 4) - w + 1
      while (upper < first && load<i32>(runs + <usize>upper * 12, 4) <= from) upper++
      for (let other = upper; other < first && load<i32>(runs + <usize>other * 12) < to; other++) {
        const a = rootOf(runs, run)
        const b = rootOf(runs, other)
        store<i32>(runs + <usize>max(a, b) * 12, min(a, b), 8)
      }
    }
    above = first
  }
  memory.fill(part, 0, <usize>(w * h) << 2)
  let count = 0
  // A root comes before all that was joined to it, and its first place is then read no more: its number is put there, as what cannot be a place.
  for (let run = 0; run < n; run++) {
    const at = runs + <usize>run * 12
    const root = rootOf(runs, run)
    const from = load<i32>(at)
    const to = load<i32>(at, 4)
    if (root === run) store<i32>(at, -++count)
    const label = -load<i32>(runs + <usize>root * 12)
    for (let i = from; i < to; i++) store<i32>(part + (<usize>i << 2), label)
  }
  return count
}

/** How many places of each part have a value; counts are zero before. */
export function partCounts(counts: usize, part: usize, map: usize, value: i32, n: i32): void {
  for (let i = 0; i < n; i++) {
    if (i + 4 <= n && !v128.any_true(v128.load(part + (<usize>i << 2)))) {
      i += 3
      continue
    }
    const own = load<i32>(part + (<usize>i << 2))
    if (own && <i32>load<u8>(map + <usize>i) === value) {
      const at = counts + (<usize>own << 2)
      store<i32>(at, load<i32>(at) + 1)
    }
  }
}

/** Flags (bytes, 0 before) the parts that a map touches. */
export function partsUnder(flags: usize, part: usize, map: usize, n: i32): void {
  for (let i = 0; i < n; i++) if (load<u8>(map + <usize>i)) store<u8>(flags + <usize>load<i32>(part + (<usize>i << 2)), 1)
}

/** Gives the places of parts that are flagged a value. */
export function setParts(map: usize, part: usize, flags: usize, value: i32, n: i32): void {
  for (let i = 0; i < n; i++) {
    if (i + 4 <= n && !v128.any_true(v128.load(part + (<usize>i << 2)))) {
      i += 3
      continue
    }
    const own = load<i32>(part + (<usize>i << 2))
    if (own && load<u8>(flags + <usize>own)) store<u8>(map + <usize>i, <u8>value)
  }
}

/** The highest number of a plane in each part (-Infinity before), and which parts lie beside a place of a value, across or down (bytes, 0 before). */
export function partEdges(
  highest: usize, open: usize, part: usize, plane: usize, map: usize, value: i32, w: i32, h: i32,
): void {
  for (let y = 0, i = 0; y < h; y++)
    for (let x = 0; x < w; x++, i++) {
      const own = load<i32>(part + (<usize>i << 2))
      if (!own) continue
      const at = highest + (<usize>own << 2)
      store<f32>(at, max(load<f32>(at), load<f32>(plane + (<usize>i << 2))))
      const here = map + <usize>i
      if (
        (x > 0 && <i32>load<u8>(here - 1) === value) ||
        (x < w - 1 && <i32>load<u8>(here + 1) === value) ||
        (y > 0 && <i32>load<u8>(here - w) === value) ||
        (y < h - 1 && <i32>load<u8>(here + w) === value)
      )
        store<u8>(open + <usize>own, 1)
    }
}
