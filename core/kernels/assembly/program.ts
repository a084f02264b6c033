// Runs of pointwise colour operations, fused into one pass. Pixels go in tiles that stay in the first-level cache, one row of floats a
// channel, so that each operation is a tight loop of its own and costs no trip to memory.
import { codePower, exp2v, powerOf, powv, toLinear } from './math'
import { hueChange, holdWeight, posterise, qualify, showWeight, silver, toned, vibrance } from './selective'

/** Pixels of a tile. A tile holds r, g, b, a, a weight and for each slot a kept copy of r, g, b, each of this many floats. */
export const TILE = 256
const LANE: usize = TILE * 4
const G: usize = LANE, B: usize = 2 * LANE, A: usize = 3 * LANE, W: usize = 4 * LANE, KEPT: usize = 5 * LANE

const LIMIT: f32 = 1e9

// @ts-ignore: decorator
@inline
function limit(p: v128): v128 {
  return f32x4.pmax(f32x4.pmin(p, f32x4.splat(LIMIT)), f32x4.splat(-LIMIT))
}

/** The i-th argument on all lanes. */
// @ts-ignore: decorator
@inline
function at(k: usize, i: i32): v128 {
  return v128.load32_splat(k + (<usize>i << 2))
}

/** Four pixels as four channels. Where 0 < alpha < 1 colour is divided by alpha. Returns whether any was. */
function take(tile: usize, src: usize, n: i32): bool {
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  let soft = false
  for (let i = 0; i < n; i += 4) {
    const s = src + (<usize>i << 4), t = tile + (<usize>i << 2)
    const p0 = v128.load(s), p1 = v128.load(s + 16), p2 = v128.load(s + 32), p3 = v128.load(s + 48)
    const rg01 = i32x4.shuffle(p0, p1, 0, 4, 1, 5), ba01 = i32x4.shuffle(p0, p1, 2, 6, 3, 7)
    const rg23 = i32x4.shuffle(p2, p3, 0, 4, 1, 5), ba23 = i32x4.shuffle(p2, p3, 2, 6, 3, 7)
    let r = i64x2.shuffle(rg01, rg23, 0, 2), g = i64x2.shuffle(rg01, rg23, 1, 3)
    let b = i64x2.shuffle(ba01, ba23, 0, 2)
    const a = i64x2.shuffle(ba01, ba23, 1, 3)
    const partial = v128.and(f32x4.gt(a, zero), f32x4.lt(a, one))
    if (v128.any_true(partial)) {
      soft = true
      const over = v128.bitselect(f32x4.div(one, a), one, partial)
      r = f32x4.mul(r, over)
      g = f32x4.mul(g, over)
      b = f32x4.mul(b, over)
    }
    v128.store(t, limit(r))
    v128.store(t + G, limit(g))
    v128.store(t + B, limit(b))
    v128.store(t + A, a)
  }
  return soft
}

function save(dst: usize, tile: usize, n: i32, soft: bool): void {
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  for (let i = 0; i < n; i += 4) {
    const t = tile + (<usize>i << 2)
    let r = v128.load(t), g = v128.load(t + G), b = v128.load(t + B)
    const a = v128.load(t + A)
    if (soft) {
      const back = v128.bitselect(a, one, v128.and(f32x4.gt(a, zero), f32x4.lt(a, one)))
      r = f32x4.mul(r, back)
      g = f32x4.mul(g, back)
      b = f32x4.mul(b, back)
    }
    const rg = i32x4.shuffle(r, g, 0, 4, 1, 5), gr = i32x4.shuffle(r, g, 2, 6, 3, 7)
    const ba = i32x4.shuffle(b, a, 0, 4, 1, 5), ab = i32x4.shuffle(b, a, 2, 6, 3, 7)
    const d = dst + (<usize>i << 4)
    v128.store(d, i64x2.shuffle(rg, ba, 0, 2))
    if (i + 1 < n) v128.store(d + 16, i64x2.shuffle(rg, ba, 1, 3))
    if (i + 2 < n) v128.store(d + 32, i64x2.shuffle(gr, ab, 0, 2))
    if (i + 3 < n) v128.store(d + 48, i64x2.shuffle(gr, ab, 1, 3))
  }
}

