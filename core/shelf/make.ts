import { type Animated, easeSegment, EASES, type Value } from '../anim'
import { decodeSrgb } from '../colour'
import { OBJECT_FORMS } from '../design'
import { beginsOnRight } from '../lettering'
import { defaults, type Values } from '../params'
import {
  type Address,
  coatAddress,
  type Design,
  type DesignObject,
  fillSlot,
  type FrontItem,
  mirrored,
  newCoat,
  newMover,
  plainText,
  type Source,
  still,
  stopAddress,
} from '../project'
import { corner, valueOf } from '../region'
import type { Rate } from '../time'
import type { Palette, ShelfDesign } from './declare'
import { pageOf } from './page'
import {
  type CoatPiece,
  type Given,
  type MoverPiece,
  type Piece,
  type Ramp,
  type Role,
  ROLES,
  type There,
} from './pieces'

/** What a design of the shelf is made for. */
export interface Making {
  designId: string
  size: { width: number; height: number }
  rate: Rate
  palette: Palette
  /** What its texts say, in their order; where there is nothing, its own words. */
  words?: readonly string[]
  /** What its places for pictures other than the edit below show, in their order; where there is nothing, that too. */
  shows?: readonly Shown[]
  /** Names for its objects. */
  newId(): string
}

/** What a place for a picture shows, and how far into that it begins, in frames of the design. */
export interface Shown {
  source: Source
  in: number
}

/** How many pictures a design asks for besides the edit below. */
export const picturesAsked = (pieces: readonly Piece[]): number =>
  pieces.reduce((sum, piece) => {
    const own = piece.asks === 'picture' && piece.coats.some(({ form }) => form['paint'] === 'picture')
    return sum + Number(own) + picturesAsked(piece.pieces ?? [])
  }, 0)

/** The frames a second that the times of the shelf are written in. */
const WRITTEN = 24

/** Linear light of a colour in hexadecimal. */
export const lightOf = (hex: string): [number, number, number] => {
  const at = (i: number) => decodeSrgb(parseInt(hex.slice(1 + 2 * i, 3 + 2 * i), 16) / 255)
  return [at(0), at(1), at(2)]
}

/** Sizes all of a design about the corner that it stands in, or the middle of the picture. */
function aboutFoot({ form }: DesignObject, { purpose }: ShelfDesign, { size }: Making): void {
  const { left, bottom, x, y } = pageOf(size)
  const foot = purpose === 'lower' ? [left, bottom] : [x, y]
  Object.assign(form, still({ place: foot, anchor: foot }))
}

/** A design of the shelf as one of a project, with its words in it; for words that run from right to left it is mirrored. */
export function makeDesign(shelf: ShelfDesign, making: Making): Design {
  const { designId, size, rate, words = [] } = making
  const length = Math.max(1, Math.round((shelf.seconds * rate.num) / rate.den))
  const pieces = shelf.pieces(pageOf(size))
  const maker = new Maker(making, length, asked(pieces))
  const objects = pieces.map((piece) => maker.object(piece))
  const [all, ...more] = objects
  if (all?.kind === 'group' && !more.length) aboutFoot(all, shelf, making)
  const design: Design = {
    id: designId,
    name: shelf.name,
    size,
    rate,
    length,
    objects,
    front: maker.front(objects),
    ...(shelf.whole ? { gives: { way: 'whole' as const, parts: [] } } : {}),
  }
  const [said] = words.filter((line) => line.trim())
  return said !== undefined && beginsOnRight(said) ? mirrored(design, 'words') : design
}

const texts = (pieces: readonly Piece[]): Piece[] =>
  pieces.flatMap((p) => [...(p.asks === 'words' ? [p] : []), ...texts(p.pieces ?? [])])

/** A number, roman ones too, with a unit perhaps: what counts, not what is said. */
const FIGURE = /^[\d\s%.,:]*\p{L}{0,2}$/u

