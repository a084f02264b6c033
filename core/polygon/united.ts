import { booleanOp, ClipType, FillRule } from 'clipper2-ts'
import { type Contour, pathOf, ringsOf } from './contour'

/** How one body is joined to what is there. */
export const JOINS = ['unite', 'subtract', 'intersect', 'exclude'] as const
export type Join = (typeof JOINS)[number]

const CLIPS: Record<Join, ClipType> = {
  unite: ClipType.Union,
  subtract: ClipType.Difference,
  intersect: ClipType.Intersection,
  exclude: ClipType.Xor,
}

/**
 * Closed contours as those of what they cover together, by the non-zero rule or the even-odd one: none crosses another, and all wind alike around what lies inside.
 * @param steps steps of a unit to which crossings are rounded
 */
export const united = (contours: readonly Contour[], steps: number, evenOdd = false): number[][] =>
  ringsOf(
    booleanOp(
      ClipType.Union,
      contours.map((c) => pathOf(c, steps)),
      null,
      evenOdd ? FillRule.EvenOdd : FillRule.NonZero,
    ),
    steps,
  )

/** What two bodies of closed contours come to by a join, as contours of which none crosses another. */
export const joined = (
  join: Join,
  below: readonly Contour[],
  above: readonly Contour[],
  steps: number,
): number[][] => {
  const [a, b] = [below, above].map((list) => list.map((c) => pathOf(c, steps)))
  return ringsOf(booleanOp(CLIPS[join], a ?? [], b ?? [], FillRule.NonZero), steps)
}
