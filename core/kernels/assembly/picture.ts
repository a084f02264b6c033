// Between the edges of the house (8/10-bit code values) and linear premultiplied RGBA.
import { fromLinear, toLinear } from './math'

/** Four stored samples as floats. May read up to three samples past the end of a row. */
// @ts-ignore: decorator
@inline
function widen(src: usize, i: i32, bytes: i32): v128 {
  const words =
    bytes == 1 ? i16x8.extend_low_i8x16_u(v128.load32_zero(src + i)) : v128.load64_zero(src + (<usize>i << 1))
  return f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(words))
}

function lumaRow(dst: usize, src: usize, w: i32, bytes: i32): void {
  for (let i = 0; i < w; i += 4) v128.store(dst + (i << 2), widen(src, i, bytes))
}

/**
 * One chroma row at luma resolution from two stored rows and their weights; samples sit on even luma columns (left siting), those
 * between are the mean of their neighbours. half: scratch for the row at chroma resolution.
 */
function chromaRow(dst: usize, half: usize, a: usize, b: usize, wb: f32, cw: i32, shift: i32, bytes: i32): void {
  const row = shift ? half : dst
  const kb = f32x4.splat(wb), ka = f32x4.splat(1 - wb)
  for (let i = 0; i < cw; i += 4) {
    const v = f32x4.add(f32x4.mul(widen(a, i, bytes), ka), f32x4.mul(widen(b, i, bytes), kb))
    v128.store(row + (i << 2), v)
  }
  if (!shift) return
  store<f32>(row + (cw << 2), load<f32>(row + ((cw - 1) << 2)))
  for (let i = 0; i < cw; i += 4) {
    const c = v128.load(row + (i << 2))
    const odd = f32x4.mul(f32x4.add(c, v128.load(row + (i << 2) + 4)), f32x4.splat(0.5))
    v128.store(dst + (i << 3), i32x4.shuffle(c, odd, 0, 4, 1, 5))
    v128.store(dst + (i << 3) + 16, i32x4.shuffle(c, odd, 2, 6, 3, 7))
  }
}

/**
 * Y'CbCr planes to RGBA: linear light by the sRGB curve, or code values as they are. k: yScale, yOffset, cOffset, crToR, cbToG, crToG, cbToB.
 * rows: scratch for four rows of w + 16 floats.
 */
