// Four-lane powers and the sRGB transfer pair. The polynomials are weighted minimax fits made for these ranges.
// Their constants lie in memory: a load is one instruction, a v128 literal is four and is not moved out of loops.

/** In the first page, which the arena leaves alone. */
const TABLE: usize = 32768
const LOG = 0
const EXP = 4
const TO = 10
const FROM = 16
const ONE = 23
const SIGN = 24
const SQRT_HALF = 25
const MANTISSA = 26
const LOW = 27
const HIGH = 28
const MAGIC = 29
const TINY = 30
const LIMIT = 31
const S_OFFSET = 32
const S_SCALE = 33
const S_CUT = 34
const S_SLOPE = 35
const S_END = 36
const L_SCALE = 37
const L_CUT = 38
const L_SLOPE = 39

/** Weights of four taps as polynomials of the fraction: Catmull-Rom, then linear. */
const CUBIC = 40
const LINEAR = 44
/** x^(5/12) by the fourth root of x. */
const CODE = 48
const CODE_MIDDLE = 57

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

function putFour(i: i32, a: f32, b: f32, d: f32, e: f32): void {
  const p = TABLE + (<usize>i << 4)
  store<f32>(p, a)
  store<f32>(p + 4, b)
  store<f32>(p + 8, d)
  store<f32>(p + 12, e)
}

/** The weights of taps -1, 0, 1, 2 at a fraction in [0, 1), which is on all lanes. */
// @ts-ignore: decorator
@inline
export function tapWeights(v: v128, cubic: bool): v128 {
  if (!cubic) return f32x4.add(c(LINEAR), f32x4.mul(c(LINEAR + 1), v))
  const high = f32x4.add(c(CUBIC + 2), f32x4.mul(c(CUBIC + 3), v))
  return f32x4.add(c(CUBIC), f32x4.mul(v, f32x4.add(c(CUBIC + 1), f32x4.mul(v, high))))
}

/** Fills the table of constants; once for each memory, before anything else. */
export function prepare(): void {
  put(LOG, 2.8853900817779268)
  put(LOG + 1, 0.9617966939259756)
  put(LOG + 2, 0.5770780163555853)
  put(LOG + 3, 0.4121985831111324)
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
  // log2 of the limit of powers, 1e9.
  put(LIMIT, 29.897352853986263)
  put(S_OFFSET, 0.055)
  put(S_SCALE, 1.0 / 1.055)
  put(S_CUT, 0.04045)
  put(S_SLOPE, 1.0 / 12.92)
  put(S_END, 2.2)
  put(L_SCALE, 1.055)
  put(L_CUT, 0.0031308)
  put(L_SLOPE, 12.92)
  putFour(CUBIC, 0, 1, 0, 0)
  putFour(CUBIC + 1, -0.5, 0, 0.5, 0)
  putFour(CUBIC + 2, 1, -2.5, 2, -0.5)
  putFour(CUBIC + 3, -0.5, 1.5, -1.5, 0.5)
  putFour(LINEAR, 0, 1, 0, 0)
  putFour(LINEAR + 1, 0, -1, 1, 0)
  put(CODE + 0, 0.45080234598468744)
  put(CODE + 1, 1.2118357098931627)
  put(CODE + 2, 0.6515176172298855)
  put(CODE + 3, -0.1168922930653312)
  put(CODE + 4, 0.06308887902122522)
  put(CODE + 5, -0.044191006051033974)
  put(CODE + 6, 0.03687031081504746)
  put(CODE + 7, -0.06708531865020761)
  put(CODE + 8, 0.08167587439640339)
  put(CODE_MIDDLE, 0.62)
}

/**
 * log2 of four positive normal floats; absolute error below 2e-7 beside the rounding of the exponent's sum. With s = (m - 1) / (m + 1),
 * log2 m = 2 / ln 2 (s + s^3 / 3 + s^5 / 5 + s^7 / 7) and |s| < 0.172, where what is left out is below 5e-8.
 */
// @ts-ignore: decorator
@inline
export function log2v(x: v128): v128 {
  // Split so that the mantissa lies in [sqrt(1/2), sqrt(2)).
  const bits = i32x4.sub(x, c(SQRT_HALF))
  const exponent = f32x4.convert_i32x4_s(i32x4.shr_s(bits, 23))
  const m = i32x4.add(v128.and(bits, c(MANTISSA)), c(SQRT_HALF))
  const s = f32x4.div(f32x4.sub(m, c(ONE)), f32x4.add(m, c(ONE)))
  const q = f32x4.mul(s, s)
  const high = f32x4.add(c(LOG + 2), f32x4.mul(q, c(LOG + 3)))
  const low = f32x4.add(c(LOG), f32x4.mul(q, c(LOG + 1)))
  return f32x4.add(exponent, f32x4.mul(s, f32x4.add(low, f32x4.mul(f32x4.mul(q, q), high))))
}

/** 2^y for y that lies in [-126, 126]; relative error below 2e-7. */
// @ts-ignore: decorator
@inline
function raise(y: v128): v128 {
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

/** 2^x for four floats, x limited to [-126, 126]. */
// @ts-ignore: decorator
@inline
export function exp2v(x: v128): v128 {
  return raise(f32x4.pmin(f32x4.pmax(x, c(LOW)), c(HIGH)))
}

/** sign(x) * min(2^shift * |x|^y, 1e9), which keeps every later sum finite; 0 stays 0. */
// @ts-ignore: decorator
@inline
export function powerOf(x: v128, y: v128, shift: v128): v128 {
  const magnitude = v128.andnot(x, c(SIGN))
  const exponent = f32x4.add(f32x4.mul(log2v(f32x4.pmax(magnitude, c(TINY))), y), shift)
  const r = raise(f32x4.pmin(f32x4.pmax(exponent, c(LOW)), c(LIMIT)))
  const positive = v128.and(r, f32x4.gt(magnitude, f32x4.splat(0)))
  return v128.or(positive, v128.and(x, c(SIGN)))
}

/** sign(x) * min(|x|^y, 1e9); 0 stays 0. */
// @ts-ignore: decorator
@inline
export function powv(x: v128, y: v128): v128 {
  return powerOf(x, y, f32x4.splat(0))
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

/**
 * x^(1 / 2.4) for x in [0.0031, 16]; relative error below 6e-7. A polynomial of the fourth root about its middle; above 1 of x / 16, as the power of 16 is known.
 */
// @ts-ignore: decorator
@inline
export function codePower(x: v128): v128 {
  const big = f32x4.gt(x, c(ONE))
  const v = f32x4.sqrt(f32x4.sqrt(v128.bitselect(f32x4.mul(x, f32x4.splat(0.0625)), x, big)))
  const d = f32x4.sub(v, c(CODE_MIDDLE))
  const d2 = f32x4.mul(d, d), d4 = f32x4.mul(d2, d2)
  const p = f32x4.add(c(CODE), f32x4.mul(d, c(CODE + 1)))
  const q = f32x4.add(c(CODE + 2), f32x4.mul(d, c(CODE + 3)))
  const r = f32x4.add(c(CODE + 4), f32x4.mul(d, c(CODE + 5)))
  const s = f32x4.add(f32x4.add(c(CODE + 6), f32x4.mul(d, c(CODE + 7))), f32x4.mul(d2, c(CODE + 8)))
  const y = f32x4.add(f32x4.add(p, f32x4.mul(d2, q)), f32x4.mul(d4, f32x4.add(r, f32x4.mul(d2, s))))
  return v128.bitselect(f32x4.mul(y, f32x4.splat(3.174802103936399)), y, big)
}
