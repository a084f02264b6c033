// Code values of any encoding to linear light of the working primaries.
import { exp2v, log2v, powerOf, powv, toLinear } from './math'

const LOG2_E: f32 = 1.4426950408889634

/**
 * SMPTE ST 2084 code values to light, 1 at a luminance of 1 / scale * 10000: ((V' - c1) / (c2 - c3 V'))^(1 / m1) with V' = V^(1 / m2). V' lies next to 1,
 * so V' - 1 is summed as a series; its remainder is below 1e-9 where light is above 1e-7.
 */
// @ts-ignore: decorator
@inline
function pq(v: v128, scale: f32): v128 {
  const a = f32x4.pmax(v, f32x4.splat(1e-30))
  const z = f32x4.mul(log2v(a), f32x4.splat(0.6931471805599453 / 78.84375))
  let e = f32x4.add(f32x4.splat(1.0 / 24), f32x4.mul(z, f32x4.splat(1.0 / 120)))
  e = f32x4.add(f32x4.splat(1.0 / 6), f32x4.mul(z, e))
  e = f32x4.add(f32x4.splat(0.5), f32x4.mul(z, e))
  e = f32x4.add(f32x4.splat(1), f32x4.mul(z, e))
  e = f32x4.mul(z, e)
  const c = f32x4.splat(0.1640625)
  const ratio = f32x4.div(f32x4.pmax(f32x4.add(c, e), f32x4.splat(0)), f32x4.sub(c, f32x4.mul(e, f32x4.splat(18.6875))))
  const light = f32x4.mul(powv(ratio, f32x4.splat(6.277394636015326)), f32x4.splat(scale))
  return v128.and(light, f32x4.gt(v, f32x4.splat(7e-7)))
}

/** ITU-R BT.2100 HLG code values to scene light, 1 at the nominal peak; odd about 0. */
// @ts-ignore: decorator
@inline
function hlg(v: v128): v128 {
  const sign = v128.and(v, i32x4.splat(0x80000000))
  const a = v128.xor(v, sign)
  const low = f32x4.mul(f32x4.mul(a, a), f32x4.splat(1.0 / 3))
  const x = f32x4.mul(f32x4.sub(a, f32x4.splat(0.55991073)), f32x4.splat(LOG2_E / 0.17883277))
  const high = f32x4.mul(f32x4.add(exp2v(x), f32x4.splat(0.28466892)), f32x4.splat(1.0 / 12))
  return v128.or(v128.bitselect(high, low, f32x4.gt(a, f32x4.splat(0.5))), sign)
}

/**
 * n pixels of straight code values to linear light in place; alpha stays. kind: 0 sRGB, 1 power, 2 linear, 3 PQ, 4 HLG. k: nine of the matrix by rows, then three
 * luminance weights, the exponent, the scale.
 */
export function linearise(dst: usize, n: i32, kind: i32, k: usize): void {
  const exponent = v128.load32_splat(k + 48)
  const scale = load<f32>(k + 52)
  const columns0 = column(k, 0), columns1 = column(k, 4), columns2 = column(k, 8)
  for (let p = dst, end = dst + (<usize>n << 4); p < end; p += 16) {
    const stored = v128.load(p)
    let v = stored
    if (kind == 0) v = toLinear(v)
    else if (kind == 1) v = powv(v, exponent)
    else if (kind == 3) v = pq(v, scale)
    else if (kind == 4) {
      v = hlg(v)
      const y =
        f32x4.extract_lane(v, 0) * load<f32>(k + 36) +
        f32x4.extract_lane(v, 1) * load<f32>(k + 40) +
        f32x4.extract_lane(v, 2) * load<f32>(k + 44)
      v = f32x4.mul(v, powerOf(f32x4.splat(max<f32>(y, 1e-6)), exponent, f32x4.splat(0)))
      v = f32x4.mul(v, f32x4.splat(scale))
    }
    const r = i32x4.shuffle(v, v, 0, 0, 0, 0), g = i32x4.shuffle(v, v, 1, 1, 1, 1), b = i32x4.shuffle(v, v, 2, 2, 2, 2)
    const out = f32x4.add(f32x4.add(f32x4.mul(r, columns0), f32x4.mul(g, columns1)), f32x4.mul(b, columns2))
    v128.store(p, i32x4.shuffle(out, i32x4.shuffle(out, stored, 2, 7, 2, 7), 0, 1, 4, 5))
  }
}

/** A column of the matrix: what one channel adds to red, green and blue. */
// @ts-ignore: decorator
@inline
function column(k: usize, at: usize): v128 {
  let c = v128.load32_splat(k + at)
  c = f32x4.replace_lane(c, 1, load<f32>(k + 12 + at))
  c = f32x4.replace_lane(c, 2, load<f32>(k + 24 + at))
  return f32x4.replace_lane(c, 3, 0)
}

/** Stored alpha samples into the fourth lane: (code - black) * scale, within [0, 1]. */
export function putAlpha(dst: usize, plane: usize, stride: i32, w: i32, h: i32, bytes: i32, black: f32, scale: f32): void {
  for (let y = 0; y < h; y++) {
    const row = plane + <usize>y * stride
    let p = dst + ((<usize>y * w) << 4) + 12
    for (let x = 0; x < w; x++, p += 16) {
      const code = bytes == 1 ? <f32>load<u8>(row + x) : <f32>load<u16>(row + (<usize>x << 1))
      store<f32>(p, min<f32>(1, max<f32>(0, (code - black) * scale)))
    }
  }
}

/** Stored 16-bit or float samples, four a pixel, to floats: whole numbers over 65535. */
export function widenRgba16(dst: usize, src: usize, n: i32): void {
  const scale = f32x4.splat(65535)
  for (let i = 0; i < n; i++) {
    const words = i32x4.extend_low_i16x8_u(v128.load64_zero(src + (<usize>i << 3)))
    v128.store(dst + (<usize>i << 4), f32x4.div(f32x4.convert_i32x4_s(words), scale))
  }
}

/** Stored bytes, four a pixel, to floats: over 255. */
export function widenRgba8(dst: usize, src: usize, n: i32): void {
  const scale = f32x4.splat(255)
  for (let i = 0; i < n; i++) {
    const words = i16x8.extend_low_i8x16_u(v128.load32_zero(src + (<usize>i << 2)))
    v128.store(dst + (<usize>i << 4), f32x4.div(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(words)), scale))
  }
}
