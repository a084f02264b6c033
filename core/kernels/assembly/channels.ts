// Between straight and premultiplied, among channels, and among mattes.
const ALPHA = i32x4.replace_lane(i32x4.splat(0), 3, -1)

/** Colour times alpha. dst may be src. */
export function premultiply(dst: usize, src: usize, n: i32): void {
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    v128.store(dst + i, v128.bitselect(p, f32x4.mul(p, i32x4.shuffle(p, p, 3, 3, 3, 3)), ALPHA))
  }
}

/** Colour divided by alpha; where alpha is 0 or less, colour as it is. dst may be src. */
export function unpremultiply(dst: usize, src: usize, n: i32): void {
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    const a = f32x4.extract_lane(p, 3)
    v128.store(dst + i, a > 0 && a != 1 ? v128.bitselect(p, f32x4.div(p, f32x4.splat(a)), ALPHA) : p)
  }
}

/** Each channel from another: a 16-byte pattern of byte numbers (255 for zero) and 16 bytes of ones to set. dst may be src. */
export function shuffle(dst: usize, src: usize, n: i32, pattern: usize): void {
  const from = v128.load(pattern), set = v128.load(pattern + 16)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16)
    v128.store(dst + i, v128.or(i8x16.swizzle(v128.load(src + i), from), set))
}

/** The alpha of src in dst; colour stays. */
export function alphaOf(dst: usize, src: usize, n: i32): void {
  for (let i: usize = 12, end = <usize>n << 4; i < end; i += 16) store<f32>(dst + i, load<f32>(src + i))
}

/** plane = r * kr + g * kg + b * kb + a * ka. */
export function weigh(dst: usize, src: usize, n: i32, kr: f32, kg: f32, kb: f32, ka: f32): void {
  for (let i = 0; i < n; i++) {
    const s = src + (<usize>i << 4)
    store<f32>(dst + (<usize>i << 2), load<f32>(s) * kr + load<f32>(s + 4) * kg + load<f32>(s + 8) * kb + load<f32>(s + 12) * ka)
  }
}

/** Every channel times the plane. dst may be src. */
export function hold(dst: usize, src: usize, plane: usize, n: i32): void {
  for (let i = 0; i < n; i++) {
    const o = <usize>i << 4
    v128.store(dst + o, f32x4.mul(v128.load(src + o), v128.load32_splat(plane + (<usize>i << 2))))
  }
}

// @ts-ignore: decorator
@inline
function joined(a: v128, b: v128, join: i32): v128 {
  const one = f32x4.splat(1)
  if (join == 0) return f32x4.pmax(a, b)
  if (join == 1) return f32x4.mul(a, f32x4.sub(one, b))
  if (join == 2) return f32x4.pmin(a, b)
  if (join == 3) return f32x4.sub(f32x4.add(a, b), f32x4.mul(f32x4.add(a, a), b))
  return f32x4.mul(a, b)
}

/** n floats of two mattes: 0 add (max), 1 subtract a (1 - b), 2 intersect (min), 3 exclude a + b - 2ab, 4 multiply. dst may be either. */
export function combine(dst: usize, a: usize, b: usize, n: i32, join: i32): void {
  let i = 0
  for (; i + 4 <= n; i += 4) {
    const o = <usize>i << 2
    v128.store(dst + o, joined(v128.load(a + o), v128.load(b + o), join))
  }
  for (; i < n; i++) {
    const o = <usize>i << 2
    store<f32>(dst + o, f32x4.extract_lane(joined(v128.load32_zero(a + o), v128.load32_zero(b + o), join), 0))
  }
}

/** dst (h x w) = src (w x h) turned over its main diagonal, in squares that fit the cache. */
export function transpose(dst: usize, src: usize, w: i32, h: i32): void {
  const S = 16
  for (let by = 0; by < h; by += S)
    for (let bx = 0; bx < w; bx += S) {
      const ey = min(by + S, h), ex = min(bx + S, w)
      for (let y = by; y < ey; y++) {
        let s = src + ((<usize>y * w + bx) << 4), d = dst + ((<usize>bx * h + y) << 4)
        for (let x = bx; x < ex; x++) {
          v128.store(d, v128.load(s))
          s += 16
          d += <usize>h << 4
        }
      }
    }
}
