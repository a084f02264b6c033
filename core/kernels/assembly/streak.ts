// Means along straight lines and along arcs.

/** dst[x] = src at x + shift for x in [from, to), linear between samples; positions outside [0, n) go through `edge` (0 nothing, 1 hold, 2 mirror, 3 wrap). */
function shifted(dst: usize, src: usize, from: i32, to: i32, n: i32, shift: f32, edge: i32): void {
  const whole = <i32>Mathf.floor(shift)
  const f = shift - <f32>whole
  const kb = f32x4.splat(f), ka = f32x4.splat(1 - f)
  const inner = min(to, max(from, -whole)), outer = max(inner, min(to, n - 1 - whole))
  for (let x = from; x < inner; x++) store2(dst, x, tap(src, x + whole, n, edge), tap(src, x + whole + 1, n, edge), ka, kb)
  if (f == 0) memory.copy(dst + (<usize>inner << 4), src + (<usize>(inner + whole) << 4), <usize>(outer - inner) << 4)
  else
    for (let d = dst + (<usize>inner << 4), s = src + (<usize>(inner + whole) << 4), e = dst + (<usize>outer << 4); d < e; d += 16, s += 16)
      v128.store(d, f32x4.add(f32x4.mul(v128.load(s), ka), f32x4.mul(v128.load(s + 16), kb)))
  for (let x = outer; x < to; x++) store2(dst, x, tap(src, x + whole, n, edge), tap(src, x + whole + 1, n, edge), ka, kb)
}

// @ts-ignore: decorator
@inline
function store2(dst: usize, x: i32, a: v128, b: v128, ka: v128, kb: v128): void {
  v128.store(dst + (<usize>x << 4), f32x4.add(f32x4.mul(a, ka), f32x4.mul(b, kb)))
}

/** Where position i of an endless line of n samples lies; -1 for nothing. */
export function edgeAt(i: i32, n: i32, edge: i32): i32 {
  if (<u32>i < <u32>n) return i
  if (edge == 0) return -1
  if (edge == 1) return i < 0 ? 0 : n - 1
  if (edge == 3) {
    const j = i % n
    return j < 0 ? j + n : j
  }
  let j = i % (2 * n)
  if (j < 0) j += 2 * n
  return j < n ? j : 2 * n - 1 - j
}

function tap(row: usize, i: i32, n: i32, edge: i32): v128 {
  const at = edgeAt(i, n, edge)
  return at < 0 ? f32x4.splat(0) : v128.load(row + (<usize>at << 4))
}

/** Row j of the picture sheared so that the line direction stands upright, its columns [from, to): column c lies at source x = c + left + slope * j. */
function sheared(
  dst: usize, src: usize, w: i32, h: i32, from: i32, to: i32, j: i32, left: f32, slope: f32, edge: i32,
): void {
  const row = edgeAt(j, h, edge)
  if (row < 0) memory.fill(dst + (<usize>from << 4), 0, <usize>(to - from) << 4)
  else shifted(dst, src + <usize>row * w * 16, from, to, w, left + slope * <f32>j, edge)
}

/**
 * Mean along lines that run one row down and `slope` (-1 to 1) columns across, from `before` rows above to `after` rows below each pixel. Sums run
 * down the columns of the sheared picture in double precision; only those columns are kept that lines through the picture pass at their row.
 * rows: scratch for 5 rows of `wide` pixels, wide = w + |slope| (h - 1) rounded up, + 2.
 */
export function streak(
  dst: usize, src: usize, w: i32, h: i32, slope: f32, before: f32, after: f32, edge: i32, rows: usize, wide: i32,
): void {
  const pitch = <usize>wide << 4
  const high = rows, low = rows + pitch, out = low + pitch, sums = out + pitch
  const left: f32 = slope > 0 ? -slope * <f32>(h - 1) - 1 : -1
  const top = <i32>Mathf.floor(0.5 + after), bottom = <i32>Mathf.floor(0.5 - before)
  const ft = f32x4.splat(<f32>0.5 + after - <f32>top), fb = f32x4.splat(<f32>0.5 - before - <f32>bottom)
  const scale = f32x4.splat(1 / (before + after))
  let from = 0, to = 0
  for (let y = 0; y < h; y++) {
    const first = -left - slope * <f32>y
    const begin = max(0, <i32>Mathf.floor(first)), end = min(wide, <i32>Mathf.ceil(first) + w + 1)
    if (y == 0) {
      from = to = begin
    }
    // Columns that come in are summed anew; those that go out are left behind.
    if (begin < from) {
      gather(sums, high, src, w, h, begin, from, y + bottom, y + top, left, slope, edge)
      from = begin
    }
    if (end > to) {
      gather(sums, high, src, w, h, to, end, y + bottom, y + top, left, slope, edge)
      to = end
    }
    from = max(from, begin)
    to = min(to, end)
    sheared(high, src, w, h, from, to, y + top, left, slope, edge)
    sheared(low, src, w, h, from, to, y + bottom, left, slope, edge)
    for (let c = <usize>from << 4, e = <usize>to << 4; c < e; c += 16) {
      const s = sums + 2 * c
      const a = v128.load(high + c), b = v128.load(low + c)
      const s0 = v128.load(s), s1 = v128.load(s + 16)
      const sum = i64x2.shuffle(f32x4.demote_f64x2_zero(s0), f32x4.demote_f64x2_zero(s1), 0, 2)
      const ends = f32x4.sub(f32x4.mul(a, ft), f32x4.mul(b, fb))
      v128.store(out + c, f32x4.mul(f32x4.add(sum, ends), scale))
      v128.store(s, f64x2.add(s0, f64x2.sub(f64x2.promote_low_f32x4(a), f64x2.promote_low_f32x4(b))))
      const a1 = i32x4.shuffle(a, a, 2, 3, 2, 3), b1 = i32x4.shuffle(b, b, 2, 3, 2, 3)
      v128.store(s + 16, f64x2.add(s1, f64x2.sub(f64x2.promote_low_f32x4(a1), f64x2.promote_low_f32x4(b1))))
    }
    shifted(dst + <usize>y * w * 16, out, 0, w, wide, first, 1)
  }
}