/** k: three rows of a 3x3 matrix with an offset each, every number four times. */
function matrix(tile: usize, end: usize, k: usize): void {
  const most = f32x4.splat(LIMIT), least = f32x4.splat(-LIMIT)
  for (let t = tile; t < end; t += 16) {
    const r = v128.load(t), g = v128.load(t + G), b = v128.load(t + B)
    v128.store(t, f32x4.pmax(f32x4.pmin(rowOf(r, g, b, k), most), least))
    v128.store(t + G, f32x4.pmax(f32x4.pmin(rowOf(r, g, b, k + 64), most), least))
    v128.store(t + B, f32x4.pmax(f32x4.pmin(rowOf(r, g, b, k + 128), most), least))
  }
}

// @ts-ignore: decorator
@inline
function rowOf(r: v128, g: v128, b: v128, k: usize): v128 {
  const rg = f32x4.add(f32x4.mul(r, v128.load(k)), f32x4.mul(g, v128.load(k + 16)))
  return f32x4.add(rg, f32x4.add(f32x4.mul(b, v128.load(k + 32)), v128.load(k + 48)))
}

/** One channel: sign(x) * 2^shift * |x|^exponent. */
function power(lane: usize, end: usize, k: usize): void {
  const exponent = at(k, 0), shift = at(k, 1)
  for (let t = lane; t < end; t += 16) v128.store(t, powerOf(v128.load(t), exponent, shift))
}

/** k: factor of r, g, b; then offset of each. */
function levels(tile: usize, end: usize, k: usize): void {
  for (let c: usize = 0; c < 3; c++) {
    const scale = at(k, <i32>c), offset = at(k, <i32>c + 3)
    for (let t = tile + c * LANE, e = end + c * LANE; t < e; t += 16)
      v128.store(t, limit(f32x4.add(f32x4.mul(v128.load(t), scale), offset)))
  }
}

/** k: luma weights, amount, every number four times. */
function saturation(tile: usize, end: usize, k: usize): void {
  const kr = v128.load(k), kg = v128.load(k + 16), kb = v128.load(k + 32), amount = v128.load(k + 48)
  const most = f32x4.splat(LIMIT), least = f32x4.splat(-LIMIT)
  for (let t = tile; t < end; t += 16) {
    const r = v128.load(t), g = v128.load(t + G), b = v128.load(t + B)
    const l = f32x4.add(f32x4.add(f32x4.mul(r, kr), f32x4.mul(g, kg)), f32x4.mul(b, kb))
    v128.store(t, f32x4.pmax(f32x4.pmin(f32x4.add(l, f32x4.mul(f32x4.sub(r, l), amount)), most), least))
    v128.store(t + G, f32x4.pmax(f32x4.pmin(f32x4.add(l, f32x4.mul(f32x4.sub(g, l), amount)), most), least))
    v128.store(t + B, f32x4.pmax(f32x4.pmin(f32x4.add(l, f32x4.mul(f32x4.sub(b, l), amount)), most), least))
  }
}

/** k: lowest, highest. */
function clamp(tile: usize, end: usize, k: usize): void {
  const low = at(k, 0), high = at(k, 1)
  for (let c: usize = 0; c < 3; c++)
    for (let t = tile + c * LANE, e = end + c * LANE; t < e; t += 16)
      v128.store(t, f32x4.pmin(f32x4.pmax(v128.load(t), low), high))
}

/**
 * Above the knee the brightest channel m goes to 1 - (1 - knee) e^-((m - knee) / (1 - knee)), and the others with it, so that hue stays
 * and nothing passes 1. Below 0 is cut.
 */
function shoulder(tile: usize, end: usize, k: usize): void {
  const knee = at(k, 0), room = f32x4.sub(f32x4.splat(1), knee), zero = f32x4.splat(0), one = f32x4.splat(1)
  const rate = f32x4.div(f32x4.splat(-1.4426950408889634), room)
  for (let t = tile; t < end; t += 16) {
    const r = f32x4.pmax(v128.load(t), zero), g = f32x4.pmax(v128.load(t + G), zero)
    const b = f32x4.pmax(v128.load(t + B), zero)
    const m = f32x4.pmax(f32x4.pmax(r, g), b)
    const bent = f32x4.sub(one, f32x4.mul(room, exp2v(f32x4.mul(f32x4.sub(m, knee), rate))))
    const s = v128.bitselect(f32x4.div(bent, m), one, f32x4.gt(m, knee))
    v128.store(t, f32x4.mul(r, s))
    v128.store(t + G, f32x4.mul(g, s))
    v128.store(t + B, f32x4.mul(b, s))
  }
}

