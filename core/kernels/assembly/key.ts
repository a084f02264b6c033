// What a screen key asks of every pixel. Maps are bytes: 0 or 1.

/** Sums of 2 x 2 of colours times their weights with those weights, brought down to a weight of 1 where they exceed it. */
export function pullLevel(dst: usize, dw: i32, dh: i32, src: usize, w: i32, h: i32): void {
  const pitch = <usize>w << 4
  for (let y = 0; y < dh; y++) {
    const top = src + <usize>(y * 2) * pitch
    const low = y * 2 + 1 < h ? top + pitch : 0
    for (let x = 0; x < dw; x++) {
      const at = <usize>(x * 2) << 4
      const two = x * 2 + 1 < w
      let sum = v128.load(top + at)
      if (two) sum = f32x4.add(sum, v128.load(top + at + 16))
      if (low) {
        sum = f32x4.add(sum, v128.load(low + at))
        if (two) sum = f32x4.add(sum, v128.load(low + at + 16))
      }
      const weight = f32x4.extract_lane(sum, 3)
      if (weight > 1) sum = f32x4.div(sum, f32x4.splat(weight))
      v128.store(dst + (<usize>(y * dw + x) << 4), sum)
    }
  }
}

/** What a level half as large has at a pixel of the finer one, bilinear. */
// @ts-ignore: decorator
@inline
function coarser(coarse: usize, cw: i32, ch: i32, x: i32, y: i32): v128 {
  const pitch = <usize>cw << 4
  const u = (<f32>x - <f32>0.5) * <f32>0.5
  const v = (<f32>y - <f32>0.5) * <f32>0.5
  const i = <i32>Mathf.floor(u)
  const j = <i32>Mathf.floor(v)
  const fu = f32x4.splat(u - <f32>i)
  const top = coarse + <usize>max(0, j) * pitch
  const low = coarse + <usize>min(ch - 1, j + 1) * pitch
  const left = <usize>max(0, i) << 4
  const right = <usize>min(cw - 1, i + 1) << 4
  const a = v128.load(top + left)
  const c = v128.load(low + left)
  const upper = f32x4.add(a, f32x4.mul(f32x4.sub(v128.load(top + right), a), fu))
  const lower = f32x4.add(c, f32x4.mul(f32x4.sub(v128.load(low + right), c), fu))
  return f32x4.add(upper, f32x4.mul(f32x4.sub(lower, upper), f32x4.splat(v - <f32>j)))
}

/** p += (1 - its weight) * what the coarser level has there; that is known everywhere. */
// @ts-ignore: decorator
@inline
function push(p: usize, coarse: usize, cw: i32, ch: i32, x: i32, y: i32): void {
  const weight = load<f32>(p + 12)
  if (weight >= 1) return
  const filled = coarser(coarse, cw, ch, x, y)
  v128.store(p, f32x4.add(v128.load(p), f32x4.mul(filled, f32x4.splat(1 - weight))))
}

/** Fills up every pixel of a level from the coarser one. */
export function pushLevel(fine: usize, w: i32, h: i32, coarse: usize, cw: i32, ch: i32): void {
  let p = fine
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++, p += 16) push(p, coarse, cw, ch, x, y)
}

/** The same at places by their numbers alone. */
export function pushAt(fine: usize, w: i32, places: usize, n: i32, coarse: usize, cw: i32, ch: i32): void {
  for (let k = 0; k < n; k++) {
    const at = load<i32>(places + (<usize>k << 2))
    const y = at / w
    push(fine + (<usize>at << 4), coarse, cw, ch, at - y * w, y)
  }
}

/** Colour times a weight, and the weight. */
export function weighted(dst: usize, src: usize, weights: usize, n: i32): void {
  for (let i = 0; i < n; i++) {
    const w = load<f32>(weights + (<usize>i << 2))
    const at = <usize>i << 4
    v128.store(dst + at, f32x4.mul(f32x4.replace_lane(v128.load(src + at), 3, 1), f32x4.splat(w)))
  }
}

