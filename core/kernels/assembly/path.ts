// Outlines of straight pieces into mattes.

/** Adds one piece's signed area and cover; sums has w + 2 floats a row. Pieces left of the picture count as lying on its edge, those right of it not. */
function piece(sums: usize, w: i32, h: i32, ax: f64, ay: f64, bx: f64, by: f64): void {
  if (ay == by) return
  let sign: f64 = 1
  let x0 = ax, y0 = ay, x1 = bx, y1 = by
  if (y0 > y1) {
    sign = -1
    x0 = bx
    y0 = by
    x1 = ax
    y1 = ay
  }
  if (y1 <= 0 || y0 >= <f64>h) return
  const slope = (x1 - x0) / (y1 - y0)
  if (y0 < 0) {
    x0 -= y0 * slope
    y0 = 0
  }
  const bottom = min(y1, <f64>h)
  const right = <f64>w
  let y = <i32>y0
  let top = y0, left = x0
  for (; <f64>y < bottom; y++) {
    const low = min(<f64>(y + 1), bottom)
    const cover = low - top
    // From the piece's own beginning, not from row to row, so that errors do not add up; a piece ends where it ends.
    const next = low == y1 ? x1 : x0 + slope * (low - y0)
    cell(sums + ((<usize>y * (w + 2)) << 2), right, sign * cover, min(left, next), max(left, next))
    top = low
    left = next
  }
}

/** Within one row: a piece from xa to xb (xa <= xb) that covers `cover` of the row's height. */
function cell(row: usize, right: f64, cover: f64, xa: f64, xb: f64): void {
  if (xa >= right) return
  if (xb <= 0) {
    put(row, 0, cover)
    return
  }
  const width = xb - xa
  if (xa < 0) {
    // What lies left of the picture counts in full from its first column on.
    const share = -xa / width
    put(row, 0, cover * share)
    inside(row, right, cover * (1 - share), 0, xb)
  } else inside(row, right, cover, xa, xb)
}

function inside(row: usize, right: f64, cover: f64, xa: f64, xb: f64): void {
  let a = xa, c = cover
  let b = xb
  if (b > right) {
    c *= (right - a) / (b - a)
    b = right
  }
  const i0 = <i32>a
  const width = b - a
  if (b <= <f64>(i0 + 1)) {
    // One column: the area right of the piece's middle.
    const mean = (a + b) * 0.5 - <f64>i0
    put(row, i0, c * (1 - mean))
    put(row, i0 + 1, c * mean)
    return
  }
  const per = c / width
  for (let i = i0; <f64>i < b; i++) {
    const l = max(a, <f64>i), r = min(b, <f64>(i + 1))
    const part = per * (r - l)
    const mean = (l + r) * 0.5 - <f64>i
    put(row, i, part * (1 - mean))
    put(row, i + 1, part * mean)
  }
}

// @ts-ignore: decorator
@inline
function put(row: usize, i: i32, v: f64): void {
  const p = row + (<usize>i << 2)
  store<f32>(p, load<f32>(p) + <f32>v)
}

/** Sums of all pieces: x0, y0, x1, y1 each, in pixels. sums: (w + 2) * h floats, cleared here. */
export function pathSums(sums: usize, w: i32, h: i32, pieces: usize, count: i32): void {
  memory.fill(sums, 0, (<usize>(w + 2) * h) << 2)
  for (let i = 0, p = pieces; i < count; i++, p += 16)
    piece(sums, w, h, load<f32>(p), load<f32>(p + 4), load<f32>(p + 8), load<f32>(p + 12))
}

/** Coverage from sums. rule 0: non-zero, 1: even-odd. Rounding below 1e-5 is taken off at 0 and 1. */
export function pathCover(dst: usize, sums: usize, w: i32, h: i32, rule: i32): void {
  for (let y = 0; y < h; y++) {
    const row = sums + ((<usize>y * (w + 2)) << 2), out = dst + ((<usize>y * w) << 2)
    let total: f64 = 0, last: f32 = 0
    for (let x = 0; x < w; x++) {
      // Most rows are mostly runs in which nothing begins or ends.
      while (x + 4 <= w && !v128.any_true(v128.load(row + (<usize>x << 2)))) {
        v128.store(out + (<usize>x << 2), f32x4.splat(last))
        x += 4
      }
      if (x >= w) break
      total += load<f32>(row + (<usize>x << 2))
      let a = <f32>Math.abs(total)
      if (rule) {
        a = a - 2 * Mathf.floor(a * 0.5)
        if (a > 1) a = 2 - a
      } else a = min(a, 1)
      last = a < 1e-5 ? 0 : a > 1 - 1e-5 ? 1 : a
      store<f32>(out + (<usize>x << 2), last)
    }
  }
}

