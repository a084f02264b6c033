// Pictures of a clip looked at together: each kept as codes of 16 bits, the root of their light, three a place.

const TOP: f32 = 32767

/** Light as codes. */
export function toRoots(dst: usize, src: usize, count: i32): void {
  for (let i = 0; i < count; i++, dst += 6, src += 16) {
    const root = f32x4.mul(f32x4.sqrt(f32x4.max(v128.load(src), f32x4.splat(0))), f32x4.splat(TOP))
    const code = i32x4.trunc_sat_f32x4_u(f32x4.min(f32x4.nearest(root), f32x4.splat(65535)))
    store<u16>(dst, <u16>i32x4.extract_lane(code, 0))
    store<u16>(dst, <u16>i32x4.extract_lane(code, 1), 2)
    store<u16>(dst, <u16>i32x4.extract_lane(code, 2), 4)
  }
}

/** Codes as light, nothing of it transparent. */
export function fromRoots(dst: usize, src: usize, count: i32): void {
  for (let i = 0; i < count; i++, dst += 16, src += 6) {
    const code = i32x4(<i32>load<u16>(src), <i32>load<u16>(src, 2), <i32>load<u16>(src, 4), <i32>TOP)
    const root = f32x4.div(f32x4.convert_i32x4_s(code), f32x4.splat(TOP))
    v128.store(dst, f32x4.mul(root, root))
  }
}

// @ts-ignore: decorator
@inline
function sort(list: usize, m: i32): void {
  for (let j = 1; j < m; j++) {
    const v = load<i32>(list + (<usize>j << 2))
    let at = list + (<usize>j << 2)
    while (at > list && load<i32>(at - 4) > v) {
      store<i32>(at, load<i32>(at - 4))
      at -= 4
    }
    store<i32>(at, v)
  }
}

/** The mean light of m codes that lie within `reach` of a median. */
// @ts-ignore: decorator
@inline
function meanNear(list: usize, m: i32, median: i32, reach: f32): f32 {
  let sum: f32 = 0
  let n: f32 = 0
  for (let j = 0; j < m; j++) {
    const v = load<i32>(list + (<usize>j << 2))
    if (<f32>abs(v - median) > reach) continue
    const root = <f32>v / TOP
    sum += root * root
    n += 1
  }
  return sum / n
}

/**
 * What places are over time, of `looks` lists of codes one behind the other. Where a place has `enough` bits in `when` it is known: the mean light of those looks within three spreads of their median;
 * elsewhere the median of all. `moves` is its spread in roots of light: 1.48 times the median deviation, the largest of the channels.
 */
export function overTime(
  light: usize, known: usize, moves: usize, codes: usize, looks: i32, when: usize, enough: i32, count: i32, list: usize,
): void {
  const away = list + (<usize>looks << 2)
  const apart = <usize>count * 6
  for (let i = 0; i < count; i++) {
    const bits = load<u32>(when + (<usize>i << 2))
    const seen = <i32>popcnt(bits) >= enough
    store<u8>(known + <usize>i, seen ? 1 : 0)
    let far: f32 = 0
    for (let c = 0; c < 3; c++) {
      let m = 0
      let at = codes + <usize>(i * 6 + c * 2)
      for (let f = 0; f < looks; f++, at += apart) {
        if (seen && !((bits >> f) & 1)) continue
        store<i32>(list + (<usize>m << 2), <i32>load<u16>(at))
        m++
      }
      sort(list, m)
      const median = load<i32>(list + (<usize>(m >> 1) << 2))
      for (let j = 0; j < m; j++)
        store<i32>(away + (<usize>j << 2), abs(load<i32>(list + (<usize>j << 2)) - median))
      sort(away, m)
      const spread = <f32>1.48 * <f32>load<i32>(away + (<usize>(m >> 1) << 2))
      far = max(far, spread)
      const root = <f32>median / TOP
      const value = seen ? meanNear(list, m, median, max<f32>(1, 3 * spread)) : root * root
      store<f32>(light + <usize>(i * 12 + c * 4), value)
    }
    store<f32>(moves + (<usize>i << 2), far / TOP)
  }
}

/** Four sums of 32 bits over whole vectors, each word into the one of its lane, by a prime of Fowler, Noll and Vo; and four more by another one, so that words that differ in few bits differ in many. */
export function printOf(dst: usize, src: usize, vectors: i32): void {
  let a = i32x4.splat(0x1505), b = i32x4.splat(0x2b67)
  const p = i32x4.splat(0x01000193), q = i32x4.splat(0x5bd1e995)
  for (let i = 0; i < vectors; i++, src += 16) {
    const word = v128.load(src)
    a = i32x4.mul(v128.xor(a, word), p)
    b = i32x4.add(i32x4.mul(b, q), v128.xor(word, i32x4.shr_u(word, 15)))
  }
  v128.store(dst, a)
  v128.store(dst + 16, b)
}
