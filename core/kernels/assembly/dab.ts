/** What a dab weighs at a distance from its middle line, where its half-width is r and its edge is `soft` wide. */
// @ts-ignore: decorator
@inline
function weight(kind: i32, d: f32, r: f32, soft: f32): f32 {
  if (kind == 1) {
    const q: f32 = 1 - (d * d) / (r * r)
    return q > 0 ? q * q : <f32>0
  }
  const edge = kind == 2 ? soft - abs(d - r) : (r - d) / soft + <f32>0.5
  const t: f32 = min(max(kind == 2 ? edge / soft : edge, 0), 1)
  return t * t * (3 - 2 * t)
}

/**
 * Lays a dab of premultiplied colour on a picture: everything within half-width r0 at (x0, y0), going over to r1 at (x1, y1). kind 0: even, with an edge `soft` wide about its outline;
 * 1: a bell, (1 - (d / r)^2)^2; 2: a ring, soft to both sides of the outline. Strength goes from 1 to `end` along the line. onto: 0 adds light, alpha kept; 1 lays it over.
 * Below a half-width of half a pixel it stays that wide and gets fainter instead.
 */
export function dab(
  dst: usize, w: i32, h: i32, x0: f32, y0: f32, x1: f32, y1: f32, r0: f32, r1: f32, soft: f32, end: f32,
  r: f32, g: f32, b: f32, a: f32, kind: i32, onto: i32,
): void {
  const faint0: f32 = min(1, r0 * 2), faint1: f32 = min(1, r1 * 2)
  const w0 = max(r0, <f32>0.5), w1 = max(r1, <f32>0.5)
  // Farther away than this nothing of it is seen.
  const reach: f32 = max(w0, w1) + (kind == 1 ? 0 : kind == 2 ? soft : soft * <f32>0.5)
  const beyond: f32 = reach * reach
  const room: f32 = reach + 1
  const left = <i32>max(0, Mathf.floor(min(x0, x1) - room)), right = <i32>min(<f32>w, Mathf.ceil(max(x0, x1) + room))
  const top = <i32>max(0, Mathf.floor(min(y0, y1) - room)), bottom = <i32>min(<f32>h, Mathf.ceil(max(y0, y1) + room))
  const dx = x1 - x0, dy = y1 - y0
  const length2 = dx * dx + dy * dy
  const inv: f32 = length2 > 0 ? 1 / length2 : 0
  const colour = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(r), 1, g), 2, b), 3, onto ? a : 0)
  for (let y = top; y < bottom; y++) {
    const py = <f32>y + <f32>0.5 - y0
    // Of its middle line only what is near the row matters there.
    const slope: f32 = dy != 0 ? 1 / dy : 0
    const u0: f32 = dy != 0 ? min((py - room) * slope, (py + room) * slope) : 0
    const u1: f32 = dy != 0 ? max((py - room) * slope, (py + room) * slope) : 1
    const ax: f32 = dx * min(max(u0, 0), 1), bx: f32 = dx * min(max(u1, 0), 1)
    const begin = <i32>max(<f32>left, Mathf.floor(x0 + min(ax, bx) - room))
    const stop = <i32>min(<f32>right, Mathf.ceil(x0 + max(ax, bx) + room))
    for (let x = begin; x < stop; x++) {
      const px = <f32>x + <f32>0.5 - x0
      const t: f32 = min(max((px * dx + py * dy) * inv, 0), 1)
      const ex = px - dx * t, ey = py - dy * t
      const far: f32 = ex * ex + ey * ey
      if (far > beyond) continue
      const m = weight(kind, Mathf.sqrt(far), w0 + (w1 - w0) * t, soft) *
        (1 + (end - 1) * t) * (faint0 + (faint1 - faint0) * t)
      if (!(m > 0)) continue
      const p = dst + ((<usize>y * w + x) << 4)
      const c = f32x4.mul(colour, f32x4.splat(m))
      const under = onto ? f32x4.mul(v128.load(p), f32x4.splat(1 - a * m)) : v128.load(p)
      v128.store(p, f32x4.add(under, c))
    }
  }
}

/** Many dabs: from, to, radius, softness, and premultiplied colour with its alpha, ten numbers each. */
export function dabs(dst: usize, w: i32, h: i32, list: usize, count: i32, kind: i32, onto: i32): void {
  for (let i = 0; i < count; i++) {
    const p = list + (<usize>i) * 40
    const r = load<f32>(p, 16)
    dab(
      dst, w, h, load<f32>(p), load<f32>(p, 4), load<f32>(p, 8), load<f32>(p, 12), r, r, load<f32>(p, 20), 1,
      load<f32>(p, 24), load<f32>(p, 28), load<f32>(p, 32), load<f32>(p, 36), kind, onto,
    )
  }
}
