import { EndType, inflatePaths, JoinType } from 'clipper2-ts'
import { type Contour, pathOf, ringsOf } from './contour'

/** How lines turn at corners. */
export const CORNERS = ['round', 'mitre', 'bevel'] as const
export type Corners = (typeof CORNERS)[number]

/** How lines end: round about their last place, at it, or half their width beyond it. */
export const ENDS = ['flat', 'round', 'square'] as const
export type Ends = (typeof ENDS)[number]

const JOINED: Record<Corners, JoinType> = {
  round: JoinType.Round,
  mitre: JoinType.Miter,
  bevel: JoinType.Bevel,
}
const ENDED: Record<Ends, EndType> = { flat: EndType.Butt, round: EndType.Round, square: EndType.Square }

/** Half widths by which the point of a mitre may stand out; sharper corners are cut off. */
const MITRE = 4
/** Units by which round corners may be off. */
const OFF = 0.01

/** Closed contours, of which none crosses another, moved out by a distance (in, below 0). */
export const grown = (
  contours: readonly Contour[],
  by: number,
  corners: Corners,
  steps: number,
): number[][] =>
  ringsOf(
    inflatePaths(
      contours.map((c) => pathOf(c, steps)),
      by * steps,
      JOINED[corners],
      EndType.Polygon,
      MITRE,
      OFF * steps,
    ),
    steps,
  )

/** Open lines drawn with a pen of a width, as the contours of what it covers. */
export const stroked = (
  lines: readonly Contour[],
  width: number,
  corners: Corners,
  ends: Ends,
  steps: number,
): number[][] =>
  ringsOf(
    inflatePaths(
      lines.map((c) => pathOf(c, steps)),
      (width / 2) * steps,
      JOINED[corners],
      ENDED[ends],
      MITRE,
      OFF * steps,
    ),
    steps,
  )