/** A grid of colours, `cell` pixels apart from the frame's corner on, bilinear between. */
export function spreadGrid(dst: usize, w: i32, h: i32, grid: usize, cols: i32, cell: i32): void {
  const step: f32 = <f32>1 / <f32>cell
  const pitch = <usize>cols << 4
  for (let y = 0; y < h; y++) {
    const v = (<f32>y + <f32>0.5) * step
    const j = <i32>v
    const fv = f32x4.splat(v - <f32>j)
    for (let x = 0; x < w; x++) {
      const u = (<f32>x + <f32>0.5) * step
      const i = <i32>u
      const fu = f32x4.splat(u - <f32>i)
      const p = grid + <usize>j * pitch + (<usize>i << 4)
      const a = v128.load(p)
      const c = v128.load(p + pitch)
      const upper = f32x4.add(a, f32x4.mul(f32x4.sub(v128.load(p + 16), a), fu))
      const lower = f32x4.add(c, f32x4.mul(f32x4.sub(v128.load(p + pitch + 16), c), fu))
      v128.store(dst + (<usize>(y * w + x) << 4), f32x4.add(upper, f32x4.mul(f32x4.sub(lower, upper), fv)))
    }
  }
}

/** Where a map is 1, a colour divided by another with weight 1; else nothing. */
export function ratios(dst: usize, src: usize, by: usize, map: usize, n: i32): void {
  const least = f32x4.splat(1e-4)
  for (let i = 0; i < n; i++) {
    const at = <usize>i << 4
    let v = f32x4.splat(0)
    if (load<u8>(map + <usize>i)) {
      const ratio = f32x4.div(v128.load(src + at), f32x4.max(v128.load(by + at), least))
      v = f32x4.replace_lane(ratio, 3, 1)
    }
    v128.store(dst + at, v)
  }
}

/** dst *= by, in place. */
export function multiplyBy(dst: usize, by: usize, n: i32): void {
  for (let i = 0; i < n; i++) {
    const at = <usize>i << 4
    v128.store(dst + at, f32x4.mul(v128.load(dst + at), v128.load(by + at)))
  }
}

// @ts-ignore: decorator
@inline
function standsOut(p: usize, g: i32, a: i32, b: i32): f32 {
  return load<f32>(p + (g << 2)) - max(load<f32>(p + (a << 2)), load<f32>(p + (b << 2)))
}

/** share = how far the channel g stands out, as a share of how far it does in another picture. */
export function screenShare(dst: usize, src: usize, plate: usize, n: i32, g: i32, a: i32, b: i32): void {
  for (let i = 0; i < n; i++) {
    const at = <usize>i << 4
    const whole = max(standsOut(plate + at, g, a, b), <f32>1e-4)
    store<f32>(dst + (<usize>i << 2), standsOut(src + at, g, a, b) / whole)
  }
}

/**
 * Where the mean of 3 x 3 has the shares (toA, toB) of the channel g within a distance whose square is `limit`, and 9 times g is over `dark`. sum: scratch of 16 bytes.
 */
export function likeScreen(
  map: usize, src: usize, w: i32, h: i32, g: i32, a: i32, b: i32,
  toA: f32, toB: f32, limit: f32, dark: f32, sum: usize,
): void {
  const pitch = <usize>w << 4
  for (let y = 0; y < h; y++) {
    const here = src + <usize>y * pitch
    const up = y > 0 ? here - pitch : here
    const down = y < h - 1 ? here + pitch : here
    let next = f32x4.add(f32x4.add(v128.load(up), v128.load(here)), v128.load(down))
    let before = next, now = next
    for (let x = 0; x < w; x++) {
      before = now
      now = next
      if (x < w - 1) {
        const at = <usize>(x + 1) << 4
        next = f32x4.add(f32x4.add(v128.load(up + at), v128.load(here + at)), v128.load(down + at))
      }
      v128.store(sum, f32x4.add(f32x4.add(before, now), next))
      const key = load<f32>(sum + (g << 2))
      let like: u8 = 0
      if (key > dark) {
        const p = load<f32>(sum + (a << 2)) / key - toA
        const q = load<f32>(sum + (b << 2)) / key - toB
        like = p * p + q * q < limit ? 1 : 0
      }
      store<u8>(map + <usize>(y * w + x), like)
    }
  }
}

/**
 * How places lie to a light over the screen: `known` loses those whose share of it is not within (low, high); those that are not known are solid (below `solid`) or shaded (over `shade`, and of the
 * shares of the screen within a distance whose square is `reach`).
 */
