// Growing mattes by discs, and exact Euclidean distance.

/** Maxima over 2^k samples for k = 1 … levels - 1, each from the one before; level 0 is n floats at base, each level `pitch` bytes further. */
export function runMaxima(base: usize, n: i32, pitch: usize, levels: i32): void {
  for (let k = 1; k < levels; k++) {
    const from = base + <usize>(k - 1) * pitch, to = from + pitch, reach = 1 << (k - 1)
    for (let i = 0; i + reach < n; i++)
      store<f32>(to + (<usize>i << 2), max(load<f32>(from + (<usize>i << 2)), load<f32>(from + (<usize>(i + reach) << 2))))
    for (let i = max(0, n - reach); i < n; i++) store<f32>(to + (<usize>i << 2), load<f32>(from + (<usize>i << 2)))
  }
}

/** One row of maxima over a disc: spans holds for each row of the disc the addresses of the two runs that cover it at x = 0. */
export function discRow(dst: usize, w: i32, spans: usize, count: i32): void {
  const end = spans + (<usize>count << 3)
  for (let x = 0; x < w; x += 4) {
    const o = <usize>x << 2
    let m = v128.load(<usize>load<u32>(spans) + o)
    for (let s = spans; s < end; s += 8)
      m = f32x4.pmax(m, f32x4.pmax(v128.load(<usize>load<u32>(s) + o), v128.load(<usize>load<u32>(s + 4) + o)))
    const d = dst + o, rest = w - x
    if (rest >= 4) v128.store(d, m)
    else
      for (let i = 0; i < rest; i++) {
        store<f32>(d + (<usize>i << 2), f32x4.extract_lane(m, 0))
        m = i32x4.shuffle(m, m, 1, 2, 3, 3)
      }
  }
}

/**
 * Distance from each pixel's centre to the nearest centre of a pixel whose value is at least `level`, `far` where there is none. Meijster, Roerdink and
 * Hesselink, "A general algorithm for computing distance transforms in linear time": columns first, then the lower envelope of parabolas.
 * scratch: w ints twice.
 */
export function distance(dst: usize, src: usize, w: i32, h: i32, level: f32, far: f32, scratch: usize): void {
  const none = w + h
  for (let x = 0; x < w; x++) {
    let run = none
    for (let y = 0; y < h; y++) {
      const o = (<usize>y * w + x) << 2
      run = load<f32>(src + o) >= level ? 0 : min(run + 1, none)
      store<i32>(dst + o, run)
    }
    for (let y = h - 2; y >= 0; y--) {
      const o = (<usize>y * w + x) << 2
      const below = load<i32>(dst + o + (<usize>w << 2)) + 1
      if (below < load<i32>(dst + o)) store<i32>(dst + o, below)
    }
  }
  const site = scratch, start = scratch + (<usize>w << 2)
  const row = start + (<usize>w << 2)
  for (let y = 0; y < h; y++) {
    const g = dst + ((<usize>y * w) << 2)
    memory.copy(row, g, <usize>w << 2)
    let q = 0
    store<i32>(site, 0)
    store<i32>(start, 0)
    for (let u = 1; u < w; u++) {
      while (q >= 0 && reach(row, load<i32>(start + (<usize>q << 2)), load<i32>(site + (<usize>q << 2))) > reach(row, load<i32>(start + (<usize>q << 2)), u)) q--
      if (q < 0) {
        q = 0
        store<i32>(site, u)
      } else {
        const i = load<i32>(site + (<usize>q << 2))
        const gi = <i64>load<i32>(row + (<usize>i << 2)), gu = <i64>load<i32>(row + (<usize>u << 2))
        const top = <i64>u * u - <i64>i * i + gu * gu - gi * gi
        const two = 2 * <i64>(u - i)
        const begin = 1 + (top >= 0 ? top / two : -((-top + two - 1) / two))
        if (begin < <i64>w) {
          q++
          store<i32>(site + (<usize>q << 2), u)
          store<i32>(start + (<usize>q << 2), <i32>begin)
        }
      }
    }
    for (let u = w - 1; u >= 0; u--) {
      const i = load<i32>(site + (<usize>q << 2))
      const d = reach(row, u, i)
      store<f32>(g + (<usize>u << 2), load<i32>(row + (<usize>i << 2)) >= none ? far : <f32>Math.sqrt(<f64>d))
      if (u == load<i32>(start + (<usize>q << 2))) q--
    }
  }
}

// @ts-ignore: decorator
@inline
function reach(row: usize, x: i32, i: i32): i64 {
  const g = <i64>load<i32>(row + (<usize>i << 2)), d = <i64>(x - i)
  return d * d + g * g
}
