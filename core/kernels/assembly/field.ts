// Fields of noise over the picture, an octave at a time.
const ONE = f32x4.splat(1)

// @ts-ignore: decorator
@inline
function scrambled(x: v128): v128 {
  let h = i32x4.mul(v128.xor(x, i32x4.shr_u(x, 15)), i32x4.splat(0x2c1b3c6d))
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 12)), i32x4.splat(0x297a2d39))
  return v128.xor(h, i32x4.shr_u(h, 15))
}

/** Slope of a lattice point times the way from there: components of the slope are the hash's bytes, as -1 to 1. */
// @ts-ignore: decorator
@inline
function pull(h: v128, dx: v128, dy: v128, dz: v128): v128 {
  const m = i32x4.splat(255)
  const gx = f32x4.convert_i32x4_s(v128.and(h, m))
  const gy = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(h, 8), m))
  const gz = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(h, 16), m))
  const s = f32x4.add(f32x4.add(f32x4.mul(gx, dx), f32x4.mul(gy, dy)), f32x4.mul(gz, dz))
  return f32x4.sub(f32x4.mul(s, f32x4.splat(1.0 / 127.5)), f32x4.add(f32x4.add(dx, dy), dz))
}

// @ts-ignore: decorator
@inline
function fade(t: v128): v128 {
  const a = f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(t, f32x4.splat(6)), f32x4.splat(15)), t), f32x4.splat(10))
  return f32x4.mul(f32x4.mul(f32x4.mul(t, t), t), a)
}

// @ts-ignore: decorator
@inline
function between(a: v128, b: v128, t: v128): v128 {
  return f32x4.add(a, f32x4.mul(f32x4.sub(b, a), t))
}

/** Gradient noise (Perlin 2002, with slopes from a hash) of four places in a row; within about ±1. */
function slopesAt(u: v128, v: f32, z: f32, seed: i32): v128 {
  const iu = f32x4.floor(u)
  const j = Mathf.floor(v), l = Mathf.floor(z)
  const fx = f32x4.sub(u, iu), fy = f32x4.splat(v - j), fz = f32x4.splat(z - l)
  const gx = f32x4.sub(fx, ONE), gy = f32x4.sub(fy, ONE), gz = f32x4.sub(fz, ONE)
  const xs = i32x4.mul(i32x4.trunc_sat_f32x4_s(iu), i32x4.splat(0x9e3779b1)), xs1 = i32x4.add(xs, i32x4.splat(0x9e3779b1))
  const y0 = <i32>j * 0x85ebca77, z0 = <i32>l * 0xc2b2ae3d
  const a = i32x4.splat(seed + y0 + z0), b = i32x4.splat(seed + y0 + 0x85ebca77 + z0)
  const c = i32x4.splat(seed + y0 + z0 + 0xc2b2ae3d), d = i32x4.splat(seed + y0 + 0x85ebca77 + z0 + 0xc2b2ae3d)
  const wx = fade(fx), wy = fade(fy), wz = fade(fz)
  const near = between(
    between(pull(scrambled(i32x4.add(xs, a)), fx, fy, fz), pull(scrambled(i32x4.add(xs1, a)), gx, fy, fz), wx),
    between(pull(scrambled(i32x4.add(xs, b)), fx, gy, fz), pull(scrambled(i32x4.add(xs1, b)), gx, gy, fz), wx), wy)
  const far = between(
    between(pull(scrambled(i32x4.add(xs, c)), fx, fy, gz), pull(scrambled(i32x4.add(xs1, c)), gx, fy, gz), wx),
    between(pull(scrambled(i32x4.add(xs, d)), fx, gy, gz), pull(scrambled(i32x4.add(xs1, d)), gx, gy, gz), wx), wy)
  return between(near, far, wz)
}

// @ts-ignore: decorator
@inline
function chance(i: i32, j: i32, l: i32, seed: i32): v128 {
  return scrambled(i32x4.splat(i * 0x9e3779b1 + j * 0x85ebca77 + l * 0xc2b2ae3d + seed))
}

