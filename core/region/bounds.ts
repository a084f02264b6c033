import { type Area, aligned, grown, intersection, type Size, union, wholeOf } from '../frame'
import type { ResolvedShape } from '.'

/** Where a matte can be above 0, in pixels at a proxy scale; the whole picture for what is inverted or cut out of everything. */
export function matteBounds(
  size: Size,
  scale: number,
  shapes: readonly ResolvedShape[],
  invert: boolean,
): Area {
  const whole = wholeOf(size)
  if (invert) return whole
  let bounds: Area = shapes[0] && shapes[0].join !== 'add' ? whole : { x: 0, y: 0, width: 0, height: 0 }
  for (const shape of shapes) {
    if (shape.join === 'add') bounds = union(bounds, shapeBounds(shape, scale))
    if (shape.join === 'intersect') bounds = intersection(bounds, shapeBounds(shape, scale))
  }
  return intersection(whole, bounds)
}

/**
 * The box around a turned shape and its soft edge. An ellipse's distance is of first order, q (q - 1) / |gradient|, which is at least m (q - 1) with m the
 * smaller half axis: its matte ends where that is half the feather, on an ellipse 1 + feather / 2m times as large.
 */
function shapeBounds({ kind, centre, size, angle, feather }: ResolvedShape, scale: number): Area {
  const turn = (angle * Math.PI) / 180
  const [c, s] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))]
  const soft = Math.max(feather * scale, 1)
  const half = size.map((v) => Math.max((Math.abs(v) / 2) * scale, 1e-3)) as [number, number]
  const larger = kind === 'ellipse' ? 1 + soft / (2 * Math.min(...half)) : 1
  const [rx, ry] = [half[0] * larger, half[1] * larger]
  const [hx, hy] = [c * rx + s * ry, s * rx + c * ry]
  const [x, y] = [centre[0] * scale - hx, centre[1] * scale - hy]
  return aligned(grown({ x, y, width: 2 * hx, height: 2 * hy }, soft / 2 + 1), 1)
}