/** The sRGB curve without its limits: odd about 0 and going on above 1. */
function encode(tile: usize, end: usize): void {
  const sign = i32x4.splat(0x80000000)
  for (let c: usize = 0; c < 3; c++)
    for (let t = tile + c * LANE, e = end + c * LANE; t < e; t += 16) {
      const x = v128.load(t), m = v128.andnot(x, sign)
      // Light above 16 is rare: the general power for it alone.
      const power = v128.any_true(f32x4.gt(m, f32x4.splat(16))) ? powv(m, f32x4.splat(1.0 / 2.4)) : codePower(m)
      const bent = f32x4.sub(f32x4.mul(power, f32x4.splat(1.055)), f32x4.splat(0.055))
      const y = v128.bitselect(bent, f32x4.mul(m, f32x4.splat(12.92)), f32x4.gt(m, f32x4.splat(0.0031308)))
      v128.store(t, v128.or(y, v128.and(x, sign)))
    }
}

function decode(tile: usize, end: usize): void {
  const sign = i32x4.splat(0x80000000)
  for (let c: usize = 0; c < 3; c++)
    for (let t = tile + c * LANE, e = end + c * LANE; t < e; t += 16) {
      const x = v128.load(t), m = v128.andnot(x, sign)
      if (!v128.any_true(f32x4.gt(m, f32x4.splat(2.2)))) {
        v128.store(t, toLinear(x))
        continue
      }
      const base = f32x4.mul(f32x4.add(m, f32x4.splat(0.055)), f32x4.splat(1.0 / 1.055))
      const bent = powv(base, f32x4.splat(2.4))
      const y = v128.bitselect(bent, f32x4.mul(m, f32x4.splat(1.0 / 12.92)), f32x4.gt(m, f32x4.splat(0.04045)))
      v128.store(t, v128.or(y, v128.and(x, sign)))
    }
}

/** Curves of `size` samples each for r, g, b over [low, high], linear between samples, held beyond. k: low, scale = (size - 1) / (high - low). */
function curves(tile: usize, end: usize, k: usize, table: usize, size: i32): void {
  const low = load_f32(k, 0), scale = load_f32(k, 1), last = <f32>(size - 1)
  for (let c: usize = 0; c < 3; c++) {
    const row = table + c * (<usize>size << 2)
    for (let t = tile + c * LANE, e = end + c * LANE; t < e; t += 4) {
      const x = min(max((load<f32>(t) - low) * scale, 0), last)
      const i = min(<i32>x, max(size - 2, 0))
      const p = row + (<usize>i << 2), q = size > 1 ? p + 4 : p
      const a = load<f32>(p)
      store<f32>(t, a + (load<f32>(q) - a) * (x - <f32>i))
    }
  }
}

// @ts-ignore: decorator
@inline
function load_f32(k: usize, i: i32): f32 {
  return load<f32>(k + (<usize>i << 2))
}

/**
 * A 3D table of size^3 colours of four floats, red fastest, tetrahedral between nodes, held beyond its domain.
 * k: lowest of r, g, b; scale of each.
 */
function table3(tile: usize, end: usize, k: usize, table: usize, size: i32): void {
  const last = <f32>(size - 1)
  const stepG = <usize>size << 4, stepB = stepG * <usize>size
  for (let t = tile; t < end; t += 4) {
    const x = min(max((load<f32>(t) - load_f32(k, 0)) * load_f32(k, 3), 0), last)
    const y = min(max((load<f32>(t + G) - load_f32(k, 1)) * load_f32(k, 4), 0), last)
    const z = min(max((load<f32>(t + B) - load_f32(k, 2)) * load_f32(k, 5), 0), last)
    const i = min(<i32>x, size - 2), j = min(<i32>y, size - 2), l = min(<i32>z, size - 2)
    const fx = x - <f32>i, fy = y - <f32>j, fz = z - <f32>l
    const p = table + (<usize>i << 4) + <usize>j * stepG + <usize>l * stepB
    // From corner 000 to 111 along the axes in falling order of their fractions.
    let first: usize, second: usize, hi: f32, mid: f32, lo: f32
    if (fx >= fy) {
      if (fy >= fz) { first = 16; second = 16 + stepG; hi = fx; mid = fy; lo = fz }
      else if (fx >= fz) { first = 16; second = 16 + stepB; hi = fx; mid = fz; lo = fy }
      else { first = stepB; second = 16 + stepB; hi = fz; mid = fx; lo = fy }
    } else {
      if (fx >= fz) { first = stepG; second = 16 + stepG; hi = fy; mid = fx; lo = fz }
      else if (fy >= fz) { first = stepG; second = stepG + stepB; hi = fy; mid = fz; lo = fx }
      else { first = stepB; second = stepG + stepB; hi = fz; mid = fy; lo = fx }
    }
    const v = f32x4.add(
      f32x4.add(f32x4.mul(v128.load(p), f32x4.splat(1 - hi)), f32x4.mul(v128.load(p + first), f32x4.splat(hi - mid))),
      f32x4.add(
        f32x4.mul(v128.load(p + second), f32x4.splat(mid - lo)),
        f32x4.mul(v128.load(p + 16 + stepG + stepB), f32x4.splat(lo)),
      ),
    )
    store<f32>(t, f32x4.extract_lane(v, 0))
    store<f32>(t + G, f32x4.extract_lane(v, 1))
    store<f32>(t + B, f32x4.extract_lane(v, 2))
  }
}

