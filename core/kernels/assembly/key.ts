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

/** Marks (bytes, 0 before) which places of a level half as large are asked for by those of the finer one. */
export function coarserOf(map: usize, cw: i32, ch: i32, places: usize, n: i32, w: i32): void {
  for (let k = 0; k < n; k++) {
    const at = load<i32>(places + (<usize>k << 2))
    const y = at / w
    const x = at - y * w
    const left = max(0, (x - 1) >> 1)
    const right = min(cw - 1, ((x - 1) >> 1) + 1)
    const top = map + <usize>(max(0, (y - 1) >> 1) * cw)
    const low = map + <usize>(min(ch - 1, ((y - 1) >> 1) + 1) * cw)
    store<u8>(top + left, 1)
    store<u8>(top + right, 1)
    store<u8>(low + left, 1)
    store<u8>(low + right, 1)
  }
}

/** Colours times their weights, filled up from the coarser level, at places by their numbers alone. */
export function fillAt(
  dst: usize, src: usize, weights: usize, w: i32, places: usize, n: i32, coarse: usize, cw: i32, ch: i32,
): void {
  for (let k = 0; k < n; k++) {
    const at = load<i32>(places + (<usize>k << 2))
    const weight = load<f32>(weights + (<usize>at << 2))
    const own = f32x4.replace_lane(v128.load(src + (<usize>at << 4)), 3, 1)
    const y = at / w
    const p = dst + (<usize>at << 4)
    v128.store(p, f32x4.mul(own, f32x4.splat(weight)))
    push(p, coarse, cw, ch, at - y * w, y)
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

/**
 * A map (0 or 1) grown by a square of `by` places (at most 127) on each side. rows: scratch of w * h + 16 bytes; line: of w + 2 * by + 64.
 * Across, windows are joined to ones twice as long until they are more than half of the whole, and two of those are the whole.
 */
export function growMap(dst: usize, src: usize, w: i32, h: i32, by: i32, rows: usize, line: usize): void {
  const whole = 2 * by + 1
  const padded = w + 2 * by
  memory.fill(line, 0, padded + 64)
  for (let y = 0; y < h; y++) {
    const row = <usize>(y * w)
    memory.copy(line + by, src + row, w)
    memory.fill(line + by + w, 0, by)
    memory.fill(line, 0, by)
    let length = 1
    for (; length * 2 <= whole; length *= 2)
      for (let x = 0; x < padded; x += 16) {
        const at = line + <usize>x
        v128.store(at, v128.or(v128.load(at), v128.load(at + length)))
      }
    const rest = whole - length
    for (let x = 0; x < w; x += 16) {
      const at = line + <usize>x
      v128.store(rows + row + <usize>x, v128.or(v128.load(at), v128.load(at + rest)))
    }
    // What was joined beyond the line's end.
    memory.fill(line + padded, 0, 48)
  }
  // Down: how far above each place the last one lay, in bytes that stop at 255.
  const since = line
  memory.fill(since, 255, w)
  const one = i8x16.splat(1)
  const reach = i8x16.splat(<i8>(2 * by))
  for (let y = 0; y < h + by; y++) {
    const from = rows + <usize>(y * w)
    const to = dst + <usize>((y - by) * w)
    let x = 0
    for (; x + 16 <= w; x += 16) {
      let d = v128.load(since + <usize>x)
      d = i8x16.add_sat_u(d, one)
      if (y < h) d = v128.andnot(d, i8x16.ne(v128.load(from + <usize>x), i8x16.splat(0)))
      v128.store(since + <usize>x, d)
      if (y >= by) v128.store(to + <usize>x, v128.and(i8x16.le_u(d, reach), one))
    }
    for (; x < w; x++) {
      let d: u32 = min<u32>(255, <u32>load<u8>(since + <usize>x) + 1)
      if (y < h && load<u8>(from + <usize>x)) d = 0
      store<u8>(since + <usize>x, <u8>d)
      if (y >= by) store<u8>(to + <usize>x, d <= <u32>(2 * by) ? 1 : 0)
    }
  }
}

/** A plane blurred by seven weights that are the same on both sides, the border's values going on. rows: scratch of w * h floats. */
export function blurPlane(dst: usize, src: usize, w: i32, h: i32, k0: f32, k1: f32, k2: f32, k3: f32, rows: usize): void {
  const pitch = <usize>w << 2
  for (let y = 0; y < h; y++) {
    const p = src + <usize>y * pitch
    const to = rows + <usize>y * pitch
    for (let x = 0; x < w; x++) {
      const at = p + (<usize>x << 2)
      if (x >= 3 && x + 7 <= w) {
        v128.store(to + (<usize>x << 2), seven(at - 12, at - 8, at - 4, at, at + 4, at + 8, at + 12, k0, k1, k2, k3))
        x += 3
        continue
      }
      const sum =
        k0 * load<f32>(at) +
        k1 * (at4(p, max(0, x - 1)) + at4(p, min(w - 1, x + 1))) +
        k2 * (at4(p, max(0, x - 2)) + at4(p, min(w - 1, x + 2))) +
        k3 * (at4(p, max(0, x - 3)) + at4(p, min(w - 1, x + 3)))
      store<f32>(to + (<usize>x << 2), sum)
    }
  }
  for (let y = 0; y < h; y++) {
    const c = rows + <usize>y * pitch
    const a1 = rows + <usize>max(0, y - 1) * pitch, b1 = rows + <usize>min(h - 1, y + 1) * pitch
    const a2 = rows + <usize>max(0, y - 2) * pitch, b2 = rows + <usize>min(h - 1, y + 2) * pitch
    const a3 = rows + <usize>max(0, y - 3) * pitch, b3 = rows + <usize>min(h - 1, y + 3) * pitch
    const to = dst + <usize>y * pitch
    let x: usize = 0
    for (; x + 16 <= pitch; x += 16)
      v128.store(to + x, seven(a3 + x, a2 + x, a1 + x, c + x, b1 + x, b2 + x, b3 + x, k0, k1, k2, k3))
    for (; x < pitch; x += 4) {
      const sum =
        k0 * load<f32>(c + x) +
        k1 * (load<f32>(a1 + x) + load<f32>(b1 + x)) +
        k2 * (load<f32>(a2 + x) + load<f32>(b2 + x)) +
        k3 * (load<f32>(a3 + x) + load<f32>(b3 + x))
      store<f32>(to + x, sum)
    }
  }
}

// @ts-ignore: decorator
@inline
function at4(p: usize, x: i32): f32 {
  return load<f32>(p + (<usize>x << 2))
}

// @ts-ignore: decorator
@inline
function seven(
  a3: usize, a2: usize, a1: usize, c: usize, b1: usize, b2: usize, b3: usize, k0: f32, k1: f32, k2: f32, k3: f32,
): v128 {
  const one = f32x4.mul(f32x4.splat(k1), f32x4.add(v128.load(a1), v128.load(b1)))
  const two = f32x4.mul(f32x4.splat(k2), f32x4.add(v128.load(a2), v128.load(b2)))
  const three = f32x4.mul(f32x4.splat(k3), f32x4.add(v128.load(a3), v128.load(b3)))
  const sum = f32x4.add(f32x4.mul(f32x4.splat(k0), v128.load(c)), one)
  return f32x4.add(f32x4.add(sum, two), three)
}

/** max(0, seen - (1 - alpha) plate), with that alpha. */
export function unmix(dst: usize, src: usize, plate: usize, alpha: usize, n: i32): void {
  const zero = f32x4.splat(0)
  for (let i = 0; i < n; i++) {
    const a = load<f32>(alpha + (<usize>i << 2))
    const at = <usize>i << 4
    let front = zero
    if (a > 0) {
      front = v128.load(src + at)
      if (a < 1) front = f32x4.sub(front, f32x4.mul(v128.load(plate + at), f32x4.splat(1 - a)))
      front = f32x4.max(front, zero)
    }
    v128.store(dst + at, f32x4.replace_lane(front, 3, a))
  }
}
