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

/** The box around a turned shape and its soft edge. An ellipse's distance is of first order and may fall short of the true one: hence twice the feather. */
function shapeBounds({ centre, size, angle, feather }: ResolvedShape, scale: number): Area {
  const turn = (angle * Math.PI) / 180
  const [c, s] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))]
  const [rx, ry] = size.map((v) => (Math.abs(v) / 2) * scale) as [number, number]
  const [hx, hy] = [c * rx + s * ry, s * rx + c * ry]
  const [x, y] = [centre[0] * scale - hx, centre[1] * scale - hy]
  return aligned(grown({ x, y, width: 2 * hx, height: 2 * hy }, 2 * feather * scale + 2), 1)
}
