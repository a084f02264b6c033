import { powv } from './math'

const ALPHA = i32x4.replace_lane(i32x4.splat(0), 3, -1)
const LIMIT: f32 = 1e9

// @ts-ignore: decorator
@inline
function limit(p: v128): v128 {
  return f32x4.pmax(f32x4.pmin(p, f32x4.splat(LIMIT)), f32x4.splat(-LIMIT))
}

/**
 * Premultiplied grade. Alpha is untouched; colour is divided by it first where 0 < alpha < 1.
 * k, in 16-byte rows: matrix columns r, g, b; pivot; 1/pivot; contrast; gain - lift; lift; 1/gamma; luma weights; saturation.
 * flags: 1 matrix, 2 contrast, 4 lift and gain, 8 gamma, 16 saturation.
 */
export function grade(dst: usize, src: usize, n: i32, k: usize, flags: i32): void {
  const mr = v128.load(k), mg = v128.load(k + 16), mb = v128.load(k + 32)
  const pivot = v128.load(k + 48), overPivot = v128.load(k + 64), contrast = v128.load(k + 80)
  const slope = v128.load(k + 96), lift = v128.load(k + 112), gamma = v128.load(k + 128)
  const luma = v128.load(k + 144), saturation = v128.load(k + 160)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    const a = f32x4.extract_lane(p, 3)
    const partial = a > 0 && a < 1
    let c = partial ? f32x4.div(p, f32x4.splat(a)) : p
    if (flags & 1) {
      const r = f32x4.mul(mr, i32x4.shuffle(c, c, 0, 0, 0, 0))
      const g = f32x4.mul(mg, i32x4.shuffle(c, c, 1, 1, 1, 1))
      c = limit(f32x4.add(f32x4.add(r, g), f32x4.mul(mb, i32x4.shuffle(c, c, 2, 2, 2, 2))))
    }
    if (flags & 2) c = limit(f32x4.mul(pivot, powv(f32x4.mul(c, overPivot), contrast)))
    if (flags & 4) c = limit(f32x4.add(f32x4.mul(c, slope), lift))
    if (flags & 8) c = powv(c, gamma)
    if (flags & 16) {
      const m = f32x4.mul(c, luma)
      const y = f32x4.splat(f32x4.extract_lane(m, 0) + f32x4.extract_lane(m, 1) + f32x4.extract_lane(m, 2))
      c = f32x4.add(y, f32x4.mul(f32x4.sub(c, y), saturation))
    }
    if (partial) c = f32x4.mul(c, f32x4.splat(a))
    v128.store(dst + i, v128.bitselect(p, c, ALPHA))
  }
}