/** The texts of a design that ask for words in the order in which they are read: large letters before small ones, figures last. */
export function asked(pieces: readonly Piece[]): Piece[] {
  const counts = ({ text }: Piece) => Number(FIGURE.test(text?.text ?? ''))
  const size = ({ form }: Piece) => Number(form['size'])
  return texts(pieces).sort((a, b) => counts(a) - counts(b) || size(b) - size(a))
}

class Maker {
  private readonly asks: FrontItem[] = []
  /** The objects of the texts that ask, in their order. */
  private readonly spoken: string[] = []
  /** The places for pictures, in their order. */
  private readonly shown: FrontItem[] = []
  private filled = 0
  private readonly colours = new Map<Role, FrontItem>()

  constructor(
    private readonly making: Making,
    private readonly length: number,
    private readonly asking: readonly Piece[],
  ) {}

  object(piece: Piece): DesignObject {
    const { kind, name, after = 0 } = piece
    const { rate, newId } = this.making
    const id = newId()
    const start = Math.min(this.length - 1, Math.round((after * rate.num) / rate.den))
    const { place, points } = drawnOf(piece)
    const object: DesignObject = {
      id,
      name,
      kind,
      on: true,
      form: this.form({ ...defaults(OBJECT_FORMS[kind]), ...place, ...piece.form, ...points }),
      start,
      length: this.length - start,
      zero: start,
      steps: [],
    }
    if (piece.text) object.text = { ...plainText(''), ...piece.text, text: this.said(id, piece) }
    if (piece.asks === 'ground') this.asks.push({ label: name, kind: 'shown', objects: [id] })
    if (piece.pieces) object.objects = piece.pieces.map((p) => this.object(p))
    else object.coats = piece.coats.map((c, i) => this.coat(id, c, i))
    if (piece.asks === 'picture') this.place(object, piece)
    for (const made of piece.movers) this.move(object, made)
    return object
  }

  /** What is asked for: words first, then pictures, grounds, colours, how large it is, where it stands, and how fast it comes and goes. */
  front(objects: readonly DesignObject[]): FrontItem[] {
    const [one, ...more] = objects
    const roles = Object.keys(ROLES) as Role[]
    return [
      ...this.spoken.map((id, i) => ({
        label: this.asking[i]?.name ?? 'Words',
        kind: 'words' as const,
        objects: [id],
      })),
      ...this.shown,
      ...this.asks,
      ...roles.flatMap((role) => this.colours.get(role) ?? []),
      ...(one?.kind === 'group' && !more.length
        ? [
            { label: 'Size', kind: 'size' as const, objects: [one.id] },
            { label: 'Place', kind: 'place' as const, objects: [one.id] },
          ]
        : []),
      { label: 'Speed', kind: 'pace' as const },
    ]
  }

  private place(object: DesignObject, piece: Piece): void {
    const item = { label: object.name, kind: 'picture' as const, objects: [object.id] }
    // The edit below is asked for first, though it lies in front of all others.
    if (piece.coats.some(({ form }) => form['paint'] === 'below')) return void this.shown.unshift(item)
    const shows = this.making.shows?.[this.filled++]
    fillSlot(object, shows?.source ?? null, shows?.in ?? 0)
    this.shown.push(item)
  }

  /** There and back: slow where it lands, and where it starts again. */
  private there({ there: [from, to], late, come, go }: There): Animated {
    const { rate } = this.making
    const frames = (n: number) => Math.round((n * rate.num) / rate.den / WRITTEN)
    const end = this.length - 1
    const [begin, landed] = [frames(late), Math.max(frames(late) + 1, frames(late + come))]
    const leaves = Math.max(landed + 1, end - frames(go))
    const key = (at: number, value: Value) => ({ at, value, leave: 'linear', arrive: 'linear' }) as const
    const keys = [key(begin, from), key(landed, to), key(leaves, to), key(Math.max(leaves + 1, end), from)]
    const animated: Animated = { value: to, keys }
    for (const [at, id] of [
      [0, 'landing'],
      [2, 'departure'],
    ] as const) {
      const ease = EASES.find((e) => e.id === id)
      if (ease) easeSegment(animated, at, ease)
    }
    return animated
  }

