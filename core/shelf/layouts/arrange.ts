import type { Area, Page } from '../page'
import {
  after,
  comes,
  type CoatPiece,
  fill,
  type Given,
  goes,
  ground,
  type MoverPiece,
  type Piece,
  rect,
  type Role,
  type Set,
  text,
  type There,
  whole,
} from '../pieces'
import type { Value } from '../../anim'

/** Frames of 24 a second in which shots go to their places, and back. */
const [COME, GO] = [20, 15]
/** Frames by which each further shot comes later. */
const LATER = 3

/** What shots of a family stand in, and what is written by them. */
export interface Dress {
  names: Pick<Set, 'family' | 'weight' | 'italic' | 'case' | 'tracking'>
  small: Pick<Set, 'family' | 'weight' | 'italic' | 'case' | 'tracking'>
  /** The colours of letters on the ground. */
  ink: Role
  soft: Role
  /** How round the corners of shots are, in units; more than half of a shot makes it a disc, if it is square. */
  round: number
  square?: boolean
  /** Coats behind a shot, and over its edge. */
  behind(p: Page): readonly CoatPiece[]
  rim(p: Page): readonly CoatPiece[]
  /** How words come. */
  arrives: MoverPiece
  /** What lies behind all of it besides the ground. */
  backdrop?(p: Page): readonly Piece[]
}

const middle = ([x, y, w, h]: Area): [number, number] => [x + w / 2, y + h / 2]
const there = (from: Value, to: Value, late: number): There => ({
  there: [from, to],
  late,
  come: COME,
  go: GO,
})
const full = (p: Page): Area => [0, 0, p.width, p.height]

/** Equal parts of an area with room between them, row by row. */
export function cells([x, y, w, h]: Area, columns: number, rows: number, gap: number): Area[] {
  const [wide, high] = [(w - gap * (columns - 1)) / columns, (h - gap * (rows - 1)) / rows]
  return Array.from({ length: columns * rows }, (_, i): Area => {
    const [column, row] = [i % columns, Math.floor(i / columns)]
    return [x + column * (wide + gap), y + row * (high + gap), wide, high]
  })
}

const squareIn = ([x, y, w, h]: Area): Area => {
  const side = Math.min(w, h)
  return [x + (w - side) / 2, y + (h - side) / 2, side, side]
}

/** A place for a picture: for the edit below, or for another. */
const seat = (p: Page, d: Dress, name: string, paint: 'below' | 'picture', form: Given): Piece => ({
  kind: 'rectangle',
  name,
  form,
  coats: [...d.behind(p), { kind: 'fill', form: { paint } }, ...d.rim(p)],
  movers: [],
  asks: 'picture',
})

/** How a place goes from one area to another and back. */
const goesTo = (from: Area, to: Area, late: number) => ({
  place: there(middle(from), middle(to), late),
  box: there([from[2], from[3]], [to[2], to[3]], late),
})

/** The shot that fills the picture and goes to its place. */
const first = (p: Page, d: Dress, to: Area): Piece =>
  seat(p, d, 'First shot', 'below', { ...goesTo(full(p), to, 0), round: there(0, d.round * p.u, 0) })

const NAMES = ['Second shot', 'Third shot', 'Fourth shot']
type From = 'right' | 'below'
/** A further shot that comes in from outside of the picture. */
function further(p: Page, d: Dress, index: number, to: Area, from: From): Piece {
  const [x, y, w, h] = to
  const outside: Area = from === 'right' ? [p.width + 4 * p.u, y, w, h] : [x, p.height + 4 * p.u, w, h]
  const form = { ...goesTo(outside, to, LATER * (index + 1)), round: d.round * p.u }
  return seat(p, d, NAMES[index] ?? `Shot ${index + 2}`, 'picture', form)
}

const sheet = (p: Page, d: Dress): Piece[] => [
  rect('Ground', full(p), {}, fill('ground')),
  ...(d.backdrop?.(p) ?? []),
]

type Line = readonly [name: string, says: string]
/** A line of words at a place; it is covered when the first shot fills the picture again. */
function words(d: Dress, [name, says]: Line, set: Omit<Set, 'family'>, large: boolean, late: number): Piece {
  const style = large ? d.names : d.small
  const piece = text(name, says, { ...style, ...set }, fill(large ? d.ink : d.soft), d.arrives)
  return after(late, piece)
}

const under = ([x, y, w, h]: Area, gap: number, high: number): Area => [x, y + h + gap, w, high]

/** Two shots side by side, one above the other in slim pictures, a name under each. */
export function twoShot(p: Page, d: Dress, lines: readonly [Line, Line]): readonly Piece[] {
  const { u, left, right, top, bottom, slim } = p
  const label = 7 * u
  const room: Area = [left, top + 2 * u, right - left, bottom - top - 4 * u]
  const parts = slim
    ? cells(room, 1, 2, 4 * u)
    : cells([room[0], p.height * 0.17, room[2], p.height * 0.6], 2, 1, 4 * u)
  const seats = parts
    .map(([x, y, w, h]): Area => (slim ? [x, y, w, h - label] : [x, y, w, h]))
    .map((area) => (d.square ? squareIn(area) : area))
  const [one, two] = seats as [Area, Area]
  return [
    ...sheet(p, d),
    ...seats.map((area, i) =>
      words(
        d,
        lines[i] as Line,
        { area: under(area, 1.6 * u, label), size: 5.4 * u, align: 'centre', level: 'top' },
        true,
        0.55 + 0.15 * i,
      ),
    ),
    further(p, d, 0, two, slim ? 'below' : 'right'),
    first(p, d, one),
  ]
}