// @ts-ignore: decorator
@inline
function keptAt(slot: i32): usize {
  return KEPT + <usize>slot * 3 * LANE
}

/** kept + (now - kept) * amount; with a matte also times that. */
function mixKept(tile: usize, n: i32, amount: f32, matte: usize, slot: i32): void {
  for (let c: usize = 0; c < 3; c++) {
    const now = tile + c * LANE, kept = now + keptAt(slot)
    for (let i = 0; i < n; i += 4) {
      const o = <usize>i << 2
      let m = f32x4.splat(amount)
      if (matte) m = f32x4.mul(m, v128.load(matte + o))
      const before = v128.load(kept + o), after = v128.load(now + o)
      const mixed = f32x4.add(before, f32x4.mul(f32x4.sub(after, before), m))
      v128.store(now + o, v128.bitselect(after, mixed, f32x4.eq(m, f32x4.splat(1))))
    }
  }
}

function keep(tile: usize, slot: i32): void {
  memory.copy(tile + keptAt(slot), tile, 3 * LANE)
}

function restore(tile: usize, slot: i32): void {
  memory.copy(tile, tile + keptAt(slot), 3 * LANE)
}

/**
 * Runs a program over n premultiplied pixels; dst may be src. src needs room for n rounded up to four pixels. code: instructions of four
 * words each: operation, arguments' address, a table's or matte's address, a table's size or a slot; operation 0 ends. tile: 5 rows of 256 floats, and 3 for
 * each slot.
 */
export function program(dst: usize, src: usize, n: i32, code: usize, tile: usize): void {
  for (let begin = 0; begin < n; begin += TILE) {
    const m = min(TILE, n - begin)
    const end = tile + (<usize>((m + 3) & ~3) << 2)
    const soft = take(tile, src + (<usize>begin << 4), m)
    for (let c = code; load<i32>(c) != 0; c += 16) {
      const op = load<i32>(c), k = <usize>load<u32>(c + 4), table = <usize>load<u32>(c + 8), size = load<i32>(c + 12)
      if (op == 1) matrix(tile, end, k)
      else if (op == 2) power(tile, end, k)
      else if (op == 3) power(tile + G, end + G, k)
      else if (op == 4) power(tile + B, end + B, k)
      else if (op == 5) levels(tile, end, k)
      else if (op == 6) saturation(tile, end, k)
      else if (op == 7) clamp(tile, end, k)
      else if (op == 8) shoulder(tile, end, k)
      else if (op == 9) encode(tile, end)
      else if (op == 10) decode(tile, end)
      else if (op == 11) curves(tile, end, k, table, size)
      else if (op == 12) table3(tile, end, k, table, size)
      else if (op == 13) keep(tile, size)
      else if (op == 14) mixKept(tile, m, load_f32(k, 0), table ? table + (<usize>begin << 2) : 0, size)
      else if (op == 15) vibrance(tile, end, k)
      else if (op == 16) hueChange(tile, end, table)
      else if (op == 17) qualify(tile, end, table, size != 0)
      else if (op == 18) mixKept(tile, m, load_f32(k, 0), tile + W, size)
      else if (op == 19) showWeight(tile)
      else if (op == 20) holdWeight(tile, end)
      else if (op == 21) restore(tile, size)
      else if (op == 22) posterise(tile, end, k)
      else if (op == 23) toned(tile, end, k)
      else if (op == 24) silver(tile, end, k)
    }
    save(dst + (<usize>begin << 4), tile, m, soft)
  }
}
