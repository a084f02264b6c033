import type { Way } from '../arrivals'
import type { CoatKind } from '../coats'
import type { ObjectKind } from '../design'
import type { Value } from '../anim'
import type { DesignText } from '../project'
import type { Area } from './page'

/** What a colour is for; each palette has one for each. */
export const ROLES = {
  ink: 'Letters',
  ground: 'Ground',
  accent: 'Accent',
  second: 'Second colour',
  soft: 'Quiet letters',
} as const
export type Role = keyof typeof ROLES
/** A colour of a gradient; a clear one is not seen. */
export type StopRole = Role | `clear ${Role}`

/** A value that goes evenly from one to another over all of the design. */
export interface Ramp {
  ramp: readonly [Value, Value]
}
export const ramp = (from: Value, to: Value): Ramp => ({ ramp: [from, to] })

/** A value that goes to another as the design comes, and back as it goes; frames of 24 a second. */
export interface There {
  there: readonly [from: Value, to: Value]
  late: number
  come: number
  go: number
}

export type Given = Readonly<Record<string, Value | Ramp | There>>

/** A coat with what differs from how it begins; where it has a colour, that of a role. */
export interface CoatPiece {
  kind: CoatKind
  role?: Role | undefined
  form: Given
  /** The colours of a gradient, from its beginning to its end. */
  stops?: readonly StopRole[] | undefined
}

/** A mover with what differs from how it begins; frames are those of 24 a second. */
export interface MoverPiece {
  use: string
  way: Way
  form: Readonly<Record<string, Value>>
}

/** An object of a design before it has a palette and names of its own. */
export interface Piece {
  kind: ObjectKind
  name: string
  form: Given
  coats: readonly CoatPiece[]
  movers: readonly MoverPiece[]
  text?: Partial<DesignText> | undefined
  /** The corners of an outline or a line, in pixels of the picture. */
  points?: readonly (readonly [number, number])[] | undefined
  curved?: boolean | undefined
  /** What a group or a repeat holds. */
  pieces?: readonly Piece[] | undefined
  /** A text or a picture that the user is asked for; a ground that can be switched off. */
  asks?: 'words' | 'picture' | 'ground' | undefined
  /** Seconds after the beginning at which it comes. */
  after?: number | undefined
}

/** Of a text besides what it says: where it stands, and how it is set. */
export interface Set {
  area: Area
  size: number
  family: string
  weight?: number
  italic?: boolean
  case?: DesignText['case']
  align?: DesignText['align']
  level?: DesignText['level']
  tracking?: number
  leading?: number
  after?: number
  turn?: number
  /** Kept as it is, such as a mark: not asked for. */
  fixed?: boolean
  features?: DesignText['features']
}

type Parts = readonly (CoatPiece | MoverPiece)[]
const isCoat = (p: CoatPiece | MoverPiece): p is CoatPiece => 'kind' in p
const parted = (parts: Parts) => ({
  coats: parts.filter(isCoat),
  movers: parts.filter((p): p is MoverPiece => !isCoat(p)),
})
const middle = ([left, top, width, height]: Area): [number, number] => [left + width / 2, top + height / 2]

/** A text in its column; letters that do not fit become smaller. */
export const text = (name: string, says: string, set: Set, ...parts: Parts): Piece => {
  const { area, size, family, weight = 400, tracking = 0, leading = 1.15, turn = 0, after } = set
  const { italic = false, align = 'start', level = 'middle', features = {} } = set
  return {
    kind: 'text',
    name,
    form: { place: middle(area), box: [area[2], area[3]], size, tracking, leading, turn },
    text: {
      text: says,
      family,
      weight,
      italic,
      align,
      level,
      features,
      case: set.case ?? 'typed',
      shrink: true,
    },
    after,
    asks: set.fixed ? undefined : 'words',
    ...parted(parts),
  }
}

