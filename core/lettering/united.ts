import { booleanOp, ClipType, FillRule } from 'clipper2-ts'

/** Steps of a unit to which crossings are rounded: less than a thousandth of a pixel at any size that is drawn. */
const STEPS = 256

/** Closed contours as those of what they cover together, by the non-zero rule: none crosses another, and all wind alike around what lies inside. */
export function united(contours: readonly (readonly number[])[]): number[][] {
  const paths = contours.map((contour) => {
    const path: { x: number; y: number }[] = []
    for (let i = 0; i < contour.length; i += 2)
      path.push({
        x: Math.round((contour[i] as number) * STEPS),
        y: Math.round((contour[i + 1] as number) * STEPS),
      })
    return path
  })
  return booleanOp(ClipType.Union, paths, null, FillRule.NonZero).map((path) =>
    path.flatMap(({ x, y }) => [x / STEPS, y / STEPS]),
  )
}