export function decodeYuv(
  dst: usize, yp: usize, up: usize, vp: usize, ys: i32, cs: i32,
  w: i32, h: i32, shiftX: i32, shiftY: i32, bytes: i32, linear: bool, k: usize, rows: usize,
): void {
  const cw = (w + (1 << shiftX) - 1) >> shiftX
  const ch = (h + (1 << shiftY) - 1) >> shiftY
  const pitch = (w + 16) << 2
  const ry = rows, ru = rows + pitch, rv = rows + 2 * pitch, half = rows + 3 * pitch
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
    lumaRow(ry, yp + y * ys, w, bytes)
    chromaRow(ru, half, up + c0 * cs, up + c1 * cs, w1, cw, shiftX, bytes)
    chromaRow(rv, half, vp + c0 * cs, vp + c1 * cs, w1, cw, shiftX, bytes)
    const out = dst + <usize>y * w * 16
    for (let x = 0; x < w; x += 4) {
      const l = f32x4.mul(f32x4.sub(v128.load(ry + (x << 2)), yOff), yScale)
      const u = f32x4.sub(v128.load(ru + (x << 2)), cOff)
      const v = f32x4.sub(v128.load(rv + (x << 2)), cOff)
      let r = f32x4.add(l, f32x4.mul(v, kr))
      let g = f32x4.add(l, f32x4.add(f32x4.mul(u, kgu), f32x4.mul(v, kgv)))
      let b = f32x4.add(l, f32x4.mul(u, kb))
      if (linear) {
        r = toLinear(r)
        g = toLinear(g)
        b = toLinear(b)
      }
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
  const one = f32x4.splat(1)
  for (let s = src, d = dst, end = src + (<usize>n << 2); s < end; s += 4, d += 16) {
    const pixel = load<u32>(s)
    const a = pixel >>> 24
    let p = v128.load32_lane(lut + ((pixel & 255) << 2), one, 0)
    p = v128.load32_lane(lut + (((pixel >> 8) & 255) << 2), p, 1)
    p = v128.load32_lane(lut + (((pixel >> 16) & 255) << 2), p, 2)
    if (a != 255) p = f32x4.mul(p, f32x4.splat(<f32>a * (1.0 / 255.0)))
    v128.store(d, p)
  }
}

/** Rounds non-negative floats below 2^22 to the nearest integer, in the low bits: 2^23 leaves no room for a fraction. */
// @ts-ignore: decorator
@inline
function nearest(x: v128): v128 {
  return i32x4.sub(f32x4.add(x, f32x4.splat(8388608)), i32x4.splat(0x4b000000))
}

/** Four code values of one channel, 0 to 255. */
// @ts-ignore: decorator
@inline
function code(channel: v128): v128 {
  return nearest(f32x4.mul(fromLinear(channel), f32x4.splat(255)))
}

/**
 * Linear premultiplied to 8-bit sRGB RGBA, rounded to nearest: with straight alpha, or over black and opaque. Four pixels at a time,
 * one vector a channel; dst and src need room for n rounded up to a multiple of four pixels.
 */
export function encodeRgba8(dst: usize, src: usize, n: i32, straight: bool): void {
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  const opaque = i32x4.splat(255)
  for (let i = 0; i < n; i += 4) {
    const s = src + (<usize>i << 4)
    const p0 = v128.load(s), p1 = v128.load(s + 16), p2 = v128.load(s + 32), p3 = v128.load(s + 48)
    const rg01 = i32x4.shuffle(p0, p1, 0, 4, 1, 5), ba01 = i32x4.shuffle(p0, p1, 2, 6, 3, 7)
    const rg23 = i32x4.shuffle(p2, p3, 0, 4, 1, 5), ba23 = i32x4.shuffle(p2, p3, 2, 6, 3, 7)
    let r = i64x2.shuffle(rg01, rg23, 0, 2), g = i64x2.shuffle(rg01, rg23, 1, 3)
    let b = i64x2.shuffle(ba01, ba23, 0, 2)
    let alpha = opaque
    if (straight) {
      const a = i64x2.shuffle(ba01, ba23, 1, 3)
      alpha = nearest(f32x4.mul(f32x4.pmin(f32x4.pmax(a, zero), one), f32x4.splat(255)))
      if (v128.any_true(f32x4.ne(a, one))) {
        const over = v128.bitselect(f32x4.div(one, a), one, f32x4.gt(a, zero))
        r = f32x4.mul(r, over)
        g = f32x4.mul(g, over)
        b = f32x4.mul(b, over)
      }
    }
    const rg = v128.or(code(r), i32x4.shl(code(g), 8))
    const ba = v128.or(i32x4.shl(code(b), 16), i32x4.shl(alpha, 24))
    v128.store(dst + (<usize>i << 2), v128.or(rg, ba))
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

/** Four code values as four bytes or four 16-bit words. */
// @ts-ignore: decorator
@inline
function storeCodes(dst: usize, i: i32, codes: v128, bytes: i32): void {
  const words = i16x8.narrow_i32x4_u(codes, codes)
  if (bytes == 1) store<u32>(dst + i, i32x4.extract_lane(i8x16.narrow_i16x8_u(words, words), 0))
  else store<u64>(dst + (<usize>i << 1), i64x2.extract_lane(words, 0))
}

// @ts-ignore: decorator
@inline
function toCode(v: v128, most: v128): v128 {
  return nearest(f32x4.pmin(f32x4.pmax(v, f32x4.splat(0)), most))
}

/**
 * Luma codes of one row, and its colour differences added to (or, for a first row, put into) the rows u and v.
 * w is rounded up to a multiple of four; y, u and v have room for that.
 */
function encodeRow(y: usize, u: usize, v: usize, src: usize, w: i32, k: usize, bytes: i32, first: bool): void {
  const most = v128.load32_splat(k + 44)
  for (let x = 0; x < w; x += 4) {
    const s = src + (<usize>x << 4)
    const p0 = v128.load(s), p1 = v128.load(s + 16), p2 = v128.load(s + 32), p3 = v128.load(s + 48)
    const rg01 = i32x4.shuffle(p0, p1, 0, 4, 1, 5), rg23 = i32x4.shuffle(p2, p3, 0, 4, 1, 5)
    const r = fromLinear(i64x2.shuffle(rg01, rg23, 0, 2)), g = fromLinear(i64x2.shuffle(rg01, rg23, 1, 3))
    const b = fromLinear(i64x2.shuffle(i32x4.shuffle(p0, p1, 2, 6, 3, 7), i32x4.shuffle(p2, p3, 2, 6, 3, 7), 0, 2))
    storeCodes(y, x, toCode(f32x4.add(mix3(r, g, b, k), v128.load32_splat(k + 12)), most), bytes)
    const o = <usize>x << 2
    const cu = mix3(r, g, b, k + 16), cv = mix3(r, g, b, k + 32)
    v128.store(u + o, first ? cu : f32x4.add(cu, v128.load(u + o)))
    v128.store(v + o, first ? cv : f32x4.add(cv, v128.load(v + o)))
  }
}

// @ts-ignore: decorator
@inline
function mix3(r: v128, g: v128, b: v128, k: usize): v128 {
  const rg = f32x4.add(f32x4.mul(r, v128.load32_splat(k)), f32x4.mul(g, v128.load32_splat(k + 4)))
  return f32x4.add(rg, f32x4.mul(b, v128.load32_splat(k + 8)))
}

/** Codes of one chroma row: at even columns by [1 2 1] / 4, or at every column, times scale. row[-1] and row[w] hold the continued edge. */
function encodeChroma(dst: usize, row: usize, cw: i32, shift: i32, scale: f32, k: usize, bytes: i32): void {
  const most = v128.load32_splat(k + 44), offset = v128.load32_splat(k + 28)
  const ks = f32x4.splat(shift ? scale * 0.25 : scale)
  for (let x = 0; x < cw; x += 4) {
    let sum: v128
    if (shift) {
      const p = row + (<usize>x << 3)
      const a = v128.load(p), b = v128.load(p + 16)
      const even = i32x4.shuffle(a, b, 0, 2, 4, 6), odd = i32x4.shuffle(a, b, 1, 3, 5, 7)
      const before = i32x4.shuffle(v128.load(p - 4), v128.load(p + 12), 0, 2, 4, 6)
      sum = f32x4.add(f32x4.add(before, odd), f32x4.add(even, even))
    } else sum = v128.load(row + (<usize>x << 2))
    storeCodes(dst, x, toCode(f32x4.add(f32x4.mul(sum, ks), offset), most), bytes)
  }
}

/**
 * Linear RGBA over black to Y'CbCr planes with left-sited chroma ([1 2 1]/4 across, mean of two rows, where it is subsampled). Rows follow each other
 * without a gap; each plane needs four samples of room behind it, and planes are written in the order y, u, v. bytes: 1 or 2 a sample.
 * k: yr yg yb yOffset, ur ug ub cOffset, vr vg vb greatest, scaled to code values. rows: scratch for two rows of w + 16 floats.
 */
export function encodeYuv(
  yp: usize, up: usize, vp: usize, src: usize, w: i32, h: i32, shiftX: i32, shiftY: i32, bytes: i32, k: usize, rows: usize,
): void {
  const cw = (w + shiftX) >> shiftX
  const pitch = <usize>w << 4
  const u = rows + 16, v = u + (<usize>(w + 16) << 2)
  for (let y = 0; y < h; y += 1 << shiftY) {
    const s = src + <usize>y * pitch
    encodeRow(yp + <usize>(y * w * bytes), u, v, s, w, k, bytes, true)
    const two = shiftY && y + 1 < h
    if (two) encodeRow(yp + <usize>((y + 1) * w * bytes), u, v, s + pitch, w, k, bytes, false)
    for (let side = 0; side < 2; side++) {
      const row = side ? v : u
      store<f32>(row - 4, load<f32>(row))
      store<f32>(row + (<usize>w << 2), load<f32>(row + (<usize>(w - 1) << 2)))
      const to = (side ? vp : up) + <usize>((y >> shiftY) * cw * bytes)
      encodeChroma(to, row, cw, shiftX, two ? 0.5 : 1, k, bytes)
    }
  }
}
