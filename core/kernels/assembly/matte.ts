// Soft shapes into a plane. A shape is given by the affine map from pixels into its own axes.

/**
 * Joins one shape to a plane (w x h), four pixels at a time. kind 0 ellipse, 1 rectangle; half sizes rx, ry; feather: full width of the
 * soft edge, centred on the outline. join 0 add (max), 1 subtract (times 1 - m), 2 intersect (min).
 * The ellipse's distance is first order: (q - 1) q / |grad|, exact on the outline.
 */
export function shape(
  dst: usize, w: i32, h: i32, kind: i32, join: i32,
  cx: f32, cy: f32, cos: f32, sin: f32, rx: f32, ry: f32, feather: f32,
): void {
  const slope = f32x4.splat(1 / feather), half = f32x4.splat(0.5)
  const one = f32x4.splat(1), zero = f32x4.splat(0)
  const ix = f32x4.splat(1 / rx), iy = f32x4.splat(1 / ry), sx = f32x4.splat(rx), sy = f32x4.splat(ry)
  const vc = f32x4.splat(cos), vs = f32x4.splat(sin)
  const inner = f32x4.splat(-min(rx, ry))
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
      if (kind == 0) {
        const a = f32x4.mul(u, ix), b = f32x4.mul(v, iy)
        const q = f32x4.sqrt(f32x4.add(f32x4.mul(a, a), f32x4.mul(b, b)))
        const ga = f32x4.mul(a, ix), gb = f32x4.mul(b, iy)
        const g = f32x4.sqrt(f32x4.add(f32x4.mul(ga, ga), f32x4.mul(gb, gb)))
        d = v128.bitselect(f32x4.div(f32x4.mul(q, f32x4.sub(q, one)), g), inner, f32x4.gt(g, zero))
      } else {
        const a = f32x4.sub(u, sx), b = f32x4.sub(v, sy)
        const outX = f32x4.pmax(a, zero), outY = f32x4.pmax(b, zero)
        const outside = f32x4.sqrt(f32x4.add(f32x4.mul(outX, outX), f32x4.mul(outY, outY)))
        d = f32x4.add(outside, f32x4.pmin(f32x4.pmax(a, b), zero))
      }
      const e = f32x4.pmin(f32x4.pmax(f32x4.sub(half, f32x4.mul(d, slope)), zero), one)
      const t = f32x4.mul(f32x4.mul(e, e), f32x4.sub(f32x4.splat(3), f32x4.add(e, e)))
      const p = row + (<usize>x << 2)
      const old = v128.load(p)
      let m: v128
      if (join == 0) m = f32x4.pmax(old, t)
      else if (join == 1) m = f32x4.mul(old, f32x4.sub(one, t))
      else m = f32x4.pmin(old, t)
      const rest = w - x
      if (rest >= 4) v128.store(p, m)
      else {
        store<f32>(p, f32x4.extract_lane(m, 0))
        if (rest > 1) store<f32>(p + 4, f32x4.extract_lane(m, 1))
        if (rest > 2) store<f32>(p + 8, f32x4.extract_lane(m, 2))
      }
    }
  }
}

/** dst = value for n floats. */
export function fillPlane(dst: usize, n: i32, value: f32): void {
  for (let i = 0; i < n; i++) store<f32>(dst + (i << 2), value)
}

/** dst = 1 - dst for n floats. */
export function invertPlane(dst: usize, n: i32): void {
  for (let i = 0; i < n; i++) store<f32>(dst + (i << 2), 1 - load<f32>(dst + (i << 2)))
}