/** A rectangle. */
export const rect = (name: string, area: Area, form: Given, ...parts: Parts): Piece => ({
  kind: 'rectangle',
  name,
  form: { place: middle(area), box: [area[2], area[3]], ...form },
  ...parted(parts),
})

/** An ellipse within an area. */
export const disc = (name: string, area: Area, ...parts: Parts): Piece => ({
  kind: 'ellipse',
  name,
  form: { place: middle(area), box: [area[2], area[3]] },
  ...parted(parts),
})

/** A star within an area; depth 0 is a polygon of twice as many corners. */
export const star = (name: string, area: Area, form: Given, ...parts: Parts): Piece => ({
  kind: 'star',
  name,
  form: { place: middle(area), box: [area[2], area[3]], ...form },
  ...parted(parts),
})

type Points = readonly (readonly [number, number])[]

/** A closed outline through corners in pixels of the picture. */
export const outline = (name: string, points: Points, ...parts: Parts): Piece => ({
  kind: 'outline',
  name,
  form: {},
  points,
  ...parted(parts),
})

/** An open line through points in pixels of the picture. */
export const line = (name: string, points: Points, form: Given, ...parts: Parts): Piece => ({
  kind: 'line',
  name,
  form,
  points,
  ...parted(parts),
})

/** Things that move as one. */
export const group = (name: string, pieces: readonly Piece[], ...movers: readonly MoverPiece[]): Piece => ({
  kind: 'group',
  name,
  form: {},
  coats: [],
  movers,
  pieces,
})

/** One thing many times. */
export const repeat = (name: string, piece: Piece, form: Given, ...movers: readonly MoverPiece[]): Piece => ({
  kind: 'repeat',
  name,
  form,
  coats: [],
  movers,
  pieces: [piece],
})

/** All of a design that stands somewhere in the picture, and how it goes. */
export const whole = (pieces: readonly Piece[], ...movers: readonly MoverPiece[]): readonly Piece[] => [
  group('All of it', pieces, ...movers),
]

const stayed = (piece: Piece): Piece => ({
  ...piece,
  movers: piece.movers.filter(({ way }) => way !== 'leave'),
  pieces: piece.pieces?.map(stayed),
})
/** All of a design that covers the picture, which goes as one: none of its parts goes by itself. */
export const sheetOf = (pieces: readonly Piece[], leaves: MoverPiece): readonly Piece[] =>
  whole(pieces.map(stayed), leaves)

/** A number of points, or things, by their place in the row. */
export const row = <T>(count: number, of: (index: number) => T): T[] =>
  Array.from({ length: count }, (_, i) => of(i))

/** Can be switched off by the user. */
export const ground = (piece: Piece): Piece => ({ ...piece, asks: 'ground' })
export const after = (seconds: number, piece: Piece): Piece => ({ ...piece, after: seconds })
/** A line that is round at its points. */
export const smooth = (piece: Piece): Piece => ({ ...piece, curved: true })

const coat =
  (kind: CoatKind) =>
  (role: Role, form: Given = {}): CoatPiece => ({ kind, role, form })
export const fill = coat('fill')
export const edge = coat('edge')
export const plate = coat('plate')
export const glow = coat('glow')
export const rule = coat('line')
/** A fill of colours from one role to others along an angle. */
export const graded = (stops: readonly StopRole[], form: Given = {}, kind: CoatKind = 'fill'): CoatPiece => ({
  kind,
  stops,
  form: { paint: 'linear', ...form },
})
/** Dark, whatever the palette. */
export const shadow = (form: Given = {}): CoatPiece => ({ kind: 'shadow', form })
export const shade = (form: Given = {}): CoatPiece => ({ kind: 'shade', form })
/** Glass: what lies behind it, softened. */
export const glass = (form: Given = {}): CoatPiece => ({ kind: 'fill', form: { paint: 'behind', ...form } })

const mover =
  (way: Way) =>
  (use: string, form: MoverPiece['form'] = {}): MoverPiece => ({ use, way, form })
export const comes = mover('arrive')
export const stays = mover('stay')
export const goes = mover('leave')