/** The shot at one side, a heading and lines at the other. */
export function beside(p: Page, d: Dress, heading: Line, rest: Line): readonly Piece[] {
  const { u, left, right, top, bottom, slim, width, height } = p
  const shot: Area = slim
    ? [left, top + 2 * u, right - left, (bottom - top) * 0.48]
    : [width * 0.44, height * 0.15, right - width * 0.44, height * 0.7]
  const said: Area = slim
    ? [left, top + 6 * u + (bottom - top) * 0.48, right - left, (bottom - top) * 0.46]
    : [left, shot[1], width * 0.44 - left - 4 * u, shot[3]]
  const [x, y, w, h] = said
  return [
    ...sheet(p, d),
    words(d, heading, { area: [x, y, w, h * 0.42], size: 8 * u, leading: 1.02, level: 'bottom' }, true, 0.5),
    words(
      d,
      rest,
      { area: [x, y + h * 0.42 + 2.4 * u, w, h * 0.54], size: 4.2 * u, leading: 1.5, level: 'top' },
      false,
      0.75,
    ),
    first(p, d, shot),
  ]
}

/** Three shots in a row, one above the other in slim pictures, under a heading. */
export function three(p: Page, d: Dress, heading: Line): readonly Piece[] {
  const { u, left, right, top, bottom, slim, height } = p
  const head: Area = [left, top, right - left, 11 * u]
  const room: Area = slim
    ? [left, top + 13 * u, right - left, bottom - top - 13 * u]
    : [left, height * 0.26, right - left, height * 0.56]
  const [one, two, last] = cells(room, slim ? 1 : 3, slim ? 3 : 1, 5 * u) as [Area, Area, Area]
  return [
    ...sheet(p, d),
    words(d, heading, { area: head, size: 6.4 * u, align: 'centre' }, true, 0.6),
    further(p, d, 0, two, 'below'),
    further(p, d, 1, last, 'below'),
    first(p, d, one),
  ]
}

/** Four shots as a wall. */
export function wall(p: Page, d: Dress): readonly Piece[] {
  const { u, slim } = p
  const edge = 3 * u
  const room: Area = [edge, edge, p.width - 2 * edge, p.height - 2 * edge]
  const [one, two, last, least] = cells(room, 2, 2, (slim ? 2 : 2.4) * u) as [Area, Area, Area, Area]
  return [
    ...sheet(p, d),
    further(p, d, 0, two, 'right'),
    further(p, d, 1, last, 'below'),
    further(p, d, 2, least, 'right'),
    first(p, d, one),
  ]
}

/** A large shot, and two small ones beside it. */
export function oneAndTwo(p: Page, d: Dress, line: Line): readonly Piece[] {
  const { u, left, right, top, bottom, slim } = p
  const high = bottom - top - 9 * u
  const gap = 2.4 * u
  const big: Area = slim
    ? [left, top, right - left, high * 0.62]
    : [left, top, (right - left) * 0.66 - gap, high]
  const small: Area = slim
    ? [left, top + high * 0.62 + gap, right - left, high * 0.38 - gap]
    : [left + (right - left) * 0.66, top, (right - left) * 0.34, high]
  const [two, last] = cells(small, slim ? 2 : 1, slim ? 1 : 2, gap) as [Area, Area]
  return [
    ...sheet(p, d),
    words(d, line, { area: [left, bottom - 7.4 * u, right - left, 7 * u], size: 4.8 * u }, true, 0.6),
    further(p, d, 0, two, slim ? 'below' : 'right'),
    further(p, d, 1, last, slim ? 'below' : 'right'),
    first(p, d, big),
  ]
}

/** A window over the edit that comes from the right and leaves there, with a name under it. */
export function corner(p: Page, d: Dress, [name, says]: Line): readonly Piece[] {
  const { u, left, right, top, slim } = p
  const { square = false } = d
  const high = 32 * u
  const wide = Math.min(square ? high : (high * 16) / 9, right - left)
  const area: Area = [right - wide, top + (slim ? 6 : 2) * u, wide, high]
  const below = under(area, square ? 1.2 * u : 0, 6 * u)
  const slid = { unit: 'whole', side: 0, distance: 4, ease: 'landing', shutter: 180 }
  return whole(
    [
      ground(rect('Ground', below, { round: square ? 3 * u : 0 }, fill('ground', { opacity: 0.86 }))),
      seat(p, d, 'Window', 'picture', { place: middle(area), box: [wide, high], round: d.round * u }),
      text(name, says, { ...d.names, area: below, size: 3.8 * u, align: 'centre' }, fill(d.ink)),
    ],
    comes('slide', { ...slid, frames: 18, fade: 0.2 }),
    goes('slide', { ...slid, frames: 13, ease: 'soft', fade: 0.2 }),
  )
}
