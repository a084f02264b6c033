import { exp2v } from './math'

const ALPHA = i32x4.replace_lane(i32x4.splat(0), 3, -1)
const ZERO = f32x4.splat(0)

/**
 * What a picture sends into its glow: colour scaled by the share of its brightest channel that lies above the threshold,
 * with a quadratic knee of half-width `knee` about it. Alpha of the result is 0: it is light alone.
 */
export function glowLight(dst: usize, src: usize, n: i32, threshold: f32, knee: f32): void {
  const low = threshold - knee
  const quad: f32 = knee > 0 ? 0.25 / knee : 0
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = f32x4.pmax(v128.load(src + i), ZERO)
    const m = max(max(f32x4.extract_lane(p, 0), f32x4.extract_lane(p, 1)), f32x4.extract_lane(p, 2))
    let e: f32 = 0
    if (m >= threshold + knee) e = m - threshold
    else if (m > low) e = (m - low) * (m - low) * quad
    const s: f32 = m > 0 ? e / m : 0
    v128.store(dst + i, v128.andnot(f32x4.mul(p, f32x4.splat(s)), ALPHA))
  }
}

/**
 * Light g = glow * gain onto a picture, alpha untouched. mode 0: a + g. mode 1: 1 - (1 - a) e^-g below 1, a above.
 * mode 2: the light alone, opaque.
 */
export function glowJoin(dst: usize, src: usize, glow: usize, n: i32, r: f32, g: f32, b: f32, mode: i32): void {
  let gain = f32x4.splat(r)
  gain = f32x4.replace_lane(gain, 1, g)
  gain = f32x4.replace_lane(gain, 2, b)
  const one = f32x4.splat(1)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    const l = f32x4.mul(v128.load(glow + i), gain)
    let c: v128
    if (mode == 0) c = f32x4.add(p, l)
    else if (mode == 1) {
      const through = exp2v(f32x4.mul(l, f32x4.splat(-1.4426950408889634)))
      const soft = f32x4.sub(one, f32x4.mul(f32x4.sub(one, p), through))
      c = v128.bitselect(soft, p, f32x4.lt(p, one))
    } else {
      v128.store(dst + i, f32x4.replace_lane(l, 3, 1))
      continue
    }
    v128.store(dst + i, v128.bitselect(p, c, ALPHA))
  }
}