  private form(given: Given): Record<string, Animated> {
    const of = (value: Value | Ramp | There): Animated => {
      if (typeof value === 'object' && 'there' in value) return this.there(value)
      if (typeof value !== 'object' || !('ramp' in value)) return { value: value as Value }
      const [from, to] = value.ramp
      const key = (at: number, value: Value) => ({ at, value, leave: 'linear', arrive: 'linear' }) as const
      return { value: from, keys: [key(0, from), key(this.length, to)] }
    }
    return Object.fromEntries(Object.entries(given).map(([name, value]) => [name, of(value)]))
  }

  private said(objectId: string, piece: Piece): string {
    const own = piece.text?.text ?? ''
    const at = this.asking.indexOf(piece)
    if (at < 0) return own
    this.spoken[at] = objectId
    return this.making.words?.[at]?.trim() || own
  }

  private coat(objectId: string, { kind, role, form, stops }: CoatPiece, index: number) {
    const id = `${kind}-${index + 1}`
    const { colours } = this.making.palette
    const made = newCoat(id, kind, role ? { colour: lightOf(colours[role]) } : {})
    Object.assign(made.form, this.form(form))
    if (role) this.colour(role, coatAddress(objectId, id, 'colour'))
    if (stops)
      made.stops = stops.map((stop, i) => {
        const stopId = `${id}-${i + 1}`
        const role = stop.replace('clear ', '') as Role
        this.colour(role, stopAddress(objectId, id, stopId, 'colour'))
        const at = stops.length < 2 ? 0 : i / (stops.length - 1)
        const opacity = stop.startsWith('clear ') ? 0 : 1
        return { id: stopId, form: still({ at, colour: lightOf(colours[role]), opacity }) }
      })
    return made
  }

  private colour(role: Role, at: Address): void {
    const item = this.colours.get(role) ?? { label: ROLES[role], kind: 'value' as const, at: [] }
    this.colours.set(role, { ...item, at: [...(item.at ?? []), at] })
  }

  private move(object: DesignObject, { use, way, form }: MoverPiece): void {
    const { rate } = this.making
    const movers = (object.movers ??= [])
    const mover = newMover(object, `m${movers.length + 1}`, use, way)
    const given = { ...form }
    const frames = given['frames'] ?? mover.form['frames']?.value
    if (typeof frames === 'number')
      given['frames'] = Math.min(
        object.length,
        Math.max(1, Math.round((frames * rate.num) / rate.den / WRITTEN)),
      )
    Object.assign(mover.form, still(given))
    movers.push(mover)
  }
}

/** The points of an outline or line about the middle of what they take up, which is its place. */
function drawnOf({ points, curved }: Piece): { place: Values; points: Values } {
  if (!points) return { place: {}, points: {} }
  const of = (axis: 0 | 1) => points.map((p) => p[axis])
  const middle = (axis: 0 | 1) => (Math.min(...of(axis)) + Math.max(...of(axis))) / 2
  const [x, y] = [middle(0), middle(1)]
  const corners = points.map(([px, py], i) => {
    const made = corner(px - x, py - y)
    if (!curved) return made
    const [a, b] = [points[Math.max(0, i - 1)], points[Math.min(points.length - 1, i + 1)]]
    const [dx, dy] = [((b?.[0] ?? px) - (a?.[0] ?? px)) / 6, ((b?.[1] ?? py) - (a?.[1] ?? py)) / 6]
    return { ...made, in: [-dx, -dy] as [number, number], out: [dx, dy] as [number, number] }
  })
  return { place: { place: [x, y] }, points: { points: valueOf(corners) } }
}
