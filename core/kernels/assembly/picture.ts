// Between the edges of the house (8/10-bit code values) and linear premultiplied RGBA.
import { fromLinear, toLinear } from './math'

/** Bytes or 16-bit words to floats: dst[i] = src[i]. */
function widen(dst: usize, src: usize, n: i32, bytes: i32): void {
  if (bytes == 1) for (let i = 0; i < n; i++) store<f32>(dst + (i << 2), <f32>load<u8>(src + i))
  else for (let i = 0; i < n; i++) store<f32>(dst + (i << 2), <f32>load<u16>(src + (i << 1)))
}

/** One chroma row at luma resolution; samples sit on even luma columns (left siting). */
function chromaRow(dst: usize, a: usize, b: usize, wa: f32, wb: f32, w: i32, cw: i32, shift: i32, bytes: i32): void {
  for (let x = 0; x < w; x++) {
    const c = min(x >> shift, cw - 1)
    let v = sample(a, c, bytes) * wa + sample(b, c, bytes) * wb
    if (shift && x & 1) {
      const d = min(c + 1, cw - 1)
      v = (v + sample(a, d, bytes) * wa + sample(b, d, bytes) * wb) * 0.5
    }
    store<f32>(dst + (x << 2), v)
  }
}

// @ts-ignore: decorator
@inline
function sample(p: usize, i: i32, bytes: i32): f32 {
  return bytes == 1 ? <f32>load<u8>(p + i) : <f32>load<u16>(p + (i << 1))
}

/**
 * Y'CbCr planes to linear RGBA. k: yScale, yOffset, cOffset, crToR, cbToG, crToG, cbToB.
 * rows: scratch for three rows of w + 4 floats.
 */
export function decodeYuv(
  dst: usize, yp: usize, up: usize, vp: usize, ys: i32, cs: i32,
  w: i32, h: i32, shiftX: i32, shiftY: i32, bytes: i32, k: usize, rows: usize,
): void {
  const cw = (w + (1 << shiftX) - 1) >> shiftX
  const ch = (h + (1 << shiftY) - 1) >> shiftY
  const pitch = ((w + 4) << 2)
  const ry = rows, ru = rows + pitch, rv = rows + 2 * pitch
  const yScale = v128.load32_splat(k), yOff = v128.load32_splat(k + 4), cOff = v128.load32_splat(k + 8)
  const kr = v128.load32_splat(k + 12), kgu = v128.load32_splat(k + 16)
  const kgv = v128.load32_splat(k + 20), kb = v128.load32_splat(k + 24)
  for (let y = 0; y < h; y++) {
    let c0 = y, c1 = y
    let w1: f32 = 0
    if (shiftY) {
      c0 = y >> 1
      c1 = y & 1 ? min(c0 + 1, ch - 1) : max(c0 - 1, 0)
      w1 = 0.25
    }
    widen(ry, yp + y * ys, w, bytes)
    chromaRow(ru, up + c0 * cs, up + c1 * cs, 1 - w1, w1, w, cw, shiftX, bytes)
    chromaRow(rv, vp + c0 * cs, vp + c1 * cs, 1 - w1, w1, w, cw, shiftX, bytes)
    const out = dst + <usize>y * w * 16
    for (let x = 0; x < w; x += 4) {
      const l = f32x4.mul(f32x4.sub(v128.load(ry + (x << 2)), yOff), yScale)
      const u = f32x4.sub(v128.load(ru + (x << 2)), cOff)
      const v = f32x4.sub(v128.load(rv + (x << 2)), cOff)
      const r = toLinear(f32x4.add(l, f32x4.mul(v, kr)))
      const g = toLinear(f32x4.add(l, f32x4.add(f32x4.mul(u, kgu), f32x4.mul(v, kgv))))
      const b = toLinear(f32x4.add(l, f32x4.mul(u, kb)))
      const one = f32x4.splat(1)
      const rg0 = i32x4.shuffle(r, g, 0, 4, 1, 5), rg1 = i32x4.shuffle(r, g, 2, 6, 3, 7)
      const ba0 = i32x4.shuffle(b, one, 0, 4, 1, 5), ba1 = i32x4.shuffle(b, one, 2, 6, 3, 7)
      const p = out + (x << 4)
      const left = w - x
      v128.store(p, i64x2.shuffle(rg0, ba0, 0, 2))
      if (left > 1) v128.store(p + 16, i64x2.shuffle(rg0, ba0, 1, 3))
      if (left > 2) v128.store(p + 32, i64x2.shuffle(rg1, ba1, 0, 2))
      if (left > 3) v128.store(p + 48, i64x2.shuffle(rg1, ba1, 1, 3))
    }
  }
}

/** Straight 8-bit sRGB RGBA to linear premultiplied; lut holds 256 linear values. */
export function decodeRgba8(dst: usize, src: usize, n: i32, lut: usize): void {
  for (let i = 0; i < n; i++) {
    const s = src + (i << 2)
    const a = <f32>load<u8>(s + 3) * (1.0 / 255.0)
    const d = dst + (i << 4)
    store<f32>(d, load<f32>(lut + (<usize>load<u8>(s) << 2)) * a)
    store<f32>(d + 4, load<f32>(lut + (<usize>load<u8>(s + 1) << 2)) * a)
    store<f32>(d + 8, load<f32>(lut + (<usize>load<u8>(s + 2) << 2)) * a)
    store<f32>(d + 12, a)
  }
}

