import { powv } from './math'

const LIMIT: f32 = 1e9
const MATRIX = 1
const CONTRAST = 2
const LEVELS = 4
const GAMMA_R = 8
const GAMMA_G = 16
const GAMMA_B = 32
const SATURATION = 64

// @ts-ignore: decorator
@inline
function limit(p: v128): v128 {
  return f32x4.pmax(f32x4.pmin(p, f32x4.splat(LIMIT)), f32x4.splat(-LIMIT))
}

/** The k-th coefficient on all lanes: the table holds each of them four times over. */
// @ts-ignore: decorator
@inline
function at(k: usize, i: i32): v128 {
  return v128.load(k + (<usize>i << 4))
}

/**
 * Premultiplied grade of n pixels, four at a time with one vector a channel. Alpha is untouched; colour is divided by it first where
 * 0 < alpha < 1. k holds 25 coefficients, each four times: matrix by rows (9), pivot, 1/pivot, contrast, gain - lift (3), lift (3),
 * 1/gamma (3), luma weights (3), saturation. flags: 1 matrix, 2 contrast, 4 lift and gain, 8 16 32 gamma of red green blue, 64 saturation.
 * dst and src need room for n rounded up to a multiple of four pixels.
 */
export function grade(dst: usize, src: usize, n: i32, k: usize, flags: i32): void {
  const one = f32x4.splat(1)
  const zero = f32x4.splat(0)
  for (let i = 0; i < n; i += 4) {
    const s = src + (<usize>i << 4)
    const p0 = v128.load(s), p1 = v128.load(s + 16), p2 = v128.load(s + 32), p3 = v128.load(s + 48)
    const rg01 = i32x4.shuffle(p0, p1, 0, 4, 1, 5), ba01 = i32x4.shuffle(p0, p1, 2, 6, 3, 7)
    const rg23 = i32x4.shuffle(p2, p3, 0, 4, 1, 5), ba23 = i32x4.shuffle(p2, p3, 2, 6, 3, 7)
    let r = i64x2.shuffle(rg01, rg23, 0, 2), g = i64x2.shuffle(rg01, rg23, 1, 3)
    let b = i64x2.shuffle(ba01, ba23, 0, 2)
    const a = i64x2.shuffle(ba01, ba23, 1, 3)

    const partial = v128.and(f32x4.gt(a, zero), f32x4.lt(a, one))
    const soft = v128.any_true(partial)
    if (soft) {
      const over = v128.bitselect(f32x4.div(one, a), one, partial)
      r = f32x4.mul(r, over)
      g = f32x4.mul(g, over)
      b = f32x4.mul(b, over)
    }
    if (flags & MATRIX) {
      const x = r, y = g, z = b
      r = limit(f32x4.add(f32x4.add(f32x4.mul(x, at(k, 0)), f32x4.mul(y, at(k, 1))), f32x4.mul(z, at(k, 2))))
      g = limit(f32x4.add(f32x4.add(f32x4.mul(x, at(k, 3)), f32x4.mul(y, at(k, 4))), f32x4.mul(z, at(k, 5))))
      b = limit(f32x4.add(f32x4.add(f32x4.mul(x, at(k, 6)), f32x4.mul(y, at(k, 7))), f32x4.mul(z, at(k, 8))))
    }
    if (flags & CONTRAST) {
      r = limit(f32x4.mul(at(k, 9), powv(f32x4.mul(r, at(k, 10)), at(k, 11))))
      g = limit(f32x4.mul(at(k, 9), powv(f32x4.mul(g, at(k, 10)), at(k, 11))))
      b = limit(f32x4.mul(at(k, 9), powv(f32x4.mul(b, at(k, 10)), at(k, 11))))
    }
    if (flags & LEVELS) {
      r = limit(f32x4.add(f32x4.mul(r, at(k, 12)), at(k, 15)))
      g = limit(f32x4.add(f32x4.mul(g, at(k, 13)), at(k, 16)))
      b = limit(f32x4.add(f32x4.mul(b, at(k, 14)), at(k, 17)))
    }
    if (flags & GAMMA_R) r = powv(r, at(k, 18))
    if (flags & GAMMA_G) g = powv(g, at(k, 19))
    if (flags & GAMMA_B) b = powv(b, at(k, 20))
    if (flags & SATURATION) {
      const l = f32x4.add(f32x4.add(f32x4.mul(r, at(k, 21)), f32x4.mul(g, at(k, 22))), f32x4.mul(b, at(k, 23)))
      r = f32x4.add(l, f32x4.mul(f32x4.sub(r, l), at(k, 24)))
      g = f32x4.add(l, f32x4.mul(f32x4.sub(g, l), at(k, 24)))
      b = f32x4.add(l, f32x4.mul(f32x4.sub(b, l), at(k, 24)))
    }
    if (soft) {
      const back = v128.bitselect(a, one, partial)
      r = f32x4.mul(r, back)
      g = f32x4.mul(g, back)
      b = f32x4.mul(b, back)
    }

    const rg = i32x4.shuffle(r, g, 0, 4, 1, 5), gr = i32x4.shuffle(r, g, 2, 6, 3, 7)
    const ba = i32x4.shuffle(b, a, 0, 4, 1, 5), ab = i32x4.shuffle(b, a, 2, 6, 3, 7)
    const d = dst + (<usize>i << 4)
    v128.store(d, i64x2.shuffle(rg, ba, 0, 2))
    v128.store(d + 16, i64x2.shuffle(rg, ba, 1, 3))
    v128.store(d + 32, i64x2.shuffle(gr, ab, 0, 2))
    v128.store(d + 48, i64x2.shuffle(gr, ab, 1, 3))
  }
}
