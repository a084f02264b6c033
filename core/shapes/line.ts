import {
  type Corners,
  dashed,
  type Ends,
  lengthOf,
  type Measured,
  measured,
  partOf,
  placeAlong,
  type Stretch,
  stroked,
  trimmed,
  united,
} from '../polygon'
import { twiceArea } from '../region'
import { HEAD_DEPTHS, type Head, headAt } from './heads'

/** How a line is drawn. Lengths in its own pixels. */
export interface Pen {
  width: number
  /** Shares of the width at its two ends. */
  taper: readonly [number, number]
  from: number
  to: number
  shift: number
  corners: Corners
  ends: Ends
  /** A dash and the room after it; no dashes where either is 0. */
  dash: readonly [number, number]
  run: number
  /** What it begins and ends in, and how wide that is in widths of the line. */
  heads: readonly [Head, Head]
  head: number
}

/** Steps of a pixel to which outlines are rounded. */
const STEPS = 1024

/** The contours of what an open line covers. @param contour x, y of its places */
export function lineContours(contour: readonly number[], pen: Pen): number[][] {
  const line = measured(contour, false)
  const total = lengthOf(line)
  const [from, to] = trimmed(total, false, pen)
  if (!(to > from) || !(pen.width > 0)) return []
  const size = pen.head * pen.width
  const [first, last] = pen.heads
  const heads = [
    { head: first, end: placeAlong(line, from), back: -1 },
    { head: last, end: placeAlong(line, to), back: 1 },
  ].map(({ head, end: { x, y, way }, back }) =>
    headAt(head, [x, y], [way[0] * back, way[1] * back], size, pen.width),
  )
  // The line ends within its heads.
  const drawn = [from + HEAD_DEPTHS[first] * size, to - HEAD_DEPTHS[last] * size] as const
  const dashes = dashed(drawn, false, pen.dash[0], pen.dash[1], pen.run)
  const strokes = pen.taper.every((t) => t === 1)
    ? stroked(
        dashes.map((d) => partOf(line, d)).filter((p) => p.length),
        pen.width,
        pen.corners,
        pen.ends,
        STEPS,
      )
    : dashes.flatMap((d) => tapered(line, d, pen).map(clockwise))
  const bodies = [...strokes, ...heads.filter((h) => h.length).map(clockwise)]
  return bodies.length ? united(bodies, STEPS) : []
}

/** A stretch of a line whose width goes from one share of the pen's to another over the whole: each piece has its own two widths, and bends are round. */
function tapered(line: Measured, [from, to]: Stretch, pen: Pen): number[][] {
  const total = lengthOf(line)
  const own = measured(partOf(line, [from, to]), false)
  const half = (i: number) => {
    const share = (from + (own.at[i] as number)) / total
    return (pen.width / 2) * (pen.taper[0] + (pen.taper[1] - pen.taper[0]) * share)
  }
  const last = own.at.length - 2
  return own.at.slice(1).flatMap((_, i) => {
    const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = own.places.slice(2 * i, 2 * i + 4)
    const { way } = placeAlong(own, ((own.at[i] as number) + (own.at[i + 1] as number)) / 2)
    const [a, b] = [half(i), half(i + 1)]
    const [nx, ny] = [-way[1], way[0]]
    const discs = [
      ...(a > 0 && (i > 0 || pen.ends === 'round') ? [disc(x0, y0, a)] : []),
      ...(b > 0 && i === last && pen.ends === 'round' ? [disc(x1, y1, b)] : []),
    ]
    const piece = [x0 + nx * a, y0 + ny * a, x1 + nx * b, y1 + ny * b]
    return [[...piece, x1 - nx * b, y1 - ny * b, x0 - nx * a, y0 - ny * a], ...discs]
  })
}

const disc = (x: number, y: number, r: number) => headAt('dot', [x - r, y], [-1, 0], 2 * r, 0)

/** A contour wound so that its area is above 0: bodies that lie over each other add up and never cut each other out. */
function clockwise(contour: number[]): number[] {
  if (twiceArea(contour) >= 0) return contour
  const out: number[] = []
  for (let i = contour.length - 2; i >= 0; i -= 2) out.push(contour[i] as number, contour[i + 1] as number)
  return out
}
