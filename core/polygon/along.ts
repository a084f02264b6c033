import { maths } from '../maths'
import type { Contour } from './contour'

/** A line of straight pieces with how far along it each of its places lies. */
export interface Measured {
  places: Contour
  /** As many as there are places; the last is the length of the whole. */
  at: readonly number[]
}

/** A line measured along; a closed one ends where it begins. */
export function measured(contour: Contour, closed: boolean): Measured {
  const places = closed ? [...contour, ...contour.slice(0, 2)] : contour
  const at = [0]
  for (let i = 2; i < places.length; i += 2) {
    const [dx, dy] = [0, 1].map((c) => (places[i + c] as number) - (places[i + c - 2] as number))
    at.push((at.at(-1) as number) + maths.hypot(dx as number, dy as number))
  }
  return { places, at }
}

export const lengthOf = ({ at }: Measured): number => at.at(-1) ?? 0

/** The piece of a line in which a distance along it lies: its first place is the i-th, and the share of it that is gone through. */
function pieceAt({ at }: Measured, along: number): [number, number] {
  let [low, high] = [0, Math.max(1, at.length - 1)]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if ((at[middle] as number) <= along) low = middle
    else high = middle
  }
  const long = (at[low + 1] ?? 0) - (at[low] as number)
  return [low, long > 0 ? Math.min(1, Math.max(0, (along - (at[low] as number)) / long)) : 0]
}

/** The place at a distance along a line and the way that it goes there (of length 1); before its beginning and beyond its end it goes straight on. */
export function placeAlong(line: Measured, along: number): { x: number; y: number; way: [number, number] } {
  const { places } = line
  const total = lengthOf(line)
  const held = Math.min(total, Math.max(0, along))
  let [i, share] = pieceAt(line, held)
  // Pieces without length have no way.
  while (i > 0 && line.at[i + 1] === line.at[i]) [i, share] = [i - 1, 1]
  const [x0 = 0, y0 = 0, x1 = x0, y1 = y0] = places.slice(2 * i, 2 * i + 4)
  const long = maths.hypot(x1 - x0, y1 - y0)
  const way: [number, number] = long > 0 ? [(x1 - x0) / long, (y1 - y0) / long] : [1, 0]
  const beyond = along - held
  return { x: x0 + (x1 - x0) * share + way[0] * beyond, y: y0 + (y1 - y0) * share + way[1] * beyond, way }
}

/** From one distance along a line to another. */
export type Stretch = readonly [number, number]

/** A stretch of a line, as an open line; on a closed one it may go on over the beginning. */
export function partOf(line: Measured, [from, to]: Stretch, closed = false): number[] {
  const total = lengthOf(line)
  if (closed && to > total) {
    const [first, second] = [partOf(line, [from, total]), partOf(line, [0, Math.min(to - total, total)])]
    return first.length && second.length ? [...first.slice(0, -2), ...second] : [...first, ...second]
  }
  const [a, b] = [Math.max(0, from), Math.min(total, to)]
  if (!(b > a)) return []
  const [start, end] = [placeAlong(line, a), placeAlong(line, b)]
  const out = [start.x, start.y]
  for (let i = 1; i < line.at.length - 1; i++) {
    const along = line.at[i] as number
    if (along > a && along < b) out.push(line.places[2 * i] as number, line.places[2 * i + 1] as number)
  }
  return [...out, end.x, end.y]
}

/** What of a line is drawn, in shares of its length. */
export interface Trim {
  from: number
  to: number
  /** Moves both along; on a closed line they go round. */
  shift: number
}

/** The stretch of a line of a length that is left between two shares of it; on a closed line it may reach beyond the end, that is over the beginning. */
export function trimmed(total: number, closed: boolean, { from, to, shift }: Trim): Stretch {
  const [a, b] = [Math.min(from, to), Math.max(from, to)]
  if (!closed) return [Math.max(0, a + shift) * total, Math.min(1, b + shift) * total]
  if (b - a >= 1) return [0, total]
  const start = a + shift - Math.floor(a + shift)
  return [start * total, (start + b - a) * total]
}

/** Most dashes of one line. */
const MANY = 4000

/**
 * The dashes of a stretch: so long each, with so much room between, begun so far along. All round a closed line they are stretched a little, so that there is no seam.
 * @param round whether the stretch is a whole closed line
 */
export function dashed(
  [from, to]: Stretch,
  round: boolean,
  dash: number,
  room: number,
  run: number,
): Stretch[] {
  const total = to - from
  if (!(dash > 0) || !(room > 0) || !(total > 0)) return [[from, to]]
  const wanted = Math.max(dash + room, total / MANY)
  const period = round ? total / Math.max(1, Math.round(total / wanted)) : wanted
  const long = (dash / (dash + room)) * period
  const first = run - Math.floor(run / period) * period
  const out: Stretch[] = []
  // The one that begins before the stretch is on a closed line that which ends it.
  for (let at = round ? first : first - period; at < total - 1e-9; at += period)
    out.push([from + Math.max(0, at), from + (round ? at + long : Math.min(total, at + long))])
  return out.filter(([a, b]) => b > a)
}
