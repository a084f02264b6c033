// What letters and shapes are painted with: distances joined, bands of them, planes blurred, one colour through a plane.

/** dst (w floats a row) = the least of itself and the signed distance of a part (pw x ph at px, py of dst): below 0 where the part's coverage is at least half. */
export function nearer(dst: usize, w: i32, h: i32, cover: usize, d2: usize, pw: i32, ph: i32, px: i32, py: i32): void {
  const left = max(0, -px), right = min(pw, w - px)
  for (let y = max(0, -py), end = min(ph, h - py); y < end; y++) {
    const row = dst + ((<usize>(y + py) * w + px) << 2), own = <usize>y * pw
    for (let x = left; x < right; x++) {
      const i = (own + x) << 2
      const d = Mathf.sqrt(load<f32>(d2 + i))
      const p = row + (<usize>x << 2)
      store<f32>(p, min(load<f32>(p), load<f32>(cover + i) >= 0.5 ? -d : d))
    }
  }
}

/** Coverage of what lies nearer than `by`, over one pixel: limited (1/2 + by - d). */
export function within(dst: usize, distance: usize, n: i32, by: f32): void {
  const one = f32x4.splat(1), zero = f32x4.splat(0), edge = f32x4.splat(<f32>0.5 + by)
  for (let i: usize = 0, end = <usize>n << 2; i < end; i += 16)
    v128.store(dst + i, f32x4.pmin(one, f32x4.pmax(zero, f32x4.sub(edge, v128.load(distance + i)))))
}

/** Rows weighed by 2 r + 1 weights, nothing around them. row: w + 2 r + 4 floats of scratch. */
export function weighRows(dst: usize, src: usize, w: i32, h: i32, weights: usize, r: i32, row: usize): void {
  memory.fill(row, 0, <usize>(w + 2 * r + 8) << 2)
  const inner = row + (<usize>r << 2)
  for (let y = 0; y < h; y++) {
    memory.copy(inner, src + ((<usize>y * w) << 2), <usize>w << 2)
    const out = dst + ((<usize>y * w) << 2)
    for (let x = 0; x < w; x += 4) {
      let sum = f32x4.splat(0)
      const at = row + (<usize>x << 2)
      for (let j = 0; j <= 2 * r; j++)
        sum = f32x4.add(sum, f32x4.mul(v128.load(at + (<usize>j << 2)), v128.load32_splat(weights + (<usize>j << 2))))
      if (x + 4 <= w) v128.store(out + (<usize>x << 2), sum)
      else
        for (let i = x; i < w; i++) {
          store<f32>(out + (<usize>i << 2), f32x4.extract_lane(sum, 0))
          sum = i32x4.shuffle(sum, sum, 1, 2, 3, 3)
        }
    }
  }
}

/** Columns weighed by 2 r + 1 weights, nothing around them. */
export function weighColumns(dst: usize, src: usize, w: i32, h: i32, weights: usize, r: i32): void {
  for (let y = 0; y < h; y++) {
    const first = max(0, y - r), last = min(h - 1, y + r)
    const out = dst + ((<usize>y * w) << 2)
    for (let x = 0; x < w; x += 4) {
      let sum = f32x4.splat(0)
      for (let j = first; j <= last; j++)
        sum = f32x4.add(
          sum,
          f32x4.mul(v128.load(src + ((<usize>j * w + x) << 2)), v128.load32_splat(weights + (<usize>(j - y + r) << 2))),
        )
      if (x + 4 <= w) v128.store(out + (<usize>x << 2), sum)
      else
        for (let i = x; i < w; i++) {
          store<f32>(out + (<usize>i << 2), f32x4.extract_lane(sum, 0))
          sum = i32x4.shuffle(sum, sum, 1, 2, 3, 3)
        }
    }
  }
}

/** Means of 2 x 2, nothing beyond the plane: dst is (w + 1) / 2 by (h + 1) / 2. */
export function halfPlane(dst: usize, src: usize, w: i32, h: i32): void {
  const dw = (w + 1) >> 1, dh = (h + 1) >> 1
  for (let y = 0; y < dh; y++)
    for (let x = 0; x < dw; x++) {
      let sum: f32 = 0
      for (let j = 2 * y; j < min(2 * y + 2, h); j++)
        for (let i = 2 * x; i < min(2 * x + 2, w); i++) sum += load<f32>(src + ((<usize>j * w + i) << 2))
      store<f32>(dst + ((<usize>y * dw + x) << 2), sum * <f32>0.25)
    }
}

