import type { Rect } from './layout'

type Point = readonly [number, number]

/** The direction of a split line: along it, and away from it to the side of the picture that is compared with. */
export function splitAxes(angle: number): { along: Point; away: Point } {
  const turn = (angle * Math.PI) / 180
  return { along: [Math.cos(turn), Math.sin(turn)], away: [-Math.sin(turn), Math.cos(turn)] }
}

/** The part of a rectangle on one side of a line through a point, as corners in order: Sutherland and Hodgman's clipping by one edge. */
export function sideOf(rect: Pick<Rect, 'width' | 'height'>, through: Point, angle: number): Point[] {
  const { away } = splitAxes(angle)
  const far = ([x, y]: Point) => (x - through[0]) * away[0] + (y - through[1]) * away[1]
  const corners: Point[] = [
    [0, 0],
    [rect.width, 0],
    [rect.width, rect.height],
    [0, rect.height],
  ]
  return corners.flatMap((a, i) => {
    const b = corners[(i + 1) % 4] as Point
    const [da, db] = [far(a), far(b)]
    const kept: Point[] = da >= 0 ? [a] : []
    if (da >= 0 === db >= 0) return kept
    const u = da / (da - db)
    return [...kept, [a[0] + u * (b[0] - a[0]), a[1] + u * (b[1] - a[1])]]
  })
}

export const polygon = (corners: readonly Point[]): string =>
  `polygon(${corners.map(([x, y]) => `${x.toFixed(2)}px ${y.toFixed(2)}px`).join(', ')})`
