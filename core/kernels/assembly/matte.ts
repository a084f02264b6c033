// Soft shapes into a plane. A shape is given by the affine map from pixels into its own axes.

/**
 * Joins one shape to a plane (w x h). kind 0 ellipse, 1 rectangle; half sizes rx, ry; feather: full width of the soft edge, centred
 * on the outline. join 0 add (max), 1 subtract (times 1 - m), 2 intersect (min).
 * The ellipse's distance is first order: (q - 1) q / |grad|, exact on the outline.
 */
export function shape(
  dst: usize, w: i32, h: i32, kind: i32, join: i32,
  cx: f32, cy: f32, cos: f32, sin: f32, rx: f32, ry: f32, feather: f32,
): void {
  const slope: f32 = 1 / feather
  const ix: f32 = 1 / rx, iy: f32 = 1 / ry
  for (let y = 0; y < h; y++) {
    const dy = <f32>y + 0.5 - cy
    for (let x = 0; x < w; x++) {
      const dx = <f32>x + 0.5 - cx
      const u = abs(dx * cos + dy * sin), v = abs(dy * cos - dx * sin)
      let d: f32
      if (kind == 0) {
        const a = u * ix, b = v * iy
        const q = sqrt(a * a + b * b)
        const g = sqrt(a * ix * a * ix + b * iy * b * iy)
        d = g > 0 ? (q * (q - 1)) / g : -min(rx, ry)
      } else {
        const a = u - rx, b = v - ry
        const outX = max(a, <f32>0), outY = max(b, <f32>0)
        d = sqrt(outX * outX + outY * outY) + min(max(a, b), <f32>0)
      }
      let t = min(max(<f32>0.5 - d * slope, 0), 1)
      t = t * t * (3 - 2 * t)
      const p = dst + (<usize>(y * w + x) << 2)
      const old = load<f32>(p)
      if (join == 0) store<f32>(p, max(old, t))
      else if (join == 1) store<f32>(p, old * (1 - t))
      else store<f32>(p, min(old, t))
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
