import type { Plane } from '../frame'
import type { Kernels } from './kernels'

/** A closed outline of straight pieces: x, y, x, y … in pixels; the last point joins the first. */
export type Contour = ArrayLike<number>

export interface PathOptions {
  /** What counts as inside where outlines overlap. */
  rule: 'non-zero' | 'even-odd'
  /** Pixels over which the matte falls off, inside and outside of the outline. */
  inner: number
  outer: number
}

/**
 * A matte of outlines. Without feather each pixel holds the exact share of its area that lies inside (signed areas summed along rows; where outlines that
 * run against each other overlap within one pixel, that pixel is approximate). With feather it follows the exact distance to the outline: smooth
 * (3t^2 - 2t^3) from 0 at `outer` px outside to 1 at `inner` px inside.
 */
export function fillPath(
  k: Kernels,
  width: number,
  height: number,
  contours: readonly Contour[],
  { rule, inner, outer }: PathOptions,
): Plane {
  const plane = k.plane(width, height)
  const pieces = contours.flatMap(piecesOf)
  const count = pieces.length / 4
  k.scratch(pieces.length * 4 + 16 + (width + 2) * height * 4, (block) => {
    k.floats(block).set(pieces)
    const sums = Math.ceil((block.at + pieces.length * 4) / 16) * 16
    k.raw.pathSums(sums, width, height, block.at, count)
    k.raw.pathCover(plane.block.at, sums, width, height, rule === 'even-odd' ? 1 : 0)
    if (inner + outer <= 0) return
    const reach = Math.max(inner, outer) + 1
    // The sums are no longer needed: their memory takes the distances.
    k.raw.pathDistance(sums, width, height, block.at, count, reach)
    k.raw.pathFeather(plane.block.at, sums, width * height, inner, outer)
  })
  return plane
}

function piecesOf(contour: Contour): number[] {
  const out: number[] = []
  const n = contour.length / 2
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    out.push(...[i * 2, i * 2 + 1, j * 2, j * 2 + 1].map((at) => contour[at] as number))
  }
  return out
}

/**
 * A cubic Bezier curve as points after its first, nowhere further than `tolerance` from it. A chord over 1/n of the curve is off by at most
 * max|B''| / (8 n^2), and max|B''| is at most 6 times the larger second difference of the control points.
 */
export function flattenCubic(p: readonly number[], tolerance = 0.02): number[] {
  const at = (i: number) => p[i] as number
  const bend = (i: number) =>
    Math.hypot(at(i) - 2 * at(i + 2) + at(i + 4), at(i + 1) - 2 * at(i + 3) + at(i + 5))
  const n = Math.max(1, Math.ceil(Math.sqrt((6 * Math.max(bend(0), bend(2))) / (8 * tolerance))))
  const out: number[] = []
  for (let i = 1; i <= n; i++) {
    const [t, s] = [i / n, 1 - i / n]
    const weights = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    for (const c of [0, 1]) out.push(weights.reduce((sum, w, j) => sum + w * at(2 * j + c), 0))
  }
  return out
}