/** Sums of rows [first, last) for the columns [from, to). */
function gather(
  sums: usize, row: usize, src: usize, w: i32, h: i32, from: i32, to: i32, first: i32, last: i32, left: f32, slope: f32, edge: i32,
): void {
  memory.fill(sums + (<usize>from << 5), 0, <usize>(to - from) << 5)
  for (let j = first; j < last; j++) {
    sheared(row, src, w, h, from, to, j, left, slope, edge)
    for (let c = <usize>from << 4, e = <usize>to << 4; c < e; c += 16) add(sums + 2 * c, v128.load(row + c))
  }
}

// @ts-ignore: decorator
@inline
function add(sums: usize, p: v128): void {
  v128.store(sums, f64x2.add(v128.load(sums), f64x2.promote_low_f32x4(p)))
  v128.store(sums + 16, f64x2.add(v128.load(sums + 16), f64x2.promote_low_f32x4(i32x4.shuffle(p, p, 2, 3, 2, 3))))
}

/** Bilinear sample at continuous position (x, y), pixel centres on halves. */
// @ts-ignore: decorator
@inline
export function bilinear(src: usize, w: i32, h: i32, x: f32, y: f32, edge: i32): v128 {
  const u = x - <f32>0.5, v = y - <f32>0.5
  const i = <i32>Mathf.floor(u), j = <i32>Mathf.floor(v)
  const fx = f32x4.splat(u - <f32>i), fy = f32x4.splat(v - <f32>j)
  let a: v128, b: v128, c: v128, d: v128
  if (i >= 0 && j >= 0 && i + 1 < w && j + 1 < h) {
    const p = src + ((<usize>j * w + i) << 4), q = p + (<usize>w << 4)
    a = v128.load(p)
    b = v128.load(p + 16)
    c = v128.load(q)
    d = v128.load(q + 16)
  } else {
    const j0 = edgeAt(j, h, edge), j1 = edgeAt(j + 1, h, edge)
    const r0 = src + <usize>j0 * w * 16, r1 = src + <usize>j1 * w * 16
    a = j0 < 0 ? f32x4.splat(0) : tap(r0, i, w, edge)
    b = j0 < 0 ? f32x4.splat(0) : tap(r0, i + 1, w, edge)
    c = j1 < 0 ? f32x4.splat(0) : tap(r1, i, w, edge)
    d = j1 < 0 ? f32x4.splat(0) : tap(r1, i + 1, w, edge)
  }
  const top = f32x4.add(a, f32x4.mul(f32x4.sub(b, a), fx)), low = f32x4.add(c, f32x4.mul(f32x4.sub(d, c), fx))
  return f32x4.add(top, f32x4.mul(f32x4.sub(low, top), fy))
}

/**
 * Mean over moved copies of each pixel's place about (cx, cy). table: for n = 1, 2, 4 … 2^(levels - 1), n pairs (c, s); a copy lies at
 * centre + (c dx - s dy, s dx + c dy). A pixel takes the first n that is at least spread * its distance from the centre.
 */
export function radial(
  dst: usize, src: usize, w: i32, h: i32, cx: f32, cy: f32, table: usize, levels: i32, spread: f32, edge: i32,
): void {
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const dx = <f32>x + 0.5 - cx, dy = <f32>y + 0.5 - cy
      const wanted = spread * Mathf.sqrt(dx * dx + dy * dy)
      let n = 1
      for (let l = 1; l < levels && <f32>n < wanted; l++) n <<= 1
      let acc = f32x4.splat(0)
      for (let t = table + (<usize>(n - 1) << 3), end = t + (<usize>n << 3); t < end; t += 8) {
        const c = load<f32>(t), s = load<f32>(t + 4)
        acc = f32x4.add(acc, bilinear(src, w, h, cx + c * dx - s * dy, cy + s * dx + c * dy, edge))
      }
      v128.store(dst + ((<usize>y * w + x) << 4), f32x4.mul(acc, f32x4.splat(<f32>1 / <f32>n)))
    }
}
