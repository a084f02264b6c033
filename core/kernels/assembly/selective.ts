// Colour operations that treat some colours more than others. They work on a tile of core/kernels/assembly/program.ts.
const LANE: usize = 256 * 4
const G: usize = LANE, B: usize = 2 * LANE, W: usize = 4 * LANE

// @ts-ignore: decorator
@inline
function at(k: usize, i: i32): v128 {
  return v128.load32_splat(k + (<usize>i << 2))
}

// @ts-ignore: decorator
@inline
function lumaOf(r: v128, g: v128, b: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(r, f32x4.splat(0.2126)), f32x4.mul(g, f32x4.splat(0.7152))), f32x4.mul(b, f32x4.splat(0.0722)))
}

/** luma + (x - luma) * (1 + amount (1 - s)), s = (most - least) / most: dull colours move most. k: amount. */
export function vibrance(tile: usize, end: usize, k: usize): void {
  const amount = at(k, 0), one = f32x4.splat(1), zero = f32x4.splat(0), tiny = f32x4.splat(1e-9)
  for (let t = tile; t < end; t += 16) {
    const r = v128.load(t), g = v128.load(t + G), b = v128.load(t + B)
    const most = f32x4.pmax(f32x4.pmax(r, g), b), least = f32x4.pmax(f32x4.pmin(f32x4.pmin(r, g), b), zero)
    const s = f32x4.pmin(one, f32x4.pmax(zero, f32x4.div(f32x4.sub(most, least), f32x4.pmax(most, tiny))))
    const f = f32x4.add(one, f32x4.mul(amount, f32x4.sub(one, s)))
    const l = lumaOf(r, g, b)
    v128.store(t, f32x4.add(l, f32x4.mul(f32x4.sub(r, l), f)))
    v128.store(t + G, f32x4.add(l, f32x4.mul(f32x4.sub(g, l), f)))
    v128.store(t + B, f32x4.add(l, f32x4.mul(f32x4.sub(b, l), f)))
  }
}

/** Direction of (a, b) as a number in [0, 4) that rises with the angle: b / (|a| + |b|), unfolded by quadrants. */
// @ts-ignore: decorator
@inline
function direction(a: f32, b: f32): f32 {
  const d = abs(a) + abs(b)
  if (!(d > 1e-9)) return 0
  const p = b / d
  if (a < 0) return 2 - p
  return p < 0 ? 4 + p : p
}

/** Entries of a table over the hue circle, and of one over lightness or chroma. */
const HUES: f32 = 1024
const LEVELS: f32 = 256

/** A table of LEVELS samples at x in [0, 1], linear between them. */
// @ts-ignore: decorator
@inline
function level(table: usize, x: f32): f32 {
  const v = min(max(x, 0), 1) * (LEVELS - 1)
  const i = min(<i32>v, <i32>LEVELS - 2)
  const p = table + (<usize>i << 2)
  const a = load<f32>(p)
  return a + (load<f32>(p + 4) - a) * (v - <f32>i)
}

/**
 * On Oklab lanes. table: 1025 entries over the directions of four floats: turn of (a, b) as cosine and sine, both times saturation; gain of lightness; unused.
 * Then 256 factors of saturation by lightness over [0, 1.25]. Greys have no hue: the gain of lightness fades out below a chroma of 0.05.
 */
export function hueChange(tile: usize, end: usize, table: usize): void {
  const byLight = table + 1025 * 16
  for (let t = tile; t < end; t += 4) {
    const l = load<f32>(t), a = load<f32>(t + G), b = load<f32>(t + B)
    const v = direction(a, b) * (HUES / 4)
    const i = min(<i32>v, 1023)
    const f = v - <f32>i
    const p = table + (<usize>i << 4)
    const e = f32x4.add(v128.load(p), f32x4.mul(f32x4.sub(v128.load(p + 16), v128.load(p)), f32x4.splat(f)))
    const c = f32x4.extract_lane(e, 0), s = f32x4.extract_lane(e, 1)
    const sat = level(byLight, l * <f32>0.8)
    const chroma = Mathf.sqrt(a * a + b * b)
    const sure = min(chroma * 20, 1)
    store<f32>(t, l * (1 + (f32x4.extract_lane(e, 2) - 1) * sure))
    store<f32>(t + G, (a * c - b * s) * sat)
    store<f32>(t + B, (a * s + b * c) * sat)
  }
}