/** Rounds non-negative floats below 2^22 to the nearest integer, in the low bits: 2^23 leaves no room for a fraction. */
// @ts-ignore: decorator
@inline
function nearest(x: v128): v128 {
  return i32x4.sub(f32x4.add(x, f32x4.splat(8388608)), i32x4.splat(0x4b000000))
}

/** Code values 0..255 of a premultiplied pixel. straight: divide by alpha first, else over black and opaque. */
// @ts-ignore: decorator
@inline
function code8(p: v128, straight: bool): v128 {
  if (!straight) return nearest(f32x4.replace_lane(f32x4.mul(fromLinear(p), f32x4.splat(255)), 3, 255))
  const a = f32x4.extract_lane(p, 3)
  const c = a > 0 && a != 1 ? f32x4.div(p, f32x4.splat(a)) : p
  return nearest(f32x4.replace_lane(f32x4.mul(fromLinear(c), f32x4.splat(255)), 3, min(max(a, 0), 1) * 255))
}

/** Linear premultiplied to 8-bit sRGB RGBA, rounded to nearest. Four pixels are packed at a time. */
export function encodeRgba8(dst: usize, src: usize, n: i32, straight: bool): void {
  let i = 0
  for (; i + 4 <= n; i += 4) {
    const p = src + (<usize>i << 4)
    const a = i16x8.narrow_i32x4_s(code8(v128.load(p), straight), code8(v128.load(p + 16), straight))
    const b = i16x8.narrow_i32x4_s(code8(v128.load(p + 32), straight), code8(v128.load(p + 48), straight))
    v128.store(dst + (<usize>i << 2), i8x16.narrow_i16x8_u(a, b))
  }
  for (; i < n; i++) {
    const c = code8(v128.load(src + (<usize>i << 4)), straight)
    const s = i16x8.narrow_i32x4_s(c, c)
    store<u32>(dst + (<usize>i << 2), i32x4.extract_lane(i8x16.narrow_i16x8_u(s, s), 0))
  }
}

/** Linear premultiplied to 16-bit sRGB RGBA with straight alpha, rounded to nearest. */
export function encodeRgba16(dst: usize, src: usize, n: i32): void {
  for (let i = 0; i < n; i++) {
    const p = v128.load(src + (i << 4))
    const a = f32x4.extract_lane(p, 3)
    let c = a > 0 ? fromLinear(f32x4.div(p, f32x4.splat(a))) : f32x4.splat(0)
    c = f32x4.replace_lane(c, 3, min(max(a, 0), 1))
    const q = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(c, f32x4.splat(65535)), f32x4.splat(0.5)))
    store<u64>(dst + (i << 3), i64x2.extract_lane(i16x8.narrow_i32x4_u(q, q), 0))
  }
}

// @ts-ignore: decorator
@inline
function chromaTap(rows: usize, x: i32, w: i32): v128 {
  const l = max(x - 1, 0), r = min(x + 1, w - 1)
  const c = v128.load(rows + (x << 4))
  const s = f32x4.add(v128.load(rows + (l << 4)), v128.load(rows + (r << 4)))
  return f32x4.mul(f32x4.add(s, f32x4.add(c, c)), f32x4.splat(0.25))
}

// @ts-ignore: decorator
@inline
function dot3(p: v128, k: v128): f32 {
  const m = f32x4.mul(p, k)
  return f32x4.extract_lane(m, 0) + f32x4.extract_lane(m, 1) + f32x4.extract_lane(m, 2)
}

/**
 * Linear RGBA over black to 8-bit 4:2:0 with left-sited chroma ([1 2 1]/4 across, mean of two rows).
 * k: yr yg yb yOffset, ur ug ub cOffset, vr vg vb 0, already scaled to code values. rows: scratch for three rows of RGBA.
 */
export function encodeYuv420(yp: usize, up: usize, vp: usize, src: usize, w: i32, h: i32, k: usize, rows: usize): void {
  const ky = v128.load(k), ku = v128.load(k + 16), kv = v128.load(k + 32)
  const yOff = f32x4.extract_lane(ky, 3), cOff = f32x4.extract_lane(ku, 3)
  const cw = (w + 1) >> 1
  const pitch = <usize>w * 16
  const mean = rows + 2 * pitch
  for (let y = 0; y < h; y += 2) {
    const pair = min(2, h - y)
    for (let j = 0; j < pair; j++) {
      const s = src + <usize>(y + j) * pitch, d = rows + j * pitch, o = yp + (y + j) * w
      for (let x = 0; x < w; x++) {
        const c = fromLinear(v128.load(s + (x << 4)))
        v128.store(d + (x << 4), c)
        store<u8>(o + x, <u8>min(max(dot3(c, ky) + yOff + 0.5, 0), 255))
      }
    }
    const second = pair == 2 ? rows + pitch : rows
    for (let x = 0; x < w; x++) {
      const m = f32x4.add(v128.load(rows + (x << 4)), v128.load(second + (x << 4)))
      v128.store(mean + (x << 4), f32x4.mul(m, f32x4.splat(0.5)))
    }
    const row = (y >> 1) * cw
    for (let x = 0; x < cw; x++) {
      const c = chromaTap(mean, x << 1, w)
      store<u8>(up + row + x, <u8>min(max(dot3(c, ku) + cOff + 0.5, 0), 255))
      store<u8>(vp + row + x, <u8>min(max(dot3(c, kv) + cOff + 0.5, 0), 255))
    }
  }
}

