// Moves every pixel: coordinates a row at a time, then filtered sampling from a pyramid.
import { tapWeights } from './math'
import { edgeAt } from './streak'

/** Far outside: where a place has no preimage. */
const NOWHERE: f32 = 1e9

/**
 * Source places (x, y) of n destination pixels of row y under the matrix m (nine floats, by rows), homogeneous; far outside where there is none.
 * dst has room for n rounded up to four.
 */
export function placePerspective(dst: usize, n: i32, y: f32, m: usize): void {
  const v = y + <f32>0.5
  const ax = f32x4.splat(load<f32>(m)), bx = f32x4.splat(load<f32>(m + 4) * v + load<f32>(m + 8))
  const ay = f32x4.splat(load<f32>(m + 12)), by = f32x4.splat(load<f32>(m + 16) * v + load<f32>(m + 20))
  const aq = f32x4.splat(load<f32>(m + 24)), bq = f32x4.splat(load<f32>(m + 28) * v + load<f32>(m + 32))
  const nowhere = f32x4.splat(NOWHERE), one = f32x4.splat(1), tiny = f32x4.splat(1e-6), four = f32x4.splat(4)
  let u = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(0.5), 1, 1.5), 2, 2.5), 3, 3.5)
  for (let i = 0; i < n; i += 4) {
    const q = f32x4.add(f32x4.mul(aq, u), bq)
    const inv = f32x4.div(one, q), seen = f32x4.gt(q, tiny)
    const sx = v128.bitselect(f32x4.mul(f32x4.add(f32x4.mul(ax, u), bx), inv), nowhere, seen)
    const sy = v128.bitselect(f32x4.mul(f32x4.add(f32x4.mul(ay, u), by), inv), nowhere, seen)
    const d = dst + (<usize>i << 3)
    v128.store(d, i32x4.shuffle(sx, sy, 0, 4, 1, 5))
    v128.store(d + 16, i32x4.shuffle(sx, sy, 2, 6, 3, 7))
    u = f32x4.add(u, four)
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

/** One row of four taps from column i on, near the border, times wy. */
function line(
  src: usize, i: i32, j: i32, w: i32, h: i32, edge: i32, w0: v128, w1: v128, w2: v128, w3: v128, wy: v128,
): v128 {
  const y = edgeAt(j, h, edge)
  let acc = f32x4.splat(0)
  if (y < 0) return acc
  const row = src + ((<usize>y * w) << 4)
  const a = edgeAt(i, w, edge), b = edgeAt(i + 1, w, edge), c = edgeAt(i + 2, w, edge), d = edgeAt(i + 3, w, edge)
  if (a >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>a << 4)), w0))
  if (b >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>b << 4)), w1))
  if (c >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>c << 4)), w2))
  if (d >= 0) acc = f32x4.add(acc, f32x4.mul(v128.load(row + (<usize>d << 4)), w3))
  return f32x4.mul(acc, wy)
}

// @ts-ignore: decorator
@inline
function quick(p: usize, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(v128.load(p), w0), f32x4.mul(v128.load(p + 16), w1)),
    f32x4.add(f32x4.mul(v128.load(p + 32), w2), f32x4.mul(v128.load(p + 48), w3)),
  )
}

// @ts-ignore: decorator
@inline
function sample(level: usize, x: f32, y: f32, edge: i32, cubic: bool): v128 {
  return lookUp(<usize>load<u32>(level), load<i32>(level + 4), load<i32>(level + 8), f32x4.replace_lane(f32x4.splat(x), 1, y), edge, cubic)
}

