import type { Fallback } from './itemise'
import type { Span } from './setting'
import type { Standing } from './standing'
import type { Typeface } from './typeface'

/** A glyph where it stands: its origin lies at x, y; pixels of the text's own, y downwards. */
export interface Glyph {
  font: Typeface
  axes: string
  id: number
  /** The letter that it belongs to, in the source. */
  index: number
  x: number
  y: number
  size: number
  span: Span
  line: number
  /** Across the middle of the letter: what it is turned about. */
  middle: number
  /** In a line that runs down: upright, and how far its origin then lies from x, y. */
  upright?: readonly [number, number] | undefined
}

/** A letter as people count them, with the width that it takes. */
export interface Cell {
  start: number
  end: number
  left: number
  right: number
  rightToLeft: boolean
}

export interface Line {
  /** Letters [start, end) of the source, spaces at its end and the end of the paragraph too. */
  start: number
  end: number
  left: number
  right: number
  baseline: number
  ascent: number
  descent: number
  rightToLeft: boolean
  /** From left to right. */
  cells: Cell[]
}

/** A line under or through letters. */
export interface Bar {
  left: number
  right: number
  top: number
  bottom: number
  span: Span
  line: number
}

export interface Layout {
  glyphs: Glyph[]
  lines: Line[]
  bars: Bar[]
  /** What its lines take up. */
  box: { left: number; top: number; right: number; bottom: number }
  /** What the sizes were multiplied by to fit the box. */
  shrunk: number
  /** It does not fit its box. */
  overflows: boolean
  fallbacks: Fallback[]
  /** How its lines come to stand; what it says of glyphs, lines and bars is before that, its box after. */
  standing?: Standing | undefined
}
