import type { Area, Plane } from '../frame'
import type { Kernels } from '../kernels'

export type ShapeKind = 'ellipse' | 'rectangle'
export type Join = 'add' | 'subtract' | 'intersect'

/** A shape at one time. Lengths are pixels of the full-size picture, origin at its top left corner; angle in degrees, clockwise. */
export interface ResolvedShape {
  kind: ShapeKind
  join: Join
  centre: [number, number]
  /** Full width and height before turning. */
  size: [number, number]
  angle: number
  /** Full width of the soft edge, centred on the outline. */
  feather: number
}

/**
 * The matte of a list of shapes, painted in order onto nothing (or onto everything, where the first shape subtracts or
 * intersects), for an area of the picture at this proxy scale. The edge runs as a smoothstep of the distance; a feather below one rendered pixel is antialiased over one.
 */
export function rasterise(
  k: Kernels,
  { x, y, width, height }: Area,
  scale: number,
  shapes: readonly ResolvedShape[],
  invert: boolean,
): Plane {
  const plane = k.plane(width, height)
  const n = width * height
  const joins = { add: 0, subtract: 1, intersect: 2 }
  k.raw.fillPlane(plane.block.at, n, shapes[0] && shapes[0].join !== 'add' ? 1 : 0)
  for (const shape of shapes) {
    const turn = (shape.angle * Math.PI) / 180
    const half = shape.size.map((v) => Math.max((Math.abs(v) / 2) * scale, 1e-3)) as [number, number]
    const centre = [shape.centre[0] * scale - x, shape.centre[1] * scale - y] as const
    const feather = Math.max(shape.feather * scale, 1)
    const kind = shape.kind === 'ellipse' ? 0 : 1
    const place = [...centre, Math.cos(turn), Math.sin(turn), ...half, feather] as const
    k.raw.shape(
      plane.block.at,
      width,
      height,
      kind,
      joins[shape.join],
      ...(place as [number, number, number, number, number, number, number]),
    )
  }
  if (invert) k.raw.invertPlane(plane.block.at, n)
  return plane
}

export { matteBounds } from './bounds'
