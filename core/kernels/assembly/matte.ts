// Soft shapes into a plane. A shape is given by the affine map from pixels into its own axes.

/**
 * One shape into a plane (w x h), four pixels at a time. kind 0 ellipse, 1 rectangle; half sizes rx, ry; round: radius of a rectangle's corners; the matte
 * falls smoothly from 1 at `inner` pixels inside to 0 at `outer` outside. The ellipse's distance comes from three rounds of
 * circles about its evolute that touch it: exact to about a thousandth of its size.
 */
export function shape(
  dst: usize, w: i32, h: i32, kind: i32,
  cx: f32, cy: f32, cos: f32, sin: f32, rx: f32, ry: f32, round: f32, inner: f32, outer: f32,
): void {
  const slope = f32x4.splat(1 / (inner + outer)), from = f32x4.splat(outer / (inner + outer))
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  const sx = f32x4.splat(rx), sy = f32x4.splat(ry), r = f32x4.splat(round)
  const bx = f32x4.splat(rx - round), by = f32x4.splat(ry - round)
  const vc = f32x4.splat(cos), vs = f32x4.splat(sin)
  for (let y = 0; y < h; y++) {
    const dy = f32x4.splat(<f32>y + 0.5 - cy)
    const yc = f32x4.mul(dy, vc), ys = f32x4.mul(dy, vs)
    const row = dst + (<usize>(y * w) << 2)
    for (let x = 0; x < w; x += 4) {
      const left: f32 = <f32>x + 0.5 - cx
      const dx = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(left), 1, left + 1), 2, left + 2), 3, left + 3)
      const u = f32x4.abs(f32x4.add(f32x4.mul(dx, vc), ys))
      const v = f32x4.abs(f32x4.sub(yc, f32x4.mul(dx, vs)))
      let d: v128
      if (kind == 0) d = fromEllipse(u, v, sx, sy)
      else {
        const a = f32x4.sub(u, bx), b = f32x4.sub(v, by)
        const outX = f32x4.pmax(a, zero), outY = f32x4.pmax(b, zero)
        const outside = f32x4.sqrt(f32x4.add(f32x4.mul(outX, outX), f32x4.mul(outY, outY)))
        d = f32x4.sub(f32x4.add(outside, f32x4.pmin(f32x4.pmax(a, b), zero)), r)
      }
      const e = f32x4.pmin(f32x4.pmax(f32x4.sub(from, f32x4.mul(d, slope)), zero), one)
      let m = f32x4.mul(f32x4.mul(e, e), f32x4.sub(f32x4.splat(3), f32x4.add(e, e)))
      const p = row + (<usize>x << 2)
      const rest = w - x
      if (rest >= 4) v128.store(p, m)
      else
        for (let i = 0; i < rest; i++) {
          store<f32>(p + (<usize>i << 2), f32x4.extract_lane(m, 0))
          m = i32x4.shuffle(m, m, 1, 2, 3, 3)
        }
    }
  }
}

/** Signed distance from an ellipse in its first quadrant, below 0 inside. */
// @ts-ignore: decorator
@inline
function fromEllipse(u: v128, v: v128, a: v128, b: v128): v128 {
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  const ia = f32x4.div(one, a), ib = f32x4.div(one, b)
  const ex = f32x4.mul(f32x4.sub(f32x4.mul(a, a), f32x4.mul(b, b)), ia), ey = f32x4.mul(f32x4.sub(f32x4.mul(b, b), f32x4.mul(a, a)), ib)
  // Cosine and sine of the touching point, begun towards the pixel itself.
  const nu = f32x4.mul(u, ia), nv = f32x4.mul(v, ib)
  const n0 = f32x4.pmax(f32x4.splat(1e-12), f32x4.sqrt(f32x4.add(f32x4.mul(nu, nu), f32x4.mul(nv, nv))))
  let c = f32x4.div(nu, n0), s = f32x4.div(nv, n0)
  for (let i = 0; i < 3; i++) {
    const x = f32x4.mul(a, c), y = f32x4.mul(b, s)
    const cx = f32x4.mul(ex, f32x4.mul(c, f32x4.mul(c, c))), cy = f32x4.mul(ey, f32x4.mul(s, f32x4.mul(s, s)))
    const rx = f32x4.sub(x, cx), ry = f32x4.sub(y, cy), qx = f32x4.sub(u, cx), qy = f32x4.sub(v, cy)
    const r = f32x4.sqrt(f32x4.add(f32x4.mul(rx, rx), f32x4.mul(ry, ry)))
    const q = f32x4.pmax(f32x4.splat(1e-9), f32x4.sqrt(f32x4.add(f32x4.mul(qx, qx), f32x4.mul(qy, qy))))
    const k = f32x4.div(r, q)
    c = f32x4.pmin(one, f32x4.pmax(zero, f32x4.mul(f32x4.add(f32x4.mul(qx, k), cx), ia)))
    s = f32x4.pmin(one, f32x4.pmax(zero, f32x4.mul(f32x4.add(f32x4.mul(qy, k), cy), ib)))
    const n = f32x4.pmax(f32x4.splat(1e-12), f32x4.sqrt(f32x4.add(f32x4.mul(c, c), f32x4.mul(s, s))))
    c = f32x4.div(c, n)
    s = f32x4.div(s, n)
  }
  const dx = f32x4.sub(u, f32x4.mul(a, c)), dy = f32x4.sub(v, f32x4.mul(b, s))
  const d = f32x4.sqrt(f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy)))
  const outside = f32x4.gt(f32x4.add(f32x4.mul(nu, nu), f32x4.mul(nv, nv)), one)
  return v128.bitselect(d, f32x4.neg(d), outside)
}

/** dst = value for n floats. */
export function fillPlane(dst: usize, n: i32, value: f32): void {
  for (let i = 0; i < n; i++) store<f32>(dst + (i << 2), value)
}

/** dst = 1 - dst for n floats. */
export function invertPlane(dst: usize, n: i32): void {
  for (let i = 0; i < n; i++) store<f32>(dst + (i << 2), 1 - load<f32>(dst + (i << 2)))
}