/** A plane of (w + 1) / 2 by (h + 1) / 2 brought back to w x h, bilinear between the middles of its places. */
export function doublePlane(dst: usize, src: usize, w: i32, h: i32): void {
  const sw = (w + 1) >> 1, sh = (h + 1) >> 1
  for (let y = 0; y < h; y++) {
    const ny = y & 1 ? min((y >> 1) + 1, sh - 1) : max((y >> 1) - 1, 0)
    const near = src + ((<usize>(y >> 1) * sw) << 2), far = src + ((<usize>ny * sw) << 2)
    for (let x = 0; x < w; x++) {
      const i = <usize>(x >> 1) << 2
      const j = <usize>(x & 1 ? min((x >> 1) + 1, sw - 1) : max((x >> 1) - 1, 0)) << 2
      const a = load<f32>(near + i) * <f32>0.75 + load<f32>(near + j) * <f32>0.25
      const b = load<f32>(far + i) * <f32>0.75 + load<f32>(far + j) * <f32>0.25
      store<f32>(dst + ((<usize>y * w + x) << 2), a * <f32>0.75 + b * <f32>0.25)
    }
  }
}

/** frame (fw pixels a row) = one premultiplied colour times a plane (w x h at px, py of the frame), over itself. */
export function paintThrough(frame: usize, fw: i32, fh: i32, plane: usize, w: i32, h: i32, px: i32, py: i32, r: f32, g: f32, b: f32, a: f32): void {
  const colour = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(r), 1, g), 2, b), 3, a)
  const left = max(0, -px), right = min(w, fw - px), one = f32x4.splat(1)
  for (let y = max(0, -py), end = min(h, fh - py); y < end; y++) {
    const row = frame + ((<usize>(y + py) * fw + px) << 4), own = plane + ((<usize>y * w) << 2)
    for (let x = left; x < right; x++) {
      const m = load<f32>(own + (<usize>x << 2))
      if (m <= 0) continue
      const p = row + (<usize>x << 4)
      const top = f32x4.mul(colour, f32x4.splat(m))
      const t = f32x4.sub(one, f32x4.splat(a * m))
      v128.store(p, f32x4.add(top, f32x4.mul(v128.load(p), t)))
    }
  }
}

/** dst = src (both w x h) moved by dx, dy pixels, between pixels bilinear, nothing around it; times a factor, at most 1. */
export function shiftPlane(dst: usize, src: usize, w: i32, h: i32, dx: f32, dy: f32, factor: f32): void {
  const ix = <i32>Mathf.floor(dx), iy = <i32>Mathf.floor(dy)
  const fx = dx - <f32>ix, fy = dy - <f32>iy
  const gx: f32 = <f32>1 - fx, gy: f32 = <f32>1 - fy
  const one = f32x4.splat(1)
  const first = max(0, min(w, ix + 1)), last = max(first, min(w, w + ix))
  for (let y = 0; y < h; y++) {
    const sy = y - iy
    const near: f32 = sy >= 0 && sy < h ? gy * factor : 0, far: f32 = sy > 0 && sy <= h ? fy * factor : 0
    const a = src + ((<usize>max(0, min(h - 1, sy)) * w) << 2), b = src + ((<usize>max(0, min(h - 1, sy - 1)) * w) << 2)
    const out = dst + ((<usize>y * w) << 2)
    const a0 = f32x4.splat(near * gx), a1 = f32x4.splat(near * fx)
    const b0 = f32x4.splat(far * gx), b1 = f32x4.splat(far * fx)
    for (let x = 0; x < first; x++) edge(out, a, b, w, x, x - ix, near, far, fx)
    let x = first
    for (; x + 4 <= last; x += 4) {
      const o = <usize>(x - ix) << 2
      const top = f32x4.add(f32x4.mul(v128.load(a + o), a0), f32x4.mul(v128.load(a + o - 4), a1))
      const low = f32x4.add(f32x4.mul(v128.load(b + o), b0), f32x4.mul(v128.load(b + o - 4), b1))
      v128.store(out + (<usize>x << 2), f32x4.pmin(one, f32x4.add(top, low)))
    }
    for (; x < w; x++) edge(out, a, b, w, x, x - ix, near, far, fx)
  }
}

function edge(out: usize, a: usize, b: usize, w: i32, x: i32, sx: i32, near: f32, far: f32, fx: f32): void {
  let v: f32 = 0
  if (sx >= 0 && sx < w) v += (load<f32>(a + (<usize>sx << 2)) * near + load<f32>(b + (<usize>sx << 2)) * far) * (<f32>1 - fx)
  if (sx > 0 && sx <= w) v += (load<f32>(a + (<usize>(sx - 1) << 2)) * near + load<f32>(b + (<usize>(sx - 1) << 2)) * far) * fx
  store<f32>(out + (<usize>x << 2), min(v, 1))
}

/** Squared distance of a place to the nearest of some pieces. */
function nearest(pieces: usize, count: i32, x: f32, y: f32): f32 {
  let least: f32 = 1e12
  for (let i = 0, p = pieces; i < count; i++, p += 16) {
    const ax = load<f32>(p), ay = load<f32>(p + 4), dx = load<f32>(p + 8) - ax, dy = load<f32>(p + 12) - ay
    const long = dx * dx + dy * dy, px = x - ax, py = y - ay
    const t = long > 0 ? max<f32>(0, min<f32>(1, (px * dx + py * dy) / long)) : 0
    const ex = px - dx * t, ey = py - dy * t
    least = min(least, ex * ex + ey * ey)
  }
  return least
}

