// Four-lane powers and the sRGB transfer pair. The polynomials are weighted minimax fits made for these ranges.

const ZERO = f32x4.splat(0)
const ONE = f32x4.splat(1)
/** Largest magnitude that a power may return: keeps every later sum finite. */
const LIMIT = f32x4.splat(1e9)

/** log2 of four positive normal floats; absolute error below 2e-6. */
export function log2v(x: v128): v128 {
  // Split so that the mantissa lies in [sqrt(1/2), sqrt(2)).
  const bits = i32x4.sub(x, i32x4.splat(0x3f3504f3))
  const exponent = f32x4.convert_i32x4_s(i32x4.shr_s(bits, 23))
  const m = i32x4.add(v128.and(bits, i32x4.splat(0x007fffff)), i32x4.splat(0x3f3504f3))
  const t = f32x4.sub(m, ONE)
  let p = f32x4.splat(0.1292626398797725)
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(-0.20893305926680938))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(0.21521251602065075))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(-0.23867580382557305))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(0.28793908072125984))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(-0.3607162580404234))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(0.480910280071469))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(-0.7213471993824432))
  p = f32x4.add(f32x4.mul(p, t), f32x4.splat(1.4426950048863882))
  return f32x4.add(exponent, f32x4.mul(p, t))
}

/** 2^x for four floats, x limited to [-126, 126]; relative error below 2e-7. */
export function exp2v(x: v128): v128 {
  x = f32x4.min(f32x4.max(x, f32x4.splat(-126)), f32x4.splat(126))
  const n = f32x4.nearest(x)
  const f = f32x4.sub(x, n)
  let p = f32x4.splat(0.0013276466600547825)
  p = f32x4.add(f32x4.mul(p, f), f32x4.splat(0.009675541293044508))
  p = f32x4.add(f32x4.mul(p, f), f32x4.splat(0.055507132895601954))
  p = f32x4.add(f32x4.mul(p, f), f32x4.splat(0.240221197248716))
  p = f32x4.add(f32x4.mul(p, f), f32x4.splat(0.6931469670549271))
  p = f32x4.add(f32x4.mul(p, f), f32x4.splat(1.0000000716543667))
  const scale = i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(n), i32x4.splat(127)), 23)
  return f32x4.mul(p, scale)
}

/** sign(x) * min(|x|^y, 1e9); 0 stays 0. */
export function powv(x: v128, y: v128): v128 {
  const magnitude = f32x4.abs(x)
  const safe = f32x4.max(magnitude, f32x4.splat(1e-30))
  let r = f32x4.min(exp2v(f32x4.mul(log2v(safe), y)), LIMIT)
  r = v128.and(r, f32x4.gt(magnitude, ZERO))
  return v128.or(r, v128.and(x, i32x4.splat(0x80000000)))
}

/** IEC 61966-2-1 decoding, odd about zero, for |x| up to 2.2; relative error below 1e-6. */
export function toLinear(x: v128): v128 {
  const sign = v128.and(x, i32x4.splat(0x80000000))
  const a = f32x4.min(f32x4.abs(x), f32x4.splat(2.2))
  const t = f32x4.mul(f32x4.add(a, f32x4.splat(0.055)), f32x4.splat(1.0 / 1.055))
  const v = f32x4.sqrt(f32x4.sqrt(t))
  let p = f32x4.splat(-0.019890376581236484)
  p = f32x4.add(f32x4.mul(p, v), f32x4.splat(0.11976062707694289))
  p = f32x4.add(f32x4.mul(p, v), f32x4.splat(-0.34375358396576616))
  p = f32x4.add(f32x4.mul(p, v), f32x4.splat(0.9917132794399042))
  p = f32x4.add(f32x4.mul(p, v), f32x4.splat(0.26824071941909083))
  p = f32x4.add(f32x4.mul(p, v), f32x4.splat(-0.01607136865543668))
  const curve = f32x4.mul(f32x4.mul(t, t), p)
  const r = v128.bitselect(curve, f32x4.mul(a, f32x4.splat(1.0 / 12.92)), f32x4.gt(a, f32x4.splat(0.04045)))
  return v128.or(r, sign)
}

/** IEC 61966-2-1 encoding of values limited to [0, 1]; absolute error below 5e-6. */
export function fromLinear(x: v128): v128 {
  const a = f32x4.min(f32x4.max(x, ZERO), ONE)
  const q = f32x4.sqrt(f32x4.sqrt(a))
  let p = f32x4.splat(0.03252595449383357)
  p = f32x4.add(f32x4.mul(p, q), f32x4.splat(-0.1810007221377115))
  p = f32x4.add(f32x4.mul(p, q), f32x4.splat(0.44141453952862875))
  p = f32x4.add(f32x4.mul(p, q), f32x4.splat(-0.6697709081076973))
  p = f32x4.add(f32x4.mul(p, q), f32x4.splat(1.238120430804567))
  p = f32x4.add(f32x4.mul(p, q), f32x4.splat(0.1439646510616835))
  p = f32x4.add(f32x4.mul(p, q), f32x4.splat(-0.005250530565658955))
  const curve = f32x4.sub(f32x4.mul(p, f32x4.splat(1.055)), f32x4.splat(0.055))
  return v128.bitselect(curve, f32x4.mul(a, f32x4.splat(12.92)), f32x4.gt(a, f32x4.splat(0.0031308)))
}
