// Four-lane powers and the sRGB transfer pair. The polynomials are weighted minimax fits made for these ranges.
// Their constants lie in memory: a load is one instruction, a v128 literal is four and is not moved out of loops.

/** In the first page, which the arena leaves alone. */
const TABLE: usize = 32768
const LOG = 0
const EXP = 9
const TO = 15
const FROM = 21
const ONE = 28
const SIGN = 29
const SQRT_HALF = 30
const MANTISSA = 31
const LOW = 32
const HIGH = 33
const MAGIC = 34
const TINY = 35
const LIMIT = 36
const S_OFFSET = 37
const S_SCALE = 38
const S_CUT = 39
const S_SLOPE = 40
const S_END = 41
const L_SCALE = 42
const L_CUT = 43
const L_SLOPE = 44

// @ts-ignore: decorator
@inline
function c(i: i32): v128 {
  return v128.load(TABLE + (<usize>i << 4))
}

function put(i: i32, value: f32): void {
  v128.store(TABLE + (<usize>i << 4), f32x4.splat(value))
}

function putBits(i: i32, bits: i32): void {
  v128.store(TABLE + (<usize>i << 4), i32x4.splat(bits))
}

/** Fills the table of constants; once for each memory, before anything else. */
export function prepare(): void {
  put(LOG, 1.4426950048863882)
  put(LOG + 1, -0.7213471993824432)
  put(LOG + 2, 0.480910280071469)
  put(LOG + 3, -0.3607162580404234)
  put(LOG + 4, 0.28793908072125984)
  put(LOG + 5, -0.23867580382557305)
  put(LOG + 6, 0.21521251602065075)
  put(LOG + 7, -0.20893305926680938)
  put(LOG + 8, 0.1292626398797725)
  put(EXP, 1.0000000716543667)
  put(EXP + 1, 0.6931469670549271)
  put(EXP + 2, 0.240221197248716)
  put(EXP + 3, 0.055507132895601954)
  put(EXP + 4, 0.009675541293044508)
  put(EXP + 5, 0.0013276466600547825)
  put(TO, -0.01607136865543668)
  put(TO + 1, 0.26824071941909083)
  put(TO + 2, 0.9917132794399042)
  put(TO + 3, -0.34375358396576616)
  put(TO + 4, 0.11976062707694289)
  put(TO + 5, -0.019890376581236484)
  put(FROM, -0.005250530565658955)
  put(FROM + 1, 0.1439646510616835)
  put(FROM + 2, 1.238120430804567)
  put(FROM + 3, -0.6697709081076973)
  put(FROM + 4, 0.44141453952862875)
  put(FROM + 5, -0.1810007221377115)
  put(FROM + 6, 0.03252595449383357)
  put(ONE, 1)
  putBits(SIGN, 0x80000000)
  putBits(SQRT_HALF, 0x3f3504f3)
  putBits(MANTISSA, 0x007fffff)
  put(LOW, -126)
  put(HIGH, 126)
  put(MAGIC, 12582912)
  put(TINY, 1e-30)
  put(LIMIT, 1e9)
  put(S_OFFSET, 0.055)
  put(S_SCALE, 1.0 / 1.055)
  put(S_CUT, 0.04045)
  put(S_SLOPE, 1.0 / 12.92)
  put(S_END, 2.2)
  put(L_SCALE, 1.055)
  put(L_CUT, 0.0031308)
  put(L_SLOPE, 12.92)
}

/** log2 of four positive normal floats; absolute error below 2e-6. Estrin's order keeps the chain of operations short. */
// @ts-ignore: decorator
@inline
export function log2v(x: v128): v128 {
  // Split so that the mantissa lies in [sqrt(1/2), sqrt(2)).
  const bits = i32x4.sub(x, c(SQRT_HALF))
  const exponent = f32x4.convert_i32x4_s(i32x4.shr_s(bits, 23))
  const m = i32x4.add(v128.and(bits, c(MANTISSA)), c(SQRT_HALF))
  const t = f32x4.sub(m, c(ONE))
  const t2 = f32x4.mul(t, t)
  const t4 = f32x4.mul(t2, t2)
  const p = f32x4.add(c(LOG), f32x4.mul(t, c(LOG + 1)))
  const q = f32x4.add(c(LOG + 2), f32x4.mul(t, c(LOG + 3)))
  const r = f32x4.add(c(LOG + 4), f32x4.mul(t, c(LOG + 5)))
  const s = f32x4.add(c(LOG + 6), f32x4.mul(t, c(LOG + 7)))
  const low = f32x4.add(p, f32x4.mul(q, t2))
  const high = f32x4.add(f32x4.add(r, f32x4.mul(s, t2)), f32x4.mul(t4, c(LOG + 8)))
  return f32x4.add(exponent, f32x4.mul(f32x4.add(low, f32x4.mul(high, t4)), t))
}

