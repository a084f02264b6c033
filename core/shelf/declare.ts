import type { Page } from './page'
import type { Piece, Role } from './pieces'

/** What a design is for, with the heading that it stands under. */
export const PURPOSES = {
  lower: 'Names below',
  title: 'Titles',
  chapter: 'Chapters',
  quote: 'Quotes and callouts',
  bulletin: 'Bulletin',
  counter: 'Clocks and counters',
  facts: 'Facts and figures',
  kinetic: 'Moving lines',
  credits: 'Credits',
  end: 'End cards',
  layout: 'Shots beside shots',
} as const
export type Purpose = keyof typeof PURPOSES

/** Colours by what they are for, as sRGB in hexadecimal. */
export interface Palette {
  id: string
  name: string
  colours: Readonly<Record<Role, string>>
}

/** A design of the shelf: its pieces for a picture, from back to front. */
export interface ShelfDesign {
  id: string
  name: string
  purpose: Purpose
  /** What one sees, in a sentence. */
  says: string
  /** Seconds that it is used for at first. */
  seconds: number
  /** All of it becomes faster or slower where it is used at another length, such as what rolls. */
  whole?: boolean
  pieces(page: Page): readonly Piece[]
}

/** Designs that share palette, letters, line and motion, so that a programme looks like one. */
export interface Family {
  id: string
  name: string
  says: string
  palettes: readonly [Palette, Palette, ...Palette[]]
  designs: readonly ShelfDesign[]
}

/** A palette from its five colours: letters, ground, accent, second colour, quiet letters. */
export const palette = (
  id: string,
  name: string,
  [ink, ground, accent, second, soft]: readonly [string, string, string, string, string],
): Palette => ({ id, name, colours: { ink, ground, accent, second, soft } })
