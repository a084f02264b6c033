import type { Plane } from '../frame'
import { maths } from '../maths'
import type { Kernels } from './kernels'

/** A closed outline of straight pieces: x, y, x, y … in pixels; the last point joins the first. */
export type Contour = ArrayLike<number>

export interface PathOptions {
  /** What counts as inside where outlines overlap. */
  rule: 'non-zero' | 'even-odd'
  /** Pixels over which the matte falls off, inside and outside of the outline. */
  inner: number
  outer: number
  /** Pixels by which the outline is moved out (below 0: in), evenly. */
  shift?: number
  /** For every contour what its points multiply inner and outer by; linear between them. */
  factors?: readonly ArrayLike<number>[] | undefined
}

/**
 * A matte of outlines. Without feather and shift each pixel holds the exact share of its area that lies inside (signed areas summed along rows; where outlines that
 * run against each other overlap within one pixel, that pixel is approximate). Otherwise it follows the exact distance to the outline: smooth
 * (3t^2 - 2t^3) from 0 at `outer` px outside to 1 at `inner` px inside, over one pixel at least.
 */
export function fillPath(
  k: Kernels,
  width: number,
  height: number,
  contours: readonly Contour[],
  { rule, inner, outer, shift = 0, factors }: PathOptions,
): Plane {
  const plane = k.plane(width, height)
  const pieces = contours.flatMap((contour) => piecesOf(contour, 2))
  const count = pieces.length / 4
  const soft = inner + outer > 0 || shift !== 0
  const widths = soft && factors ? factors.flatMap((list) => piecesOf(list, 1)) : []
  const table = Math.ceil((pieces.length + widths.length + 4) / 4) * 16
  const sheet = (width + 2) * height * 4
  k.scratch(table + sheet * (widths.length ? 2 : 1) + 32, (block) => {
    k.floats(block).set(pieces)
    k.floats(block).set(widths, pieces.length)
    const sums = block.at + table
    k.raw.pathSums(sums, width, height, block.at, count)
    k.raw.pathCover(plane.block.at, sums, width, height, rule === 'even-odd' ? 1 : 0)
    if (!soft) return
    const most = Math.max(1, ...widths)
    const reach = Math.max(inner * most - shift, outer * most + shift, 0.5 + Math.abs(shift)) + 1
    const [at, wide] = widths.length ? [block.at + pieces.length * 4, sums + sheet] : [0, 0]
    // The sums are no longer needed: their memory takes the distances.
    k.raw.pathDistance(sums, width, height, block.at, count, reach, at, wide)
    k.raw.pathFeather(plane.block.at, sums, width * height, inner, outer, shift, wide)
  })
  return plane
}

/** From each point to the next, the last to the first; a point has `size` numbers. */
function piecesOf(contour: ArrayLike<number>, size: number): number[] {
  const out: number[] = []
  const n = contour.length / size
  for (let i = 0; i < n; i++)
    for (const at of [i, (i + 1) % n])
      for (let c = 0; c < size; c++) out.push(contour[at * size + c] as number)
  return out
}

/**
 * A cubic Bezier curve as points after its first, nowhere further than `tolerance` from it. A chord over 1/n of the curve is off by at most
 * max|B''| / (8 n^2), and max|B''| is at most 6 times the larger second difference of the control points.
 */
export function flattenCubic(p: readonly number[], tolerance = 0.02): number[] {
  const at = (i: number) => p[i] as number
  const bend = (i: number) =>
    maths.hypot(at(i) - 2 * at(i + 2) + at(i + 4), at(i + 1) - 2 * at(i + 3) + at(i + 5))
  const n = Math.max(1, Math.ceil(Math.sqrt((6 * Math.max(bend(0), bend(2))) / (8 * tolerance))))
  const out: number[] = []
  for (let i = 1; i <= n; i++) {
    const [t, s] = [i / n, 1 - i / n]
    const weights = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    for (const c of [0, 1]) out.push(weights.reduce((sum, w, j) => sum + w * at(2 * j + c), 0))
  }
  return out
}
