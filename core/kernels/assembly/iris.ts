// Convolution with an aperture given as one span of fractional ends a row.

/**
 * Running sums of padded rows, ready for spans: entry i of a row holds the sum of all samples before i, in whole quanta modulo 2^32, and the sample
 * itself. Sums run in double precision and each is rounded once, so that a difference of two is wrong by one quantum at most however long the row
 * and however bright what lies before: integers that wrap round do not cancel.
 * index: padded column to source column, or -1 for nothing; scale: quanta in 1.
 */
export function irisSums(dst: usize, src: usize, inW: i32, h: i32, index: usize, outW: i32, scale: f64): void {
  const k = f64x2.splat(scale)
  // The low word of x + 1.5 * 2^52 is x rounded to nearest, modulo 2^32.
  const magic = f64x2.splat(6755399441055744)
  for (let y = 0; y < h; y++) {
    const row = src + <usize>y * inW * 16
    let rg = f64x2.splat(0), ba = f64x2.splat(0)
    let d = dst + <usize>y * outW * 32
    for (let x = 0; x < outW; x++, d += 32) {
      const from = load<i32>(index + (<usize>x << 2))
      const p = from < 0 ? f32x4.splat(0) : v128.load(row + (<usize>from << 4))
      v128.store(d, i32x4.shuffle(f64x2.add(rg, magic), f64x2.add(ba, magic), 0, 2, 4, 6))
      v128.store(d + 16, p)
      rg = f64x2.add(rg, f64x2.mul(f64x2.promote_low_f32x4(p), k))
      ba = f64x2.add(ba, f64x2.mul(f64x2.promote_low_f32x4(i32x4.shuffle(p, p, 2, 3, 2, 3)), k))
    }
  }
}

// @ts-ignore: decorator
@inline
function span(acc: v128, a: usize, b: usize, quantum: v128, fa: v128, fb: v128): v128 {
  const whole = f32x4.mul(f32x4.convert_i32x4_s(i32x4.sub(v128.load(b), v128.load(a))), quantum)
  const ends = f32x4.sub(f32x4.mul(v128.load(b + 16), fb), f32x4.mul(v128.load(a + 16), fa))
  return f32x4.add(acc, f32x4.add(whole, ends))
}

/**
 * One output row: the sum over spans of their samples, times weight. spans: for each, address of its row of sums, byte offsets of its two ends
 * at x = 0, their fractions (two words and two floats): 20 bytes.
 */
export function irisRow(dst: usize, w: i32, spans: usize, count: i32, quantum: f32, weight: f32): void {
  const q = f32x4.splat(quantum), k = f32x4.splat(weight)
  const end = spans + <usize>count * 20
  let x = 0
  for (; x + 4 <= w; x += 4) {
    const o = <usize>x << 5
    let a0 = f32x4.splat(0), a1 = a0, a2 = a0, a3 = a0
    for (let s = spans; s < end; s += 20) {
      const row = <usize>load<u32>(s) + o
      const a = row + <usize>load<u32>(s + 4), b = row + <usize>load<u32>(s + 8)
      const fa = v128.load32_splat(s + 12), fb = v128.load32_splat(s + 16)
      a0 = span(a0, a, b, q, fa, fb)
      a1 = span(a1, a + 32, b + 32, q, fa, fb)
      a2 = span(a2, a + 64, b + 64, q, fa, fb)
      a3 = span(a3, a + 96, b + 96, q, fa, fb)
    }
    const d = dst + (<usize>x << 4)
    v128.store(d, f32x4.mul(a0, k))
    v128.store(d + 16, f32x4.mul(a1, k))
    v128.store(d + 32, f32x4.mul(a2, k))
    v128.store(d + 48, f32x4.mul(a3, k))
  }
  for (; x < w; x++) {
    let a0 = f32x4.splat(0)
    for (let s = spans; s < end; s += 20) {
      const row = <usize>load<u32>(s) + (<usize>x << 5)
      const a = row + <usize>load<u32>(s + 4), b = row + <usize>load<u32>(s + 8)
      a0 = span(a0, a, b, q, v128.load32_splat(s + 12), v128.load32_splat(s + 16))
    }
    v128.store(dst + (<usize>x << 4), f32x4.mul(a0, k))
  }
}
