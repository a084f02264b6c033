import type { Contour } from '../path'
import { type Image, imageFrom, valueAt } from './image'

/** The greatest value within a disc of whole radius, border held. */
export function referenceDisc(matte: Image, r: number): Float64Array {
  return imageFrom(matte.width, matte.height, 1, (x, y) => {
    let most = -Infinity
    for (let dy = -r; dy <= r; dy++)
      for (let dx = -r; dx <= r; dx++)
        if (dx * dx + dy * dy <= r * r) most = Math.max(most, valueAt(matte, x + dx, y + dy, 0, 'clamp'))
    return most
  })
}

/** Distance of pixel centres to the nearest one at or above a level. */
export function referenceDistance(matte: Image, level: number): Float64Array {
  const inside: [number, number][] = []
  for (let i = 0; i < matte.width * matte.height; i++)
    if ((matte.data[i] as number) >= level) inside.push([i % matte.width, Math.floor(i / matte.width)])
  return imageFrom(matte.width, matte.height, 1, (x, y) =>
    inside.reduce(
      (least, [u, v]) => Math.min(least, Math.hypot(u - x, v - y)),
      Math.hypot(matte.width, matte.height),
    ),
  )
}

type Point = [number, number]

const pointsOf = (contour: Contour): Point[] =>
  Array.from({ length: contour.length / 2 }, (_, i) => [
    contour[2 * i] as number,
    contour[2 * i + 1] as number,
  ])

const area = (points: Point[]) =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length] as Point
    return sum + (x * v - u * y) / 2
  }, 0)

/** Sutherland and Hodgman: what of a polygon lies on the side of a line where `side` is not below 0. */
function clipped(points: Point[], side: (p: Point) => number): Point[] {
  return points.flatMap((p, i) => {
    const q = points[(i + 1) % points.length] as Point
    const [a, b] = [side(p), side(q)]
    const cross: Point = [p[0] + ((q[0] - p[0]) * a) / (a - b), p[1] + ((q[1] - p[1]) * a) / (a - b)]
    const out: Point[] = []
    if (a >= 0) out.push(p)
    if (a >= 0 !== b >= 0) out.push(cross)
    return out
  })
}

/** The exact share of each pixel inside outlines that do not cross: the polygons are cut to the pixel and their signed areas added. */
export function referenceCoverage(width: number, height: number, contours: readonly Contour[]): Float64Array {
  return imageFrom(width, height, 1, (x, y) => {
    const sides: ((p: Point) => number)[] = [
      (p) => p[0] - x,
      (p) => x + 1 - p[0],
      (p) => p[1] - y,
      (p) => y + 1 - p[1],
    ]
    return Math.abs(contours.reduce((sum, c) => sum + area(sides.reduce(clipped, pointsOf(c))), 0))
  })
}

/** Distance of pixel centres to the nearest piece of the outlines. */
export function referenceOutlineDistance(
  width: number,
  height: number,
  contours: readonly Contour[],
): Float64Array {
  return imageFrom(width, height, 1, (x, y) => {
    let least = Infinity
    for (const points of contours.map(pointsOf))
      points.forEach(([ax, ay], i) => {
        const [bx, by] = points[(i + 1) % points.length] as Point
        const [dx, dy, px, py] = [bx - ax, by - ay, x + 0.5 - ax, y + 0.5 - ay]
        const t = Math.min(1, Math.max(0, (px * dx + py * dy) / (dx * dx + dy * dy || 1)))
        least = Math.min(least, Math.hypot(px - dx * t, py - dy * t))
      })
    return least
  })
}
