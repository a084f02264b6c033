import type { Case, LetterStyle, TextRange } from './text'

export const ALIGNS = ['start', 'left', 'centre', 'right', 'justify'] as const
export type Align = (typeof ALIGNS)[number]
export const DIRECTIONS = ['auto', 'ltr', 'rtl'] as const
export type Direction = (typeof DIRECTIONS)[number]

export const LEVELS = ['top', 'middle', 'bottom'] as const
export type Level = (typeof LEVELS)[number]

/** How a text is set, at one time. Lengths in pixels of the text's own. */
export interface Setting {
  text: string
  ranges: readonly TextRange[]
  family: string
  weight: number
  italic: boolean
  case: Case
  features: Readonly<Record<string, number>>
  language: string
  /** Axes of variable fonts besides the weight, by tag. */
  axes: Readonly<Record<string, number>>
  size: number
  /** Thousandths of the size. */
  tracking: number
  align: Align
  direction: Direction
  /** From baseline to baseline, as a factor of the largest letters of a line. */
  leading: number
  /** Room before each paragraph but the first, and by which its first line begins later. */
  before: number
  indent: number
  /** Points and quotes at the edges of a column lie outside of it. */
  hang: boolean
  /** Its column: width and height, 0 for as much as it takes. */
  box: readonly [number, number]
  /** Where it lies in the height of its box. */
  level: Level
  /** Letters become smaller until it fits its box. */
  shrink: boolean
  /** What emphasised letters look like. */
  emphasis: LetterStyle
  /** Its lines run down, the first on the right. */
  down: boolean
  /** Columns beside each other in its box, and the room between them. */
  columns: number
  gap: number
  /** From one stop of tabs to the next; 0 is four letter sizes. */
  tab: number
  /** What it stands on or in; undefined for lines in a box. */
  course?: Course | undefined
}

/** A line or outline that a text stands on, or within. */
export interface Course {
  /** Straight pieces, in pixels of the text's own. */
  contour: readonly number[]
  closed: boolean
  way: 'on' | 'in'
  /** Letters hang under the line. */
  under: boolean
  /** It goes from its end to its beginning. */
  reversed: boolean
  /** Letters are not turned. */
  upright: boolean
  /** Pixels along the line, and away from it upwards. */
  slide: number
  lift: number
}

/** The room for a line, along it; 0 is as much as it takes. */
export const columnWidth = ({ box, columns, gap, course }: Setting): number => {
  if (course) return course.way === 'on' ? 0 : box[0]
  return columns > 1 && box[0] > 0 ? Math.max(1, (box[0] - gap * (columns - 1)) / columns) : box[0]
}

export const tabOf = ({ tab, size }: Setting): number => (tab > 0 ? tab : 4 * size)

/** How one stretch of letters is set, nothing left out. */
export interface Span {
  start: number
  end: number
  family: string
  weight: number
  italic: boolean
  size: number
  /** Pixels added after each letter. */
  tracking: number
  /** Pixels by which letters are raised. */
  shift: number
  colour: readonly [number, number, number] | undefined
  case: Case
  underline: boolean
  strike: boolean
  features: Readonly<Record<string, number>>
  language: string
  /** Each of its letters by itself: turned, in degrees, and moved along the line, in pixels. */
  turn: number
  across: number
}

/** The spans of a setting, one after the other over the whole text. */
export function spansOf(setting: Setting): Span[] {
  const { text, ranges, emphasis } = setting
  const cuts = [0, ...ranges.flatMap((r) => [r.start, r.end]), text.length].filter((c) => c <= text.length)
  const places = [...new Set(cuts)].sort((a, b) => a - b)
  const stretches = places.slice(0, -1).map((start, i) => [start, places[i + 1] as number] as const)
  return stretches.map(([start, end]) => {
    const own = ranges.find((r) => start >= r.start && start < r.end)?.style ?? {}
    const style: LetterStyle = own.role === 'emphasis' ? { ...emphasis, ...own } : own
    const size = setting.size * (style.size ?? 1)
    return {
      start,
      end,
      family: style.family ?? setting.family,
      weight: style.weight ?? setting.weight,
      italic: style.italic ?? setting.italic,
      size,
      tracking: ((setting.tracking + (style.tracking ?? 0)) / 1000) * size,
      shift: ((style.shift ?? 0) / 1000) * size,
      colour: style.colour,
      case: style.case ?? setting.case,
      underline: style.underline ?? false,
      strike: style.strike ?? false,
      features: { ...setting.features, ...style.features },
      language: style.language ?? setting.language,
      turn: style.turn ?? 0,
      across: ((style.across ?? 0) / 1000) * size,
    }
  })
}