/**
 * Squared distance of pixel centres to the nearest piece, where it is below reach^2; elsewhere reach^2. With `factors` (two for every piece, at its ends) the factor at
 * the nearest place goes to `wide`.
 */
export function pathDistance(dst: usize, w: i32, h: i32, pieces: usize, count: i32, reach: f32, factors: usize, wide: usize): void {
  const r2 = reach * reach
  const end = <usize>w * h << 2
  for (let i: usize = 0; i < end; i += 16) v128.store(dst + i, f32x4.splat(r2))
  if (factors) for (let i: usize = 0; i < end; i += 16) v128.store(wide + i, f32x4.splat(1))
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  for (let s = 0, p = pieces; s < count; s++, p += 16) {
    const ax = load<f32>(p), ay = load<f32>(p + 4), dx = load<f32>(p + 8) - ax, dy = load<f32>(p + 12) - ay
    const left = max(0, <i32>Mathf.floor(min(ax, ax + dx) - reach)) & ~3
    const right = min(w, <i32>Mathf.ceil(max(ax, ax + dx) + reach))
    const top = max(0, <i32>Mathf.floor(min(ay, ay + dy) - reach)), bottom = min(h, <i32>Mathf.ceil(max(ay, ay + dy) + reach))
    const long = dx * dx + dy * dy
    const inv = f32x4.splat(long > 0 ? 1 / long : 0), vdx = f32x4.splat(dx), vdy = f32x4.splat(dy)
    const f = factors + (<usize>s << 3)
    const from = factors ? v128.load32_splat(f) : one, more = factors ? f32x4.sub(v128.load32_splat(f, 4), from) : zero
    for (let y = top; y < bottom; y++) {
      const py = f32x4.splat(<f32>y + <f32>0.5 - ay)
      for (let x = left; x < right; x += 4) {
        const first = <f32>x + <f32>0.5 - ax
        const px = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(first), 1, first + 1), 2, first + 2), 3, first + 3)
        const t = f32x4.pmin(f32x4.pmax(f32x4.mul(f32x4.add(f32x4.mul(px, vdx), f32x4.mul(py, vdy)), inv), zero), one)
        const ex = f32x4.sub(px, f32x4.mul(vdx, t)), ey = f32x4.sub(py, f32x4.mul(vdy, t))
        const d2 = f32x4.add(f32x4.mul(ex, ex), f32x4.mul(ey, ey))
        const at = (<usize>y * w + x) << 2, o = dst + at
        if (x + 4 <= w) {
          const old = v128.load(o)
          v128.store(o, f32x4.pmin(old, d2))
          if (factors) v128.store(wide + at, v128.bitselect(f32x4.add(from, f32x4.mul(more, t)), v128.load(wide + at), f32x4.lt(d2, old)))
        } else {
          let m = d2, g = f32x4.add(from, f32x4.mul(more, t))
          for (let i = 0; i < w - x; i++) {
            const q = <usize>i << 2
            if (f32x4.extract_lane(m, 0) < load<f32>(o + q)) {
              store<f32>(o + q, f32x4.extract_lane(m, 0))
              if (factors) store<f32>(wide + at + q, f32x4.extract_lane(g, 0))
            }
            m = i32x4.shuffle(m, m, 1, 2, 3, 3)
            g = i32x4.shuffle(g, g, 1, 2, 3, 3)
          }
        }
      }
    }
  }
}

/**
 * Matte from coverage and squared distance: smooth from 0 at `outer` pixels outside to 1 at `inner` inside, both times the factor at `wide` if it is given and then moved out by `shift`;
 * never sharper than one pixel. cover is overwritten.
 */
export function pathFeather(cover: usize, d2: usize, n: i32, inner: f32, outer: f32, shift: f32, wide: usize): void {
  const one = f32x4.splat(1), zero = f32x4.splat(0), half = f32x4.splat(0.5), two = f32x4.splat(2), three = f32x4.splat(3)
  const vouter = f32x4.splat(outer), width = f32x4.splat(inner + outer), by = f32x4.splat(shift)
  for (let i = 0; i < n; i += 4) {
    const o = <usize>i << 2
    const d = f32x4.sqrt(v128.load(d2 + o))
    const signed = v128.bitselect(d, f32x4.neg(d), f32x4.ge(v128.load(cover + o), half))
    const k = wide ? v128.load(wide + o) : one
    const asked = f32x4.mul(width, k)
    const all = f32x4.max(asked, one)
    const out = f32x4.add(f32x4.mul(vouter, k), f32x4.mul(f32x4.sub(all, asked), half))
    const e = f32x4.pmax(zero, f32x4.pmin(one, f32x4.div(f32x4.add(f32x4.add(signed, by), out), all)))
    v128.store(cover + o, f32x4.mul(f32x4.mul(e, e), f32x4.sub(three, f32x4.mul(two, e))))
  }
}
