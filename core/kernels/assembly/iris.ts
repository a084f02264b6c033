// Convolution with an aperture given as one span a row, whose ends lie on quarters of a pixel.

/**
 * Running sums of one row, extended at both ends, at every quarter of a pixel: four rows of outW entries of r, g, b, a, `pitch` bytes apart; entry x of
 * row c holds all light left of x + c/4, in whole quanta modulo 2^32. Sums run in double precision and each is rounded once, so that a difference
 * of two is wrong by one quantum at most, however long the row and however bright what lies before: integers that wrap round do not cancel.
 * index: extended column to source column, or -1 for nothing; scale: quanta in 1.
 */
export function irisSums(dst: usize, src: usize, index: usize, outW: i32, pitch: usize, scale: f64): void {
  const k = f64x2.splat(scale * 0.25)
  // The low word of x + 1.5 * 2^52 is x rounded to nearest, modulo 2^32.
  const magic = f64x2.splat(6755399441055744)
  let rg = f64x2.splat(0), ba = rg
  for (let x = 0; x < outW; x++) {
    const from = load<i32>(index + (<usize>x << 2))
    const p = from < 0 ? f32x4.splat(0) : v128.load(src + (<usize>from << 4))
    const r = f64x2.mul(f64x2.promote_low_f32x4(p), k)
    const b = f64x2.mul(f64x2.promote_low_f32x4(i32x4.shuffle(p, p, 2, 3, 2, 3)), k)
    const d = dst + (<usize>x << 4)
    const r0 = f64x2.add(rg, magic), b0 = f64x2.add(ba, magic)
    v128.store(d, low(r0, b0))
    const r2 = f64x2.add(r, r), b2 = f64x2.add(b, b)
    v128.store(d + pitch, low(f64x2.add(f64x2.add(rg, r), magic), f64x2.add(f64x2.add(ba, b), magic)))
    v128.store(d + 2 * pitch, low(f64x2.add(f64x2.add(rg, r2), magic), f64x2.add(f64x2.add(ba, b2), magic)))
    v128.store(d + 3 * pitch, low(f64x2.add(f64x2.add(rg, f64x2.add(r2, r)), magic), f64x2.add(f64x2.add(ba, f64x2.add(b2, b)), magic)))
    rg = f64x2.add(rg, f64x2.add(r2, r2))
    ba = f64x2.add(ba, f64x2.add(b2, b2))
  }
}

// @ts-ignore: decorator
@inline
function low(rg: v128, ba: v128): v128 {
  return i32x4.shuffle(rg, ba, 0, 2, 4, 6)
}

/** One output row: the sum over spans of their light, times weight. spans: for each, the addresses of its first and last sum at x = 0. */
export function irisRow(dst: usize, w: i32, spans: usize, count: i32, weight: f32): void {
  const k = f32x4.splat(weight)
  const end = spans + (<usize>count << 3)
  let x = 0
  for (; x + 4 <= w; x += 4) {
    const o = <usize>x << 4
    let s0 = i32x4.splat(0), s1 = s0, s2 = s0, s3 = s0
    for (let s = spans; s < end; s += 8) {
      const a = <usize>load<u32>(s) + o, b = <usize>load<u32>(s + 4) + o
      s0 = i32x4.add(s0, i32x4.sub(v128.load(b), v128.load(a)))
      s1 = i32x4.add(s1, i32x4.sub(v128.load(b + 16), v128.load(a + 16)))
      s2 = i32x4.add(s2, i32x4.sub(v128.load(b + 32), v128.load(a + 32)))
      s3 = i32x4.add(s3, i32x4.sub(v128.load(b + 48), v128.load(a + 48)))
    }
    const d = dst + o
    v128.store(d, f32x4.mul(f32x4.convert_i32x4_s(s0), k))
    v128.store(d + 16, f32x4.mul(f32x4.convert_i32x4_s(s1), k))
    v128.store(d + 32, f32x4.mul(f32x4.convert_i32x4_s(s2), k))
    v128.store(d + 48, f32x4.mul(f32x4.convert_i32x4_s(s3), k))
  }
  for (; x < w; x++) {
    const o = <usize>x << 4
    let sum = i32x4.splat(0)
    for (let s = spans; s < end; s += 8)
      sum = i32x4.add(sum, i32x4.sub(v128.load(<usize>load<u32>(s + 4) + o), v128.load(<usize>load<u32>(s) + o)))
    v128.store(dst + o, f32x4.mul(f32x4.convert_i32x4_s(sum), k))
  }
}
