// What a picture holds.

/** out: least and greatest of r, g, b, a (8 floats, then padding to 32 bytes), then sums and sums of squares of r, g, b, a (8 doubles). n > 0. */
export function statistics(out: usize, src: usize, n: i32): void {
  let low = v128.load(src), high = low
  let rg = f64x2.splat(0), ba = rg, rg2 = rg, ba2 = rg
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    low = f32x4.pmin(low, p)
    high = f32x4.pmax(high, p)
    const a = f64x2.promote_low_f32x4(p), b = f64x2.promote_low_f32x4(i32x4.shuffle(p, p, 2, 3, 2, 3))
    rg = f64x2.add(rg, a)
    ba = f64x2.add(ba, b)
    rg2 = f64x2.add(rg2, f64x2.mul(a, a))
    ba2 = f64x2.add(ba2, f64x2.mul(b, b))
  }
  v128.store(out, low)
  v128.store(out + 16, high)
  v128.store(out + 32, rg)
  v128.store(out + 48, ba)
  v128.store(out + 64, rg2)
  v128.store(out + 80, ba2)
}

/**
 * Adds n pixels to four rows of `bins` counts: r, g, b and Rec. 709 luminance. A value v falls into floor((v - low) * scale), limited to the ends.
 * NaN cannot occur.
 */
export function histogram(counts: usize, src: usize, n: i32, low: f32, scale: f32, bins: i32): void {
  const last = i32x4.splat(bins - 1), zero = i32x4.splat(0)
  const lows = f32x4.splat(low), scales = f32x4.splat(scale)
  const row = <usize>bins << 2
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const c = v128.load(src + i)
    const y = f32x4.extract_lane(c, 0) * <f32>0.2126 + f32x4.extract_lane(c, 1) * <f32>0.7152 + f32x4.extract_lane(c, 2) * <f32>0.0722
    const p = f32x4.replace_lane(c, 3, y)
    const at = i32x4.max_s(i32x4.min_s(i32x4.trunc_sat_f32x4_s(f32x4.floor(f32x4.mul(f32x4.sub(p, lows), scales))), last), zero)
    count(counts, i32x4.extract_lane(at, 0))
    count(counts + row, i32x4.extract_lane(at, 1))
    count(counts + 2 * row, i32x4.extract_lane(at, 2))
    count(counts + 3 * row, i32x4.extract_lane(at, 3))
  }
}

// @ts-ignore: decorator
@inline
function count(row: usize, bin: i32): void {
  const p = row + (<usize>bin << 2)
  store<u32>(p, load<u32>(p) + 1)
}

/** Integer mixing with low bias: two rounds of multiply and shift-xor over 32 bits. */
// @ts-ignore: decorator
@inline
function mixed(x: v128): v128 {
  let h = v128.xor(x, i32x4.shr_u(x, 16))
  h = i32x4.mul(h, i32x4.splat(0x7feb352d))
  h = v128.xor(h, i32x4.shr_u(h, 15))
  h = i32x4.mul(h, i32x4.splat(0x846ca68b))
  return v128.xor(h, i32x4.shr_u(h, 16))
}

/**
 * Four independent values a pixel from (seed, frame, x, y), the same whatever part of the picture is asked for. kind 0: uniform in [0, 1); 1: near normal,
 * mean 0 and variance 1, as the sum of four 16-bit uniforms.
 */
export function noise(dst: usize, w: i32, h: i32, x0: i32, y0: i32, seed: i32, frame: i32, kind: i32): void {
  const lanes = i32x4(0x2545f491, 0x1b873593, 0x6c8e9cf5, 0x5851f42d)
  const base = mixed(i32x4.add(mixed(i32x4.add(i32x4.splat(seed), lanes)), i32x4.splat(frame)))
  const low = i32x4.splat(0xffff)
  for (let y = 0; y < h; y++) {
    const row = mixed(i32x4.add(base, i32x4.splat(y0 + y)))
    for (let x = 0; x < w; x++) {
      const a = mixed(i32x4.add(row, i32x4.splat(x0 + x)))
      let v: v128
      if (kind == 0) v = f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(a, 8)), f32x4.splat(1.0 / 16777216))
      else {
        const b = mixed(v128.xor(a, lanes))
        const sum = i32x4.add(
          i32x4.add(v128.and(a, low), i32x4.shr_u(a, 16)),
          i32x4.add(v128.and(b, low), i32x4.shr_u(b, 16)),
        )
        // Mean 4 * 65535 / 2, variance 4 * (65536^2 - 1) / 12.
        v = f32x4.mul(f32x4.sub(f32x4.convert_i32x4_s(sum), f32x4.splat(131070)), f32x4.splat(2.6428997921303014e-05))
      }
      v128.store(dst + ((<usize>y * w + x) << 4), v)
    }
  }
}
