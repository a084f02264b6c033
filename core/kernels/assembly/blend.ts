// W3C Compositing and Blending Level 1, on premultiplied linear pixels: co = cs as (1 - ab) + cb ab (1 - as) + as ab B(cb, cs).
const ZERO = f32x4.splat(0)
const ONE = f32x4.splat(1)
const HALF = f32x4.splat(0.5)
const COLOUR = i32x4.replace_lane(i32x4.splat(-1), 3, 0)
const TWO = f32x4.splat(2)

// @ts-ignore: decorator
@inline
function sat(x: v128): v128 {
  return f32x4.pmin(f32x4.pmax(x, ZERO), ONE)
}

// @ts-ignore: decorator
@inline
function hardLight(b: v128, s: v128): v128 {
  const twice = f32x4.add(s, s)
  const t = f32x4.sub(twice, ONE)
  const screened = f32x4.sub(f32x4.add(b, t), f32x4.mul(b, t))
  return v128.bitselect(f32x4.mul(b, twice), screened, f32x4.le(s, HALF))
}

// @ts-ignore: decorator
@inline
function softLight(b: v128, s: v128): v128 {
  const t = f32x4.sub(f32x4.add(s, s), ONE)
  const dark = f32x4.add(b, f32x4.mul(f32x4.mul(t, b), f32x4.sub(ONE, b)))
  const poly = f32x4.mul(
    f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(f32x4.splat(16), b), f32x4.splat(12)), b), f32x4.splat(4)), b)
  const d = v128.bitselect(poly, f32x4.sqrt(b), f32x4.le(b, f32x4.splat(0.25)))
  const light = f32x4.add(b, f32x4.mul(t, f32x4.sub(d, b)))
  return v128.bitselect(dark, light, f32x4.le(s, HALF))
}

// @ts-ignore: decorator
@inline
function lum(c: v128): f32 {
  return <f32>0.3 * f32x4.extract_lane(c, 0) + <f32>0.59 * f32x4.extract_lane(c, 1) + <f32>0.11 * f32x4.extract_lane(c, 2)
}

// @ts-ignore: decorator
@inline
function least(c: v128): f32 {
  return min(min(f32x4.extract_lane(c, 0), f32x4.extract_lane(c, 1)), f32x4.extract_lane(c, 2))
}

// @ts-ignore: decorator
@inline
function most(c: v128): f32 {
  return max(max(f32x4.extract_lane(c, 0), f32x4.extract_lane(c, 1)), f32x4.extract_lane(c, 2))
}

function setLum(c: v128, l: f32): v128 {
  let out = f32x4.add(c, f32x4.splat(l - lum(c)))
  const n = least(out), x = most(out), vl = f32x4.splat(l)
  if (n < 0) out = f32x4.add(vl, f32x4.mul(f32x4.sub(out, vl), f32x4.splat(l / (l - n))))
  if (x > 1) out = f32x4.add(vl, f32x4.mul(f32x4.sub(out, vl), f32x4.splat((1 - l) / (x - l))))
  return out
}

/** Stretches the channels linearly so that their spread is s: SetSat, whose middle channel moves in proportion. */
function setSat(c: v128, s: f32): v128 {
  const n = least(c), range = most(c) - n
  return range > 0 ? f32x4.mul(f32x4.sub(c, f32x4.splat(n)), f32x4.splat(s / range)) : ZERO
}

/** B(b, s) for b and s in [0, 1]. */
function mode(b: v128, s: v128, m: i32): v128 {
  if (m == 2) return f32x4.sub(f32x4.add(b, s), f32x4.mul(b, s))
  if (m == 3) return hardLight(s, b)
  if (m == 6) {
    const q = f32x4.pmin(ONE, f32x4.div(b, f32x4.pmax(f32x4.sub(ONE, s), f32x4.splat(1e-12))))
    return v128.bitselect(v128.bitselect(ONE, q, f32x4.ge(s, ONE)), ZERO, f32x4.gt(b, ZERO))
  }
  if (m == 7) {
    const q = f32x4.sub(ONE, f32x4.pmin(ONE, f32x4.div(f32x4.sub(ONE, b), f32x4.pmax(s, f32x4.splat(1e-12)))))
    return v128.bitselect(ONE, v128.bitselect(ZERO, q, f32x4.le(s, ZERO)), f32x4.ge(b, ONE))
  }
  if (m == 8) return hardLight(b, s)
  if (m == 9) return softLight(b, s)
  if (m == 11) return f32x4.sub(f32x4.add(b, s), f32x4.mul(TWO, f32x4.mul(b, s)))
  if (m == 12) return setLum(setSat(s, most(b) - least(b)), lum(b))
  if (m == 13) return setLum(setSat(b, most(s) - least(s)), lum(b))
  if (m == 14) return setLum(s, lum(b))
  return setLum(b, lum(s))
}

