import type { Area } from '../frame'
import type { Body } from '../kernels'
import { maths } from '../maths'
import { type Matrix3, through } from '../matrix'
import { type Coat, numberOf, pairOf } from './coat'
import type { Boxes } from './plate'

export type Rgb = readonly [number, number, number]

/** A body to be painted; where it has a colour of its own, fills of one colour take that. */
export interface Painted extends Body {
  colour?: Rgb | undefined
  /** Which line, word and letter it belongs to. */
  unit?: { line: number; word: number; letter: number } | undefined
}

/** What coats are painted on: bodies in pixels of the picture, and what surrounds them. */
export interface Drawing {
  bodies: readonly Painted[]
  /** What plates lie behind, in the object's own pixels. */
  boxes: Boxes
  /** From the object's own pixels to those of the picture: x' = a x + b y + c, y' = d x + e y + f. */
  map: readonly [number, number, number, number, number, number]
  /** What paint runs over, in pixels of the picture, where that is more than the bodies. */
  extent?: Extent | undefined
  /** Where it is moved: how it rests, and by what what lies behind it is moved from there. */
  bent?: { map: Drawing['map']; by: Matrix3 } | undefined
}

export type Extent = readonly [left: number, top: number, right: number, bottom: number]

/** How far coats reach beyond the bodies, in the object's pixels. */
export const reachOfCoats = (coats: readonly Coat[]): number => Math.max(0, ...coats.map(reachOf)) + 2

function reachOf(coat: Coat): number {
  const [dx, dy] = pairOf(coat, 'offset')
  const far = maths.hypot(dx, dy) + numberOf(coat, 'blur') * 3.6 + Math.max(0, numberOf(coat, 'grow'))
  if (coat.kind === 'edge') {
    const pointed = coat.values['corners'] === 'mitre' ? 4 : 1
    return far + pointed * (numberOf(coat, 'width') + Math.max(0, numberOf(coat, 'gap')))
  }
  if (coat.kind === 'line') {
    const [, high] = pairOf(coat, 'wave')
    return (
      far +
      numberOf(coat, 'width') * 4 +
      Math.abs(numberOf(coat, 'gap')) +
      Math.abs(numberOf(coat, 'longer')) +
      high
    )
  }
  if (coat.kind === 'shadow') return far + numberOf(coat, 'length')
  if (coat.kind !== 'plate') return far
  const [px, py] = pairOf(coat, 'pad')
  const lean = Math.abs(maths.tan((numberOf(coat, 'slant') * Math.PI) / 180))
  return far + maths.hypot(Math.max(0, px), Math.max(0, py)) + lean * 400
}

/** What bodies under coats can touch of a picture, and of what is just outside of it, in whole pixels. */
export function paintedArea(
  { width, height }: { width: number; height: number },
  { bodies, boxes, map, bent }: Drawing,
  coats: readonly Coat[],
): Area {
  const reach = reachOfCoats(coats) * lengthOf(map)
  const corners = coats.some((c) => c.kind === 'plate' || c.kind === 'line')
    ? boxesAround(boxes).flatMap((b) => mappedBox(bent?.map ?? map, b).map(([x, y]) => bentTo(bent, x, y)))
    : []
  const xs = [...bodies.flatMap((b) => [b.left, b.right]), ...corners.map(([x]) => x)]
  const ys = [...bodies.flatMap((b) => [b.top, b.bottom]), ...corners.map(([, y]) => y)]
  if (!xs.length) return { x: 0, y: 0, width: 0, height: 0 }
  const least = (list: readonly number[]) => list.reduce((a, b) => Math.min(a, b), Infinity)
  const most = (list: readonly number[]) => list.reduce((a, b) => Math.max(a, b), -Infinity)
  // What lies just outside of the picture still sheds its blur and its shadow into it.
  const room = Math.ceil(reach)
  const x = Math.max(-room, Math.floor(least(xs) - reach))
  const y = Math.max(-room, Math.floor(least(ys) - reach))
  return {
    x,
    y,
    width: Math.max(0, Math.min(width + room, Math.ceil(most(xs) + reach)) - x),
    height: Math.max(0, Math.min(height + room, Math.ceil(most(ys) + reach)) - y),
  }
}

/** A body through a map of the picture. */
export function bodyThrough<B extends Body>(body: B, m: Matrix3): B {
  const from = body.pieces
  const pieces = new Float32Array(from.length)
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < pieces.length; i += 2) {
    const [px, py] = [from[i] as number, from[i + 1] as number]
    const w = m[6] * px + m[7] * py + m[8]
    const x = (m[0] * px + m[1] * py + m[2]) / w
    const y = (m[3] * px + m[4] * py + m[5]) / w
    pieces[i] = x
    pieces[i + 1] = y
    if (x < left) left = x
    if (x > right) right = x
    if (y < top) top = y
    if (y > bottom) bottom = y
  }
  return { ...body, pieces, left, top, right, bottom }
}

/** The boxes that all plates lie around. */
const boxesAround = ({ block, line, word }: Boxes) => (block.length ? block : line.length ? line : word)

/** Where a place of the picture is moved to with what is painted. */
export const bentTo = (bent: Drawing['bent'], x: number, y: number): [number, number] =>
  bent ? through(bent.by, x, y) : [x, y]

/** What a length of the object is in pixels of the picture. */
export const lengthOf = ([a, b, , d, e]: Drawing['map']) => Math.sqrt(Math.abs(a * e - b * d))
/** The corners of a box in pixels of the picture. */
export const mappedBox = (
  [a, b, c, d, e, f]: Drawing['map'],
  box: Boxes['block'][number],
): [number, number][] =>
  [
    [box.left, box.top],
    [box.right, box.top],
    [box.left, box.bottom],
    [box.right, box.bottom],
  ].map(([x = 0, y = 0]) => [a * x + b * y + c, d * x + e * y + f])