/** The picture at a place (lanes 0 and 1), from its sixteen neighbours. */
// @ts-ignore: decorator
@inline
function lookUp(src: usize, w: i32, h: i32, place: v128, edge: i32, cubic: bool): v128 {
  const t = f32x4.sub(place, f32x4.splat(0.5))
  const floor = f32x4.floor(t)
  const f = f32x4.sub(t, floor)
  const whole = i32x4.trunc_sat_f32x4_s(floor)
  const i = i32x4.extract_lane(whole, 0) - 1, j = i32x4.extract_lane(whole, 1) - 1
  const wx = tapWeights(i32x4.shuffle(f, f, 0, 0, 0, 0), cubic), wy = tapWeights(i32x4.shuffle(f, f, 1, 1, 1, 1), cubic)
  if (<u32>i >= <u32>max(w - 3, 0) || <u32>j >= <u32>max(h - 3, 0)) return atBorder(src, i, j, w, h, edge, wx, wy)
  const x0 = i32x4.shuffle(wx, wx, 0, 0, 0, 0), x1 = i32x4.shuffle(wx, wx, 1, 1, 1, 1)
  const x2 = i32x4.shuffle(wx, wx, 2, 2, 2, 2), x3 = i32x4.shuffle(wx, wx, 3, 3, 3, 3)
  const pitch = <usize>w << 4
  const p = src + <usize>j * pitch + (<usize>i << 4)
  const a = f32x4.mul(quick(p, x0, x1, x2, x3), i32x4.shuffle(wy, wy, 0, 0, 0, 0))
  const b = f32x4.mul(quick(p + pitch, x0, x1, x2, x3), i32x4.shuffle(wy, wy, 1, 1, 1, 1))
  const c = f32x4.mul(quick(p + 2 * pitch, x0, x1, x2, x3), i32x4.shuffle(wy, wy, 2, 2, 2, 2))
  const d = f32x4.mul(quick(p + 3 * pitch, x0, x1, x2, x3), i32x4.shuffle(wy, wy, 3, 3, 3, 3))
  return f32x4.add(f32x4.add(a, b), f32x4.add(c, d))
}

/** Far outside nothing can be seen with empty borders; with others the place is near enough to count. */
function atBorder(src: usize, i: i32, j: i32, w: i32, h: i32, edge: i32, wx: v128, wy: v128): v128 {
  const far = edge == 0 ? max(w, h) + 4 : 100000000
  if (i < -far || j < -far || i > far || j > far) return f32x4.splat(0)
  const x0 = i32x4.shuffle(wx, wx, 0, 0, 0, 0), x1 = i32x4.shuffle(wx, wx, 1, 1, 1, 1)
  const x2 = i32x4.shuffle(wx, wx, 2, 2, 2, 2), x3 = i32x4.shuffle(wx, wx, 3, 3, 3, 3)
  let acc = line(src, i, j, w, h, edge, x0, x1, x2, x3, i32x4.shuffle(wy, wy, 0, 0, 0, 0))
  acc = f32x4.add(acc, line(src, i, j + 1, w, h, edge, x0, x1, x2, x3, i32x4.shuffle(wy, wy, 1, 1, 1, 1)))
  acc = f32x4.add(acc, line(src, i, j + 2, w, h, edge, x0, x1, x2, x3, i32x4.shuffle(wy, wy, 2, 2, 2, 2)))
  return f32x4.add(acc, line(src, i, j + 3, w, h, edge, x0, x1, x2, x3, i32x4.shuffle(wy, wy, 3, 3, 3, 3)))
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

/** Cubic weights swing beyond what they lie between: alpha is held within [0, 1], colour is not. */
// @ts-ignore: decorator
@inline
function held(p: v128, most: v128, least: v128): v128 {
  return f32x4.pmax(f32x4.pmin(p, most), least)
}

/**
 * Samples one row of n pixels at their source places. here: places of this row, n + 1 of them; below: those of the next row, n. levels: for each level
 * of the pyramid its address, width and height; level l is 2^l times smaller. cubic: Catmull-Rom where nothing shrinks, else linear.
 */
export function sampleRow(dst: usize, n: i32, here: usize, below: usize, levels: usize, count: i32, edge: i32, cubic: bool): void {
  const src = <usize>load<u32>(levels), w = load<i32>(levels + 4), h = load<i32>(levels + 8)
  const end = dst + (<usize>n << 4)
  const top = f32x4.replace_lane(f32x4.splat(Infinity), 3, 1), low = f32x4.replace_lane(f32x4.splat(-Infinity), 3, 0)
  if (count == 1) {
    for (let d = dst, p = here; d < end; d += 16, p += 8) v128.store(d, held(lookUp(src, w, h, v128.load64_zero(p), edge, cubic), top, low))
    return
  }
  for (let d = dst, p = here, q = below; d < end; d += 16, p += 8, q += 8) {
    const x = load<f32>(p), y = load<f32>(p + 4)
    const ax = load<f32>(p + 8) - x, ay = load<f32>(p + 12) - y
    const bx = load<f32>(q) - x, by = load<f32>(q + 4) - y
    const most = max(ax * ax + ay * ay, bx * bx + by * by)
    if (most > 1.0001 && most < 1e12) v128.store(d, held(minified(levels, count, x, y, ax, ay, bx, by, edge, cubic), top, low))
    else v128.store(d, held(lookUp(src, w, h, v128.load64_zero(p), edge, cubic), top, low))
  }
}
