// The three tones of a key (0 goes, 1 is to be found out, 2 stays), by how much of a screen is left.

/** A map to where it has a value (`not` 0) or has not (1). Writes up to 15 bytes more. */
export function mapOf(map: usize, value: i32, not: i32, n: i32): void {
  const wanted = i8x16.splat(<i8>value)
  const one = i8x16.splat(1)
  const flip = i8x16.splat(<i8>not)
  for (let i = 0; i < n; i += 16) {
    const is = v128.and(i8x16.eq(v128.load(map + <usize>i), wanted), one)
    v128.store(map + <usize>i, v128.xor(is, flip))
  }
}

/** 1 where a plane is at most a limit. */
export function atMost(dst: usize, plane: usize, limit: f32, n: i32): void {
  const most = f32x4.splat(limit)
  let i = 0
  for (; i + 4 <= n; i += 4) {
    const bits = i32x4.bitmask(f32x4.le(v128.load(plane + (<usize>i << 2)), most))
    store<u32>(dst + <usize>i, (bits & 1) | ((bits & 2) << 7) | ((bits & 4) << 14) | ((bits & 8) << 21))
  }
  for (; i < n; i++) store<u8>(dst + <usize>i, load<f32>(plane + (<usize>i << 2)) <= limit ? 1 : 0)
}

/** Rubbish goes; below `keep` it stays; over `drop`, and not close to what has little of the screen, it goes. rubbish: 0 without any. */
export function sortTones(
  tones: usize, smooth: usize, close: usize, rubbish: usize, keep: f32, drop: f32, n: i32,
): void {
  for (let i = 0; i < n; i++) {
    const t = load<f32>(smooth + (<usize>i << 2))
    let tone: u8 = 1
    if (rubbish && load<u8>(rubbish + <usize>i)) tone = 0
    else if (t < keep) tone = 2
    else if (t > drop && !load<u8>(close + <usize>i)) tone = 0
    store<u8>(tones + <usize>i, tone)
  }
}

/** The numbers of the places where a map has a value, in order; returns how many. */
export function placesOf(list: usize, map: usize, value: i32, n: i32): i32 {
  const wanted = i8x16.splat(<i8>value)
  let to = list
  let i = 0
  for (; i + 16 <= n; i += 16) {
    let bits = i8x16.bitmask(i8x16.eq(v128.load(map + <usize>i), wanted))
    while (bits) {
      store<i32>(to, i + ctz(bits))
      to += 4
      bits &= bits - 1
    }
  }
  for (; i < n; i++)
    if (<i32>load<u8>(map + <usize>i) === value) {
      store<i32>(to, i)
      to += 4
    }
  return <i32>((to - list) >> 2)
}

/** How much of the set is left where a map says that it shows no screen: 1 where two pictures are the same to within `same` codes, 0 where they are further apart than `other`. */
export function setShare(share: usize, set: usize, a: usize, b: usize, same: f32, other: f32, n: i32): void {
  const zero = f32x4.splat(0)
  const reach: f32 = <f32>1 / (other - same)
  for (let i = 0; i < n; i++) {
    if (i + 16 <= n && !v128.any_true(v128.load(set + <usize>i))) {
      i += 15
      continue
    }
    if (!load<u8>(set + <usize>i)) continue
    const at = <usize>i << 4
    const p = f32x4.sqrt(f32x4.max(v128.load(a + at), zero))
    const q = f32x4.sqrt(f32x4.max(v128.load(b + at), zero))
    const off = f32x4.abs(f32x4.sub(p, q))
    const far = max(f32x4.extract_lane(off, 0), max(f32x4.extract_lane(off, 1), f32x4.extract_lane(off, 2)))
    store<f32>(share + (<usize>i << 2), 1 - min<f32>(1, max<f32>(0, (far - same) * reach)))
  }
}