/**
 * Screen of n pixels: s + b - s b for premultiplied values, alpha too, as long as colour lies between 0 and alpha; the first pixel where it does not ends
 * the run. Returns how many bytes were done.
 */
function screen(dst: usize, top: usize, bottom: usize, from: usize, end: usize, k: v128): usize {
  let i = from
  for (; i < end; i += 16) {
    const s = f32x4.mul(v128.load(top + i), k), b = v128.load(bottom + i)
    const as_ = i32x4.shuffle(s, s, 3, 3, 3, 3), ab = i32x4.shuffle(b, b, 3, 3, 3, 3)
    const outside = v128.or(v128.or(f32x4.lt(f32x4.pmin(s, b), ZERO), f32x4.gt(s, as_)), f32x4.gt(b, ab))
    if (v128.any_true(outside)) break
    v128.store(dst + i, f32x4.sub(f32x4.add(s, b), f32x4.mul(s, b)))
  }
  return i
}

// @ts-ignore: decorator
@inline
function straight(p: v128): v128 {
  const a = f32x4.extract_lane(p, 3)
  return a == 1 ? p : a > 0 ? f32x4.mul(p, f32x4.splat(1 / a)) : ZERO
}

/** Multiply, darken, lighten and difference need no division: both alphas times B come straight from premultiplied values. */
function products(dst: usize, top: usize, bottom: usize, end: usize, m: i32, k: v128): void {
  for (let i: usize = 0; i < end; i += 16) {
    const s = f32x4.mul(v128.load(top + i), k), b = v128.load(bottom + i)
    const as_ = i32x4.shuffle(s, s, 3, 3, 3, 3), ab = i32x4.shuffle(b, b, 3, 3, 3, 3)
    const sb = f32x4.mul(s, ab), ba = f32x4.mul(b, as_)
    let both: v128
    if (m == 1) both = f32x4.mul(s, b)
    else if (m == 4) both = f32x4.pmin(sb, ba)
    else if (m == 5) both = f32x4.pmax(sb, ba)
    else both = v128.bitselect(f32x4.abs(f32x4.sub(sb, ba)), f32x4.mul(s, b), COLOUR)
    v128.store(dst + i, f32x4.add(f32x4.add(f32x4.sub(s, sb), f32x4.sub(b, ba)), both))
  }
}

/**
 * top onto bottom, n pixels; dst may be either. m: 0 normal, 1 multiply, 2 screen, 3 overlay, 4 darken, 5 lighten, 6 colour dodge, 7 colour burn,
 * 8 hard light, 9 soft light, 10 difference, 11 exclusion, 12 hue, 13 saturation, 14 colour, 15 luminosity, 16 plus. Multiply, darken, lighten,
 * difference and plus are taken as they are; the others on values limited to [0, 1], to which the backdrop's excess (for screen: both excesses) is added.
 */
export function blend(dst: usize, top: usize, bottom: usize, n: i32, m: i32, amount: f32): void {
  const k = f32x4.splat(amount)
  if (m == 1 || m == 4 || m == 5 || m == 10) return products(dst, top, bottom, <usize>n << 4, m, k)
  for (let i: usize = 0, end = <usize>n << 4; i < end; i += 16) {
    if (m == 2) {
      i = screen(dst, top, bottom, i, end, k)
      if (i >= end) break
    }
    const s = f32x4.mul(v128.load(top + i), k), b = v128.load(bottom + i)
    if (m == 16) {
      v128.store(dst + i, f32x4.replace_lane(f32x4.add(s, b), 3, min(f32x4.extract_lane(s, 3) + f32x4.extract_lane(b, 3), 1)))
      continue
    }
    const as_ = i32x4.shuffle(s, s, 3, 3, 3, 3), ab = i32x4.shuffle(b, b, 3, 3, 3, 3)
    let mixed: v128
    const cs = straight(s), cb = straight(b)
    if (m == 0) mixed = cs
    else {
      const fb = sat(cb), fs = sat(cs)
      mixed = f32x4.add(mode(fb, fs, m), f32x4.sub(cb, fb))
      if (m == 2) mixed = f32x4.add(mixed, f32x4.sub(cs, fs))
    }
    mixed = f32x4.replace_lane(mixed, 3, 1)
    const apart = f32x4.add(f32x4.mul(s, f32x4.sub(ONE, ab)), f32x4.mul(b, f32x4.sub(ONE, as_)))
    v128.store(dst + i, f32x4.add(apart, f32x4.mul(f32x4.mul(as_, ab), mixed)))
  }
}
