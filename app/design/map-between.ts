import { invert, type Matrix3, multiply } from '@stilus/core/matrix'
import type { Point } from '../viewer/on-picture'

/** The map that takes three corners of a box to three others. */
export function mapBetween(from: readonly Point[], to: readonly Point[]): Matrix3 {
  const [o, x, , y] = from as [Point, Point, Point, Point]
  const [p, q, , r] = to as [Point, Point, Point, Point]
  const frame = (o: Point, x: Point, y: Point): Matrix3 => [
    ...([x[0] - o[0], y[0] - o[0], o[0]] as const),
    ...([x[1] - o[1], y[1] - o[1], o[1]] as const),
    ...([0, 0, 1] as const),
  ]
  return multiply(frame(p, q, r), invert(frame(o, x, y)))
}
