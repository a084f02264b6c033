// Moves every pixel: coordinates a row at a time, then filtered sampling from a pyramid.
import { edgeAt } from './streak'

/** Far outside: where a place has no preimage. */
const NOWHERE: f32 = 1e9

/** Source places (x, y) of n destination pixels of row y under the matrix m (nine floats, by rows), homogeneous. */
export function placePerspective(dst: usize, n: i32, x0: f32, y: f32, m: usize): void {
  const v = y + <f32>0.5
  for (let i = 0; i < n; i++) {
    const u = x0 + <f32>i + <f32>0.5
    const q = load<f32>(m + 24) * u + load<f32>(m + 28) * v + load<f32>(m + 32)
    const inv: f32 = q > 1e-6 ? 1 / q : 0
    const d = dst + (<usize>i << 3)
    store<f32>(d, q > 1e-6 ? (load<f32>(m) * u + load<f32>(m + 4) * v + load<f32>(m + 8)) * inv : NOWHERE)
    store<f32>(d + 4, q > 1e-6 ? (load<f32>(m + 12) * u + load<f32>(m + 16) * v + load<f32>(m + 20)) * inv : NOWHERE)
  }
}

/** Source places from a net of cols x rows knots (x, y), stepX and stepY destination pixels apart, linear between them. */
export function placeMesh(dst: usize, n: i32, y: f32, net: usize, cols: i32, rows: i32, stepX: f32, stepY: f32): void {
  const v = (y + <f32>0.5) / stepY
  const j = max(0, min(<i32>Mathf.floor(v), rows - 2))
  const fy = v - <f32>j
  for (let x = 0; x < n; x++) {
    const u = (<f32>x + <f32>0.5) / stepX
    const i = max(0, min(<i32>Mathf.floor(u), cols - 2))
    const fx = u - <f32>i
    const p = net + ((<usize>j * cols + i) << 3), q = p + (<usize>cols << 3)
    const d = dst + (<usize>x << 3)
    for (let c: usize = 0; c < 8; c += 4) {
      const top = load<f32>(p + c) + (load<f32>(p + c + 8) - load<f32>(p + c)) * fx
      const low = load<f32>(q + c) + (load<f32>(q + c + 8) - load<f32>(q + c)) * fx
      store<f32>(d + c, top + (low - top) * fy)
    }
  }
}

// @ts-ignore: decorator
@inline
function levelAt(levels: usize, l: i32): usize {
  return levels + (<usize>l * 12)
}

/** One row of taps, four of them, from column i on. */
// @ts-ignore: decorator
@inline
function four(row: usize, i: i32, w: i32, edge: i32, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  let acc = f32x4.splat(0)
  const a = edgeAt(i, w, edge), b = edgeAt(i + 1, w, edge), c = edgeAt(i + 2, w, edge), d = edgeAt(i + 3, w, edge)
  if (a >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>a << 4)), w0))
  if (b >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>b << 4)), w1))
  if (c >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>c << 4)), w2))
  if (d >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>d << 4)), w3))
  return acc
}

// @ts-ignore: decorator
@inline
function quick(p: usize, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(v128.load(p), w0), f32x4.mul(v128.load(p + 16), w1)),
    f32x4.add(f32x4.mul(v128.load(p + 32), w2), f32x4.mul(v128.load(p + 48), w3)),
  )
}

/** Catmull-Rom weights of a fraction; cubic 0 gives the linear ones. */
// @ts-ignore: decorator
@inline
function weight(t: i32, f: f32, cubic: bool): f32 {
  if (!cubic) return t == 1 ? 1 - f : t == 2 ? f : 0
  if (t == 0) return ((-f + 2) * f - 1) * f * 0.5
  if (t == 1) return ((3 * f - 5) * f * f + 2) * 0.5
  if (t == 2) return ((-3 * f + 4) * f + 1) * f * 0.5
  return (f - 1) * f * f * 0.5
}

