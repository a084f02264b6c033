import type { Params, Values } from '../params'
import type { Motes } from './motes'

/** When something moves: as it comes, while it is there, as it goes. */
export const WAYS = ['arrive', 'stay', 'leave'] as const
export type Way = (typeof WAYS)[number]

/** What moves by itself: all of an object, the lines, words or letters of a text, or the things in what holds others. */
export const UNITS = {
  whole: 'All at once',
  line: 'Line by line',
  word: 'Word by word',
  letter: 'Letter by letter',
  piece: 'Piece by piece',
} as const
export type UnitKind = keyof typeof UNITS

/** A box in an object's own pixels. */
export interface UnitBox {
  left: number
  top: number
  right: number
  bottom: number
}

/** What moves by itself, where it rests. */
export interface Unit {
  /** Its place in reading order, and how many there are. */
  index: number
  count: number
  box: UnitBox
  /** What all of them take up. */
  whole: UnitBox
  /** The size that distances are counted in: of the letters, else the height of the box; own pixels. */
  size: number
  /** Where its letters stand; its bottom where there are none. */
  base: number
  rightToLeft: boolean
  /** The letter that it is, where it is one. */
  letter?: string | undefined
}

/** Part of a unit: closed contours in the object's own pixels, softened by as many pixels. */
export interface Cut {
  contours: readonly (readonly number[])[]
  soft: number
}

/** How a unit stands, against how it rests. Lengths in the object's own pixels, angles in degrees. */
export interface Pose {
  move: readonly [number, number]
  /** Towards the eye. */
  near: number
  scale: readonly [number, number]
  /** Clockwise in the picture. */
  turn: number
  /** Out of the picture: about the level line, about the upright line. */
  tip: readonly [number, number]
  /** By how much of its height what lies above the anchor stands further on. */
  lean: number
  /** Stretched along an angle by a factor, and across it by the inverse. */
  pull: readonly [angle: number, by: number]
  /** What it is turned and sized about, where the mover says so itself. */
  about: readonly [number, number] | undefined
  opacity: number
  blur: number
  /** A factor of its light. */
  light: number
  /** The part that is seen, where it rests: it moves behind this. */
  window: Cut | undefined
  /** The part that is seen, which goes along. */
  cut: Cut | undefined
  /** A letter in place of its own. */
  letter: string | undefined
  /** The share of its edge that is drawn; its fill comes as that is done. */
  drawn: number | undefined
  /** By how much its outline lies further in. */
  thin: number
  /** More that is filled as it is, such as a caret. */
  extra: readonly (readonly number[])[] | undefined
  /** Seen in place of the unit: what flies from its outline, where it rests. */
  motes: Motes | undefined
}

/** What a pass is asked at one moment. */
export interface Passing {
  /** How far the unit has come: 0 not yet, 1 where it rests; a spring goes past that. */
  come: number
  /** The share of its own time that has passed, 0 to 1. */
  share: number
  /** Seconds since it began to come, below 0 before; and in which it comes. */
  seconds: number
  lasts: number
  /** It is the one that began last. */
  latest: boolean
}

/** What a stay is asked at one moment. */
export interface Staying {
  /** Seconds since the object began, less what the unit lags behind. */
  seconds: number
  /** How much of it there is, 0 to 1: it blends in and out. */
  amount: number
}

type Posed = Partial<Pose> | readonly Partial<Pose>[]

/** What of the common controls matters for some movers alone: how it gets there; what it is turned and sized about; that it goes a way, which is exposed and leaves trails; the eye; that it draws lots. */
export type CommonUse = 'ease' | 'anchor' | 'travel' | 'depth' | 'chance'

interface Declared {
  /** Stored in documents; never changes. */
  id: string
  name: string
  /** What it looks like, in one sentence. */
  purpose: string
  /** Its own controls. */
  params: Params
  /** What the common controls begin with, where that is something else. */
  begins?: Values
  /** The common controls that matter for it, besides who moves when. */
  uses?: readonly CommonUse[]
  /** Of those that all have, some that do nothing for it. */
  without?: readonly string[]
  /** Other words that people look for it by. */
  words?: readonly string[]
}

/** How units come, and backwards go. Several poses are laid over each other. */
export interface PassDeclaration extends Declared {
  kind: 'pass'
  pose(values: Values, unit: Unit, at: Passing): Posed
}

/** How units move while they are there. */
export interface StayDeclaration extends Declared {
  kind: 'stay'
  pose(values: Values, unit: Unit, at: Staying): Posed
}

export type MoverDeclaration = PassDeclaration | StayDeclaration

export const declarePass = (pass: Omit<PassDeclaration, 'kind'>): PassDeclaration => ({
  kind: 'pass',
  ...pass,
})
export const declareStay = (stay: Omit<StayDeclaration, 'kind'>): StayDeclaration => ({
  kind: 'stay',
  ...stay,
})