export function sortScreen(
  known: usize, solidMap: usize, shadedMap: usize, src: usize, lit: usize, n: i32, g: i32, a: i32, b: i32,
  toA: f32, toB: f32, reach: f32, low: f32, high: f32, solid: f32, shade: f32,
): void {
  for (let i = 0; i < n; i++) {
    const at = <usize>i << 4
    const t = standsOut(src + at, g, a, b) / max(standsOut(lit + at, g, a, b), <f32>1e-4)
    let isSolid: u8 = 0
    let isShaded: u8 = 0
    if (load<u8>(known + <usize>i) && !(t > low && t < high)) store<u8>(known + <usize>i, 0)
    if (!load<u8>(known + <usize>i)) {
      if (t < solid) isSolid = 1
      else if (t > shade) {
        const key = max(load<f32>(src + at + (g << 2)), <f32>1e-6)
        const p = load<f32>(src + at + (a << 2)) / key - toA
        const q = load<f32>(src + at + (b << 2)) / key - toB
        isShaded = p * p + q * q < reach ? 1 : 0
      }
    }
    store<u8>(solidMap + <usize>i, isSolid)
    store<u8>(shadedMap + <usize>i, isShaded)
  }
}

/** A map grown by a square of `by` places on each side. rows: scratch of w * h bytes. */
export function growMap(dst: usize, src: usize, w: i32, h: i32, by: i32, rows: usize): void {
  for (let y = 0; y < h; y++) {
    const row = <usize>(y * w)
    let last = -0x40000000
    for (let x = 0; x < w + by; x++) {
      if (x < w && load<u8>(src + row + <usize>x)) last = x
      if (x >= by) store<u8>(rows + row + <usize>(x - by), last >= x - 2 * by ? 1 : 0)
    }
  }
  for (let y = 0; y < h; y++) {
    const to = dst + <usize>(y * w)
    memory.fill(to, 0, w)
    for (let v = max(0, y - by); v <= min(h - 1, y + by); v++) {
      const from = rows + <usize>(v * w)
      let x = 0
      for (; x + 16 <= w; x += 16) v128.store(to + x, v128.or(v128.load(to + x), v128.load(from + x)))
      for (; x < w; x++) store<u8>(to + <usize>x, load<u8>(to + <usize>x) | load<u8>(from + <usize>x))
    }
  }
}

/** A plane blurred by seven weights that are the same on both sides, the border's values going on. rows: scratch of w * h floats. */
export function blurPlane(dst: usize, src: usize, w: i32, h: i32, k0: f32, k1: f32, k2: f32, k3: f32, rows: usize): void {
  blurRuns(rows, src, w, 1, h, w, k0, k1, k2, k3)
  blurRuns(dst, rows, h, w, w, 1, k0, k1, k2, k3)
}

// Runs of n numbers, `step` apart, `count` of them, `next` apart.
function blurRuns(
  dst: usize, src: usize, n: i32, step: i32, count: i32, next: i32, k0: f32, k1: f32, k2: f32, k3: f32,
): void {
  for (let i = 0; i < n; i++) {
    const a1 = <usize>(max(0, i - 1) * step) << 2, b1 = <usize>(min(n - 1, i + 1) * step) << 2
    const a2 = <usize>(max(0, i - 2) * step) << 2, b2 = <usize>(min(n - 1, i + 2) * step) << 2
    const a3 = <usize>(max(0, i - 3) * step) << 2, b3 = <usize>(min(n - 1, i + 3) * step) << 2
    const at = <usize>(i * step) << 2
    for (let r = 0; r < count; r++) {
      const p = src + (<usize>(r * next) << 2)
      const sum =
        k0 * load<f32>(p + at) +
        k1 * (load<f32>(p + a1) + load<f32>(p + b1)) +
        k2 * (load<f32>(p + a2) + load<f32>(p + b2)) +
        k3 * (load<f32>(p + a3) + load<f32>(p + b3))
      store<f32>(dst + (<usize>(r * next) << 2) + at, sum)
    }
  }
}

/** max(0, seen - (1 - alpha) plate), with that alpha. */
export function unmix(dst: usize, src: usize, plate: usize, alpha: usize, n: i32): void {
  const zero = f32x4.splat(0)
  for (let i = 0; i < n; i++) {
    const a = load<f32>(alpha + (<usize>i << 2))
    const at = <usize>i << 4
    const own = f32x4.sub(v128.load(src + at), f32x4.mul(v128.load(plate + at), f32x4.splat(1 - a)))
    const front = a > 0 ? f32x4.max(own, zero) : zero
    v128.store(dst + at, f32x4.replace_lane(front, 3, a))
  }
}
