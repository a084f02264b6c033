// What a pixel becomes by looking at its neighbours.
import { edgeAt } from './streak'

// @ts-ignore: decorator
@inline
function luma(p: usize): f32 {
  return load<f32>(p) * <f32>0.2126 + load<f32>(p + 4) * <f32>0.7152 + load<f32>(p + 8) * <f32>0.0722
}

/** Sobel slopes of luma for one pixel of distance: (across, down, length, alpha of the source). Borders are held. */
export function slopes(dst: usize, src: usize, w: i32, h: i32): void {
  for (let y = 0; y < h; y++) {
    const r0 = src + <usize>(max(y - 1, 0) * w) * 16, r1 = src + <usize>(y * w) * 16, r2 = src + <usize>(min(y + 1, h - 1) * w) * 16
    for (let x = 0; x < w; x++) {
      const l = <usize>max(x - 1, 0) << 4, m = <usize>x << 4, r = <usize>min(x + 1, w - 1) << 4
      const a = luma(r0 + l), b = luma(r0 + m), c = luma(r0 + r), d = luma(r1 + l), f = luma(r1 + r)
      const g = luma(r2 + l), i = luma(r2 + m), j = luma(r2 + r)
      const gx = (c + 2 * f + j - a - 2 * d - g) * <f32>0.125, gy = (g + 2 * i + j - a - 2 * b - c) * <f32>0.125
      const p = dst + ((<usize>y * w + x) << 4)
      store<f32>(p, gx)
      store<f32>(p + 4, gy)
      store<f32>(p + 8, Mathf.sqrt(gx * gx + gy * gy))
      store<f32>(p + 12, load<f32>(r1 + m + 12))
    }
  }
}

/** How much of a pixel shows paper, for a screen of pitch p px seen at (u, v) cells: forms 0 dots, 1 lines. light: share of paper wanted. */
// @ts-ignore: decorator
@inline
function screened(u: f32, v: f32, light: f32, form: i32, pitch: f32): f32 {
  const p: f32 = abs<f32>(2 * (u - Mathf.floor(u)) - 1), q: f32 = abs<f32>(2 * (v - Mathf.floor(v)) - 1)
  const a: f32 = min<f32>(max<f32>(1 - light, 0), 1)
  if (a <= 0) return 1
  if (a >= 1) return 0
  // Ink covers what lies below a threshold; (|p| + |q|) / 2 < x covers 2 x^2 of a cell up to one half, and 1 - 2 (1 - x)^2 above.
  const spot: f32 = form ? p : (p + q) * <f32>0.5
  let x: f32 = a
  if (!form) x = a < 0.5 ? Mathf.sqrt(a * <f32>0.5) : <f32>1 - Mathf.sqrt((<f32>1 - a) * <f32>0.5)
  const width: f32 = (form ? <f32>2 : <f32>1.42) / pitch
  return min<f32>(max<f32>((spot - x) / width + <f32>0.5, 0), 1)
}

/**
 * Screens a picture for print. src holds straight light in [0, 1] as three channels. k: pitch in px, form, then for each of three screens cosine and sine of its angle, and the place
 * (x0, y0) of the first pixel. All channels use their own screen; alpha is copied.
 */
export function halftone(dst: usize, src: usize, w: i32, h: i32, k: usize): void {
  const pitch = load<f32>(k), form = <i32>load<f32>(k + 4), x0 = load<f32>(k + 32), y0 = load<f32>(k + 36)
  const inv: f32 = 1 / pitch
  for (let y = 0; y < h; y++) {
    const v = (y0 + <f32>y + <f32>0.5) * inv
    for (let x = 0; x < w; x++) {
      const u = (x0 + <f32>x + <f32>0.5) * inv
      const p = (<usize>y * w + x) << 4
      for (let c: usize = 0; c < 3; c++) {
        const cs = load<f32>(k + 8 + (c << 3)), sn = load<f32>(k + 12 + (c << 3))
        store<f32>(dst + p + (c << 2), screened(u * cs + v * sn, v * cs - u * sn, load<f32>(src + p + (c << 2)), form, pitch))
      }
      store<f32>(dst + p + 12, load<f32>(src + p + 12))
    }
  }
}

/**
 * Brush strokes: of eight neighbourhoods at distance r, each with its mean colour and mean square, those count most that vary least: weight 1 / (variance + 1e-4)^4.
 * After Papari, Petkov and Campisi (2007).
 */