const OFFSETS: v128 = f32x4(0.125, 0.375, 0.625, 0.875)

/** The same of four places. */
function nearestOf4(pieces: usize, count: i32, x: v128, y: v128): v128 {
  let least = f32x4.splat(1e12)
  const zero = f32x4.splat(0), one = f32x4.splat(1)
  for (let i = 0, p = pieces; i < count; i++, p += 16) {
    const ax = load<f32>(p), ay = load<f32>(p + 4), dx = load<f32>(p + 8) - ax, dy = load<f32>(p + 12) - ay
    const long = dx * dx + dy * dy
    const vx = f32x4.splat(dx), vy = f32x4.splat(dy)
    const px = f32x4.sub(x, f32x4.splat(ax)), py = f32x4.sub(y, f32x4.splat(ay))
    const along = f32x4.mul(f32x4.add(f32x4.mul(px, vx), f32x4.mul(py, vy)), f32x4.splat(long > 0 ? 1 / long : 0))
    const t = f32x4.pmin(one, f32x4.pmax(zero, along))
    const ex = f32x4.sub(px, f32x4.mul(vx, t)), ey = f32x4.sub(py, f32x4.mul(vy, t))
    least = f32x4.pmin(least, f32x4.add(f32x4.mul(ex, ex), f32x4.mul(ey, ey)))
  }
  return least
}

/**
 * Takes coverage anew, by 4 x 4 samples a pixel, where the edge passes and the distance bends (|grad| < .97): there one distance a pixel is off by up to .4. bodies: left, top, right, bottom, the first
 * piece and the number of pieces of each, as floats; near: scratch for as many pieces as there are.
 */
export function refine(dst: usize, distance: usize, w: i32, h: i32, by: f32, bodies: usize, count: i32, pieces: usize, near: usize): void {
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = (<usize>y * w + x) << 2
      const d = load<f32>(distance + i)
      // Half of the diagonal of a pixel.
      if (abs(d - by) >= 0.7072) continue
      const row = <usize>w << 2
      const gx = (load<f32>(distance + i + 4) - load<f32>(distance + i - 4)) * <f32>0.5
      const gy = (load<f32>(distance + i + row) - load<f32>(distance + i - row)) * <f32>0.5
      if (gx * gx + gy * gy >= <f32>0.9409) continue
      const cx = <f32>x + <f32>0.5, cy = <f32>y + <f32>0.5
      const far = abs(d) + <f32>1.5
      // The pieces that any sample of this pixel can be nearest to; inside of letters that overlap, those of the letter whose edge is meant.
      let kept = 0
      for (let b = 0; b < count; b++) {
        const o = bodies + <usize>b * 24
        if (cx < load<f32>(o) - far || cx > load<f32>(o + 8) + far || cy < load<f32>(o + 4) - far || cy > load<f32>(o + 12) + far) continue
        const from = pieces + (<usize>load<f32>(o + 16) << 4), n = <i32>load<f32>(o + 20)
        const before = kept
        let least: f32 = 1e12
        for (let p = 0, at = from; p < n; p++, at += 16) {
          const ax = load<f32>(at), ay = load<f32>(at + 4), bx = load<f32>(at + 8), by = load<f32>(at + 12)
          if (min(ax, bx) > cx + far || max(ax, bx) < cx - far || min(ay, by) > cy + far || max(ay, by) < cy - far) continue
          const s = nearest(at, 1, cx, cy)
          least = min(least, s)
          if (s > far * far) continue
          v128.store(near + (<usize>kept << 4), v128.load(at))
          kept++
        }
        if (d < 0 && abs(Mathf.sqrt(least) + d) > <f32>1e-3) kept = before
      }
      if (!kept) continue
      let sums = f32x4.splat(0)
      const xs = f32x4.add(f32x4.splat(<f32>x), OFFSETS), edge = f32x4.splat(<f32>0.5 + by * 4)
      for (let j = 0; j < 4; j++) {
        const s = f32x4.sqrt(nearestOf4(near, kept, xs, f32x4.splat(<f32>y + (<f32>j + <f32>0.5) * <f32>0.25)))
        // Over a quarter of a pixel, as each sample stands for a quarter of its width.
        const four = f32x4.mul(d < 0 ? f32x4.neg(s) : s, f32x4.splat(4))
        sums = f32x4.add(sums, f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), f32x4.sub(edge, four))))
      }
      const sum = f32x4.extract_lane(sums, 0) + f32x4.extract_lane(sums, 1) + f32x4.extract_lane(sums, 2) + f32x4.extract_lane(sums, 3)
      store<f32>(dst + i, sum * <f32>0.0625)
    }
}