/** 2^x for four floats, x limited to [-126, 126]; relative error below 2e-7. */
// @ts-ignore: decorator
@inline
export function exp2v(x: v128): v128 {
  const y = f32x4.pmin(f32x4.pmax(x, c(LOW)), c(HIGH))
  // Adding 1.5 * 2^23 leaves the nearest integer in the low bits of the mantissa.
  const held = f32x4.add(y, c(MAGIC))
  const f = f32x4.sub(y, f32x4.sub(held, c(MAGIC)))
  const f2 = f32x4.mul(f, f)
  const p = f32x4.add(c(EXP), f32x4.mul(f, c(EXP + 1)))
  const q = f32x4.add(c(EXP + 2), f32x4.mul(f, c(EXP + 3)))
  const r = f32x4.add(c(EXP + 4), f32x4.mul(f, c(EXP + 5)))
  const s = f32x4.add(p, f32x4.mul(f2, f32x4.add(q, f32x4.mul(f2, r))))
  // The exponent is added straight to the bits of s, which lies in [0.7, 1.42].
  return i32x4.add(s, i32x4.shl(held, 23))
}

/** sign(x) * min(|x|^y, 1e9), which keeps every later sum finite; 0 stays 0. */
// @ts-ignore: decorator
@inline
export function powv(x: v128, y: v128): v128 {
  const magnitude = v128.andnot(x, c(SIGN))
  const r = f32x4.pmin(exp2v(f32x4.mul(log2v(f32x4.pmax(magnitude, c(TINY))), y)), c(LIMIT))
  const positive = v128.and(r, f32x4.gt(magnitude, f32x4.splat(0)))
  return v128.or(positive, v128.and(x, c(SIGN)))
}

/** IEC 61966-2-1 decoding, odd about zero, for |x| up to 2.2; relative error below 1e-6. */
// @ts-ignore: decorator
@inline
export function toLinear(x: v128): v128 {
  const a = f32x4.pmin(v128.andnot(x, c(SIGN)), c(S_END))
  const t = f32x4.mul(f32x4.add(a, c(S_OFFSET)), c(S_SCALE))
  const v = f32x4.sqrt(f32x4.sqrt(t))
  const v2 = f32x4.mul(v, v)
  const p = f32x4.add(c(TO), f32x4.mul(v, c(TO + 1)))
  const q = f32x4.add(c(TO + 2), f32x4.mul(v, c(TO + 3)))
  const r = f32x4.add(c(TO + 4), f32x4.mul(v, c(TO + 5)))
  const curve = f32x4.mul(f32x4.mul(t, t), f32x4.add(p, f32x4.mul(v2, f32x4.add(q, f32x4.mul(v2, r)))))
  const y = v128.bitselect(curve, f32x4.mul(a, c(S_SLOPE)), f32x4.gt(a, c(S_CUT)))
  return v128.or(y, v128.and(x, c(SIGN)))
}

/** IEC 61966-2-1 encoding of values limited to [0, 1]; absolute error below 5e-6. */
// @ts-ignore: decorator
@inline
export function fromLinear(x: v128): v128 {
  const a = f32x4.pmin(f32x4.pmax(x, f32x4.splat(0)), c(ONE))
  const v = f32x4.sqrt(f32x4.sqrt(a))
  const v2 = f32x4.mul(v, v)
  const p = f32x4.add(c(FROM), f32x4.mul(v, c(FROM + 1)))
  const q = f32x4.add(c(FROM + 2), f32x4.mul(v, c(FROM + 3)))
  const r = f32x4.add(c(FROM + 4), f32x4.mul(v, c(FROM + 5)))
  const s = f32x4.add(r, f32x4.mul(v2, c(FROM + 6)))
  const curve = f32x4.add(p, f32x4.mul(v2, f32x4.add(q, f32x4.mul(v2, s))))
  const y = f32x4.sub(f32x4.mul(curve, c(L_SCALE)), c(S_OFFSET))
  return v128.bitselect(y, f32x4.mul(a, c(L_SLOPE)), f32x4.gt(a, c(L_CUT)))
}