export function paint(dst: usize, mean: usize, square: usize, w: i32, h: i32, r: f32): void {
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let acc = f32x4.splat(0), total: f32 = 0
      for (let i = 0; i < 8; i++) {
        const diagonal = i & 1
        const dx: f32 = i == 0 || i == 1 || i == 7 ? 1 : i == 2 || i == 6 ? 0 : -1
        const dy: f32 = i == 1 || i == 2 || i == 3 ? 1 : i == 0 || i == 4 ? 0 : -1
        const way: f32 = diagonal ? r * <f32>0.70710678 : r
        const u = edgeAt(x + <i32>Mathf.floor(dx * way + <f32>0.5), w, 1), v = edgeAt(y + <i32>Mathf.floor(dy * way + <f32>0.5), h, 1)
        const o = (<usize>v * w + u) << 4
        const m = v128.load(mean + o)
        const s = f32x4.sub(v128.load(square + o), f32x4.mul(m, m))
        const variance = max(f32x4.extract_lane(s, 0), 0) + max(f32x4.extract_lane(s, 1), 0) + max(f32x4.extract_lane(s, 2), 0)
        const q: f32 = 1 / (variance + <f32>1e-4)
        const k = q * q * <f32>1e-8
        acc = f32x4.add(acc, f32x4.mul(m, f32x4.splat(k * k)))
        total += k * k
      }
      v128.store(dst + ((<usize>y * w + x) << 4), f32x4.div(acc, f32x4.splat(max(total, <f32>1e-36))))
    }
}

/** Between pictures of rising softness: at level v the picture floor(v) and the next, mixed by the fraction. levels: their addresses. plane: v, limited to them. */
export function pick(dst: usize, levels: usize, count: i32, plane: usize, n: i32): void {
  const last = <f32>(count - 1)
  for (let i = 0; i < n; i++) {
    const v = min(max(load<f32>(plane + (<usize>i << 2)), 0), 1) * last
    const l = min(<i32>v, count - 2)
    const o = <usize>i << 4, p = levels + (<usize>l << 2)
    const a = v128.load(<usize>load<u32>(p) + o), b = v128.load(<usize>load<u32>(p + 4) + o)
    v128.store(dst + o, f32x4.add(a, f32x4.mul(f32x4.sub(b, a), f32x4.splat(v - <f32>l))))
  }
}

/** Squares of all channels. */
export function squares(dst: usize, src: usize, n: i32): void {
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    v128.store(dst + i, f32x4.mul(p, p))
  }
}

/** Of local means m and mean squares s: how much each pixel keeps of its detail, a = v / (v + e), into s, and (1 - a) m into m (He, Sun and Tang 2013). */
export function guide(m: usize, s: usize, n: i32, e: f32): void {
  const eps = f32x4.splat(e), one = f32x4.splat(1), zero = f32x4.splat(0)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const mean = v128.load(m + i)
    const v = f32x4.pmax(f32x4.sub(v128.load(s + i), f32x4.mul(mean, mean)), zero)
    const a = f32x4.div(v, f32x4.add(v, eps))
    v128.store(s + i, a)
    v128.store(m + i, f32x4.mul(f32x4.sub(one, a), mean))
  }
}

/** a * src + b; alpha is that of src. */
export function guided(dst: usize, src: usize, a: usize, b: usize, n: i32): void {
  const alpha = i32x4.replace_lane(i32x4.splat(0), 3, -1)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    v128.store(dst + i, v128.bitselect(p, f32x4.add(f32x4.mul(v128.load(a + i), p), v128.load(b + i)), alpha))
  }
}

/** x + amount * d / (1 + guard |d|), d = x - base; alpha is that of x. */
export function detail(dst: usize, src: usize, base: usize, n: i32, amount: f32, guard: f32): void {
  const alpha = i32x4.replace_lane(i32x4.splat(0), 3, -1)
  const a = f32x4.splat(amount), g = f32x4.splat(guard), one = f32x4.splat(1)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    const p = v128.load(src + i)
    const d = f32x4.sub(p, v128.load(base + i))
    const q = f32x4.div(f32x4.mul(d, a), f32x4.add(one, f32x4.mul(f32x4.abs(d), g)))
    v128.store(dst + i, v128.bitselect(p, f32x4.add(p, q), alpha))
  }
}
