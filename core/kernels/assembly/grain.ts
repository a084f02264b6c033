import { exp2v } from './math'

const ALPHA = i32x4.replace_lane(i32x4.splat(0), 3, -1)

/**
 * Density noise: colour * 2^(amount * w * n), alpha untouched. n mixes the channel's own noise with lane 3, which all share, by `own` and `common`. w goes from
 * `shadows` at black over 1 at a quarter of white to `highlights` at white, by the square root of luminance.
 */
export function grain(
  dst: usize, src: usize, noise: usize, n: i32, amount: f32, own: f32, common: f32, shadows: f32, highlights: f32,
): void {
  const vo = f32x4.splat(own * amount)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i), f = v128.load(noise + i)
    const a = f32x4.extract_lane(p, 3)
    let y = <f32>0.2126 * f32x4.extract_lane(p, 0) + <f32>0.7152 * f32x4.extract_lane(p, 1) + <f32>0.0722 * f32x4.extract_lane(p, 2)
    if (a > 0 && a < 1) y /= a
    const t = Mathf.sqrt(min(max(y, 0), 1))
    const w = t < 0.5 ? shadows + (1 - shadows) * 2 * t : 1 + (highlights - 1) * (2 * t - 1)
    const shared = f32x4.extract_lane(f, 3) * common * amount
    const power = f32x4.mul(f32x4.add(f32x4.mul(f, vo), f32x4.splat(shared)), f32x4.splat(w))
    v128.store(dst + i, v128.bitselect(p, f32x4.mul(p, exp2v(power)), ALPHA))
  }
}