// @ts-ignore: decorator
@inline
function part(h: u32): f32 {
  return <f32>(h & 0xffff) * <f32>(1.0 / 65536)
}

/** Distance from (u, v) to the nearest of points strewn one to a cell, which wander with z; 0 to about 1. */
function cellAt(u: f32, v: f32, z: f32, seed: i32): f32 {
  const i = <i32>Mathf.floor(u), j = <i32>Mathf.floor(v), l = <i32>Mathf.floor(z)
  const t = z - <f32>l
  const s = t * t * (3 - 2 * t)
  let best: f32 = 4
  for (let dj = -1; dj <= 1; dj++)
    for (let di = -1; di <= 1; di++) {
      const a = chance(i + di, j + dj, l, seed), b = chance(i + di, j + dj, l + 1, seed)
      const ha = <u32>i32x4.extract_lane(a, 0), hb = <u32>i32x4.extract_lane(b, 0)
      const px = part(ha) + (part(hb) - part(ha)) * s, py = part(ha >> 16) + (part(hb >> 16) - part(ha >> 16)) * s
      const dx = <f32>(i + di) + px - u, dy = <f32>(j + dj) + py - v
      best = min(best, dx * dx + dy * dy)
    }
  return Mathf.sqrt(best)
}

/**
 * Adds an octave to a plane: amount * noise at (a x + b y + c, d x + e y + f, z), pixel centres on halves. kind 0: gradient noise; 1: its ridges, 1 - 4 |n|; 2: its folds, 4 |n| - 1;
 * 3: cells, 2 distance - 1. places: six floats a, b, c, d, e, f. The plane has room for a row rounded up to four.
 */
export function octave(dst: usize, w: i32, h: i32, places: usize, z: f32, seed: i32, amount: f32, kind: i32): void {
  const a = load<f32>(places), b = load<f32>(places + 4), c = load<f32>(places + 8)
  const d = load<f32>(places + 12), e = load<f32>(places + 16), f = load<f32>(places + 20)
  const k = f32x4.splat(amount), four = f32x4.splat(4)
  const turned = d != 0
  for (let y = 0; y < h; y++) {
    const row = dst + ((<usize>y * w) << 2)
    const v = <f32>y + <f32>0.5
    for (let x = 0; x < w; x += 4) {
      const u = <f32>x + <f32>0.5
      let n: v128
      if (kind == 3 || turned) {
        n = f32x4.splat(0)
        for (let q = 0; q < 4; q++) {
          const uu = u + <f32>q
          const px = a * uu + b * v + c, py = d * uu + e * v + f
          const one: f32 = kind == 3 ? 2 * cellAt(px, py, z, seed) - 1 : f32x4.extract_lane(slopesAt(f32x4.splat(px), py, z, seed), 0)
          if (q == 0) n = f32x4.replace_lane(n, 0, one)
          else if (q == 1) n = f32x4.replace_lane(n, 1, one)
          else if (q == 2) n = f32x4.replace_lane(n, 2, one)
          else n = f32x4.replace_lane(n, 3, one)
        }
      } else {
        const us = f32x4.add(f32x4.mul(f32x4.add(f32x4.splat(u), f32x4(0, 1, 2, 3)), f32x4.splat(a)), f32x4.splat(b * v + c))
        n = slopesAt(us, e * v + f, z, seed)
      }
      if (kind == 1) n = f32x4.sub(ONE, f32x4.mul(four, f32x4.abs(n)))
      else if (kind == 2) n = f32x4.sub(f32x4.mul(four, f32x4.abs(n)), ONE)
      const p = row + (<usize>x << 2)
      n = f32x4.mul(n, k)
      if (x + 4 <= w) v128.store(p, f32x4.add(v128.load(p), n))
      else {
        store<f32>(p, load<f32>(p) + f32x4.extract_lane(n, 0))
        if (x + 1 < w) store<f32>(p + 4, load<f32>(p + 4) + f32x4.extract_lane(n, 1))
        if (x + 2 < w) store<f32>(p + 8, load<f32>(p + 8) + f32x4.extract_lane(n, 2))
      }
    }
  }
}
