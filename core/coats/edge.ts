import type { Body } from '../kernels'
import {
  type Contour,
  type Corners,
  dashed,
  type Ends,
  grown,
  lengthOf,
  measured,
  partOf,
  stroked,
  trimmed,
  united,
} from '../polygon'
import { type Coat, numberOf, pairOf } from './coat'
import { contoursOfBodies } from './contours'

/** Steps of a pixel to which outlines are rounded. */
const STEPS = 256

/** How an edge is drawn along an outline where it is not the even line all round it that distances give. */
interface Course {
  corners: Corners
  ends: Ends
  dash: number
  room: number
  run: number
  from: number
  to: number
  shift: number
}

/** Whether an edge is drawn in parts: in dashes, or not all round. */
const inParts = ({ dash, room, from, to }: Course) => (dash > 0 && room > 0) || Math.abs(to - from) < 1

/** The course of an edge in pixels of the picture; undefined where it is an even line with round corners. */
export function courseOf(coat: Coat, unit: number): Course | undefined {
  const [dash, room] = pairOf(coat, 'dash')
  const course: Course = {
    corners: String(coat.values['corners'] ?? 'round') as Corners,
    ends: String(coat.values['ends'] ?? 'flat') as Ends,
    dash: dash * unit,
    room: room * unit,
    run: numberOf(coat, 'run') * unit,
    from: numberOf(coat, 'from'),
    to: numberOf(coat, 'to', 1),
    shift: numberOf(coat, 'shift'),
  }
  return course.corners !== 'round' || inParts(course) ? course : undefined
}

/**
 * What an edge between two distances of an outline covers, in pixels: bodies, and those that are cut out of them.
 * @param hidden whether all within its outer side may be covered, as a coat in front hides it
 */
export function edgeBodies(
  bodies: readonly Body[],
  [low, high]: readonly [number, number],
  course: Course,
  hidden: boolean,
): { bodies: Contour[]; without: Contour[] } {
  const outline = united(contoursOfBodies(bodies), STEPS)
  const moved = (by: number) => (by === 0 ? outline : grown(outline, by, course.corners, STEPS))
  if (!inParts(course)) return { bodies: moved(high), without: hidden ? [] : moved(low) }
  const { corners, ends, dash, room, run } = course
  const lines = moved((low + high) / 2).flatMap((contour) => {
    const line = measured(startedLike(contour, outline), true)
    const stretch = trimmed(lengthOf(line), true, course)
    const round = Math.abs(course.to - course.from) >= 1
    return dashed(stretch, round, dash, room, run).map((part) => partOf(line, part, true))
  })
  const drawn = lines.filter((l) => l.length >= 4)
  return { bodies: drawn.length ? stroked(drawn, high - low, corners, ends, STEPS) : [], without: [] }
}

/** A contour that begins at its place nearest to where one of those that it came of begins. */
function startedLike(contour: Contour, outlines: readonly Contour[]): number[] {
  let [best, start] = [Infinity, 0]
  for (const outline of outlines)
    for (let i = 0; i < contour.length; i += 2) {
      const [dx, dy] = [0, 1].map((c) => (contour[i + c] as number) - (outline[c] as number)) as [
        number,
        number,
      ]
      const far = dx * dx + dy * dy
      if (far < best) [best, start] = [far, i]
    }
  return [...contour.slice(start), ...contour.slice(0, start)]
}