function sample(level: usize, x: f32, y: f32, edge: i32, cubic: bool): v128 {
  const src = <usize>load<u32>(level), w = load<i32>(level + 4), h = load<i32>(level + 8)
  const u = x - <f32>0.5, v = y - <f32>0.5
  // Far outside nothing can be seen with empty borders; with others the place is brought near enough to count.
  if (!(u > -3 && v > -3 && u < <f32>(w + 2) && v < <f32>(h + 2))) {
    if (edge == 0 || !(Mathf.abs(u) < 1e8 && Mathf.abs(v) < 1e8)) return f32x4.splat(0)
  }
  const i = <i32>Mathf.floor(u) - 1, j = <i32>Mathf.floor(v) - 1
  const fx = u - <f32>(i + 1), fy = v - <f32>(j + 1)
  const x0 = f32x4.splat(weight(0, fx, cubic)), x1 = f32x4.splat(weight(1, fx, cubic))
  const x2 = f32x4.splat(weight(2, fx, cubic)), x3 = f32x4.splat(weight(3, fx, cubic))
  const pitch = <usize>w << 4
  if (i >= 0 && j >= 0 && i + 3 < w && j + 3 < h) {
    const p = src + <usize>j * pitch + (<usize>i << 4)
    const a = f32x4.mul(quick(p, x0, x1, x2, x3), f32x4.splat(weight(0, fy, cubic)))
    const b = f32x4.mul(quick(p + pitch, x0, x1, x2, x3), f32x4.splat(weight(1, fy, cubic)))
    const c = f32x4.mul(quick(p + 2 * pitch, x0, x1, x2, x3), f32x4.splat(weight(2, fy, cubic)))
    const d = f32x4.mul(quick(p + 3 * pitch, x0, x1, x2, x3), f32x4.splat(weight(3, fy, cubic)))
    return f32x4.add(f32x4.add(a, b), f32x4.add(c, d))
  }
  let acc = f32x4.splat(0)
  for (let t = 0; t < 4; t++) {
    const row = edgeAt(j + t, h, edge)
    if (row < 0) continue
    const line = four(src + <usize>row * pitch, i, w, edge, x0, x1, x2, x3)
    acc = f32x4.add(acc, f32x4.mul(line, f32x4.splat(weight(t, fy, cubic))))
  }
  return acc
}

/** Most samples along the longer axis of a footprint. */
const PROBES = 8

/** A footprint larger than a pixel: probes along its longer axis, each between two levels of the pyramid. */
function minified(levels: usize, count: i32, x: f32, y: f32, ax: f32, ay: f32, bx: f32, by: f32, edge: i32, cubic: bool): v128 {
  let major = Mathf.sqrt(ax * ax + ay * ay), minor = Mathf.sqrt(bx * bx + by * by)
  let px = ax, py = ay
  if (minor > major) {
    const t = major
    major = minor
    minor = t
    px = bx
    py = by
  }
  const probes = max(1, min(PROBES, <i32>Mathf.ceil(major / max(minor, 1))))
  const spread = max(major / <f32>probes, 1)
  const lod = min(Mathf.log2(spread), <f32>(count - 1))
  const low = <i32>lod
  const f = lod - <f32>low
  const s0: f32 = 1 / <f32>(1 << low), s1: f32 = s0 * 0.5
  // Several probes soften each other; one alone must not soften by itself.
  const sharp = cubic && probes == 1
  let acc = f32x4.splat(0)
  for (let n = 0; n < probes; n++) {
    const t = (<f32>n + <f32>0.5) / <f32>probes - <f32>0.5
    const u = x + px * t, v = y + py * t
    let c = sample(levelAt(levels, low), u * s0, v * s0, edge, sharp)
    if (f > 0) {
      const d = sample(levelAt(levels, low + 1), u * s1, v * s1, edge, sharp)
      c = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), f32x4.splat(f)))
    }
    acc = f32x4.add(acc, c)
  }
  return f32x4.mul(acc, f32x4.splat(<f32>1 / <f32>probes))
}

/**
 * Samples one row of n pixels at their source places. here: places of this row, n + 1 of them; below: those of the next row, n. levels: for each level
 * of the pyramid its address, width and height; level l is 2^l times smaller. cubic: Catmull-Rom where nothing shrinks, else linear.
 */
export function sampleRow(dst: usize, n: i32, here: usize, below: usize, levels: usize, count: i32, edge: i32, cubic: bool): void {
  for (let i = 0; i < n; i++) {
    const p = here + (<usize>i << 3), q = below + (<usize>i << 3)
    const x = load<f32>(p), y = load<f32>(p + 4)
    let colour: v128
    if (count > 1) {
      const ax = load<f32>(p + 8) - x, ay = load<f32>(p + 12) - y
      const bx = load<f32>(q) - x, by = load<f32>(q + 4) - y
      const most = max(ax * ax + ay * ay, bx * bx + by * by)
      colour = most > 1.0001 && most < 1e12 ? minified(levels, count, x, y, ax, ay, bx, by, edge, cubic) : sample(levels, x, y, edge, cubic)
    } else colour = sample(levels, x, y, edge, cubic)
    v128.store(dst + (<usize>i << 4), colour)
  }
}
