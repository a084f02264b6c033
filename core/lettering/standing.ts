import { lengthOf, measured, placeAlong } from '../polygon'
import type { Setting } from './setting'

/** x' = a x + b y + c, y' = d x + e y + f. */
export type Affine = readonly [number, number, number, number, number, number]

/**
 * How lines that were set across come to stand as they should: from where letters near x were set to the text's own pixels. Letters are moved and turned, never bent.
 */
export type Standing = (x: number) => Affine

/** Lines run down, each to the left of the one before it. */
const DOWN: Affine = [0, -1, 0, 1, 0, 0]

/** How a setting stands; undefined where its lines stay as they were set. @param first the baseline of its first line, and how far its letters reach above it */
export function standingOf(
  { course, down, align }: Setting,
  first: { baseline: number; ascent: number },
  rightToLeft: boolean,
): Standing | undefined {
  if (course?.way !== 'on') return down ? () => DOWN : undefined
  const contour = course.reversed ? turnedRound(course.contour) : course.contour
  const line = measured(contour, course.closed)
  const total = lengthOf(line)
  const side = align === 'start' || align === 'justify' ? (rightToLeft ? 'right' : 'left') : align
  const from = side === 'left' ? 0 : side === 'right' ? total : total / 2
  const level = first.baseline - (course.under ? first.ascent : 0) + course.lift
  return (x) => {
    const along = from + course.slide + x
    const round = course.closed && total > 0 ? along - Math.floor(along / total) * total : along
    const place = placeAlong(line, round)
    const [u, v] = course.upright ? [1, 0] : place.way
    // Turned about the place on the line that lies under x.
    return [u, -v, place.x - u * x + v * level, v, u, place.y - v * x - u * level]
  }
}

function turnedRound(contour: readonly number[]): number[] {
  const out: number[] = []
  for (let i = contour.length - 2; i >= 0; i -= 2) out.push(contour[i] as number, contour[i + 1] as number)
  return out
}

/** Where a place that was set comes to stand. */
export const stood = ([a, b, c, d, e, f]: Affine, x: number, y: number): [number, number] => [
  a * x + b * y + c,
  d * x + e * y + f,
]

/** What the second map does, then the first. */
export const after = ([a, b, c, d, e, f]: Affine, [u, v, w, x, y, z]: Affine): Affine => [
  a * u + b * x,
  a * v + b * y,
  a * w + b * z + c,
  d * u + e * x,
  d * v + e * y,
  d * w + e * z + f,
]