/** On Oklab lanes: the weight of each colour, as the product of 1025 weights by direction, 256 by chroma over [0, 0.4] and 256 by lightness over [0, 1.25]; others: 1 less that. */
export function qualify(tile: usize, end: usize, table: usize, others: bool): void {
  const byChroma = table + 1025 * 4, byLight = byChroma + 1024
  for (let t = tile; t < end; t += 4) {
    const a = load<f32>(t + G), b = load<f32>(t + B)
    const v = direction(a, b) * (HUES / 4)
    const i = min(<i32>v, 1023)
    const p = table + (<usize>i << 2)
    const hue = load<f32>(p) + (load<f32>(p + 4) - load<f32>(p)) * (v - <f32>i)
    const w = hue * level(byChroma, Mathf.sqrt(a * a + b * b) * 2.5) * level(byLight, load<f32>(t) * <f32>0.8)
    store<f32>(t + W, others ? 1 - w : w)
  }
}

export function showWeight(tile: usize): void {
  for (let c: usize = 0; c < 3; c++) memory.copy(tile + c * LANE, tile + W, LANE)
}

export function holdWeight(tile: usize, end: usize): void {
  for (let t = tile; t < end; t += 16) {
    const w = v128.load(t + W)
    v128.store(t, f32x4.mul(v128.load(t), w))
    v128.store(t + G, f32x4.mul(v128.load(t + G), w))
    v128.store(t + B, f32x4.mul(v128.load(t + B), w))
  }
}

/** The nearest of k even levels on [0, 1]; it goes on in the same steps beyond. k: levels - 1. */
export function posterise(tile: usize, end: usize, k: usize): void {
  const n = at(k, 0), back = f32x4.div(f32x4.splat(1), n)
  for (let c: usize = 0; c < 3; c++)
    for (let t = tile + c * LANE, e = end + c * LANE; t < e; t += 16)
      v128.store(t, f32x4.mul(f32x4.nearest(f32x4.mul(v128.load(t), n)), back))
}

/** x * (low + (high - low) t), t a smoothstep of luma over [from, to]. k: low r g b, high r g b, from, 1 / (to - from). */
export function toned(tile: usize, end: usize, k: usize): void {
  const from = at(k, 6), rate = at(k, 7), one = f32x4.splat(1), zero = f32x4.splat(0)
  for (let t = tile; t < end; t += 16) {
    const r = v128.load(t), g = v128.load(t + G), b = v128.load(t + B)
    const u = f32x4.pmin(one, f32x4.pmax(zero, f32x4.mul(f32x4.sub(lumaOf(r, g, b), from), rate)))
    const s = f32x4.mul(f32x4.mul(u, u), f32x4.sub(f32x4.splat(3), f32x4.add(u, u)))
    v128.store(t, f32x4.mul(r, f32x4.add(at(k, 0), f32x4.mul(f32x4.sub(at(k, 3), at(k, 0)), s))))
    v128.store(t + G, f32x4.mul(g, f32x4.add(at(k, 1), f32x4.mul(f32x4.sub(at(k, 4), at(k, 1)), s))))
    v128.store(t + B, f32x4.mul(b, f32x4.add(at(k, 2), f32x4.mul(f32x4.sub(at(k, 5), at(k, 2)), s))))
  }
}

/** Overlay with the picture's own luma l: 2 x l below a luma of one half, 1 - 2 (1 - x) (1 - l) above; what lies outside [0, 1] is added as it was. k: amount. */
export function silver(tile: usize, end: usize, k: usize): void {
  const amount = at(k, 0), one = f32x4.splat(1), zero = f32x4.splat(0), half = f32x4.splat(0.5)
  for (let t = tile; t < end; t += 16) {
    const l = f32x4.pmin(one, f32x4.pmax(zero, lumaOf(v128.load(t), v128.load(t + G), v128.load(t + B))))
    const dark = f32x4.lt(l, half)
    for (let c: usize = 0; c < 3; c++) {
      const x = v128.load(t + c * LANE), y = f32x4.pmin(one, f32x4.pmax(zero, x))
      const low = f32x4.mul(f32x4.add(y, y), l)
      const high = f32x4.sub(one, f32x4.mul(f32x4.mul(f32x4.splat(2), f32x4.sub(one, y)), f32x4.sub(one, l)))
      v128.store(t + c * LANE, f32x4.add(x, f32x4.mul(f32x4.sub(v128.bitselect(low, high, dark), y), amount)))
    }
  }
}
