import bidiFactory from 'bidi-js'
import { breaksOf } from './breaks'
import { graphemesOf } from './graphemes'
import { type FontChooser, itemise, type Run } from './itemise'
import { type Column, linesOf, seenEnd } from './lines'
import { columnWidth, type Setting, type Span, spansOf, tabOf } from './setting'
import { partOf, shape, type Shaped } from './shape'
import { writtenOut, type Written } from './written'

const bidi = bidiFactory()

/** The line metrics of a span: how far its letters reach from the baseline. */
export interface Reach {
  ascent: number
  descent: number
  size: number
}

/** A line of a paragraph, shaped. */
export interface SetLine {
  start: number
  end: number
  /** In visual order. */
  parts: { run: Run; shaped: Shaped }[]
  reach: Reach
  column: Column
  first: boolean
  last: boolean
}

/** A paragraph whose lines are known. */
export interface Paragraph {
  written: Written
  lines: SetLine[]
  rightToLeft: boolean
}

const LIGATURES_OFF = { liga: 0, clig: 0 }

function shapeRun(text: string, run: Run, start = run.start, end = run.end): Shaped {
  const { span, script, level } = run
  const features = span.tracking === 0 ? span.features : { ...LIGATURES_OFF, ...span.features }
  const { language } = span
  return shape(run.font, run.axes, {
    text,
    start,
    end,
    rightToLeft: level % 2 === 1,
    down: run.upright,
    script,
    language,
    features,
  })
}

/** Whether a text begins on the right, by its first letter that has a direction (Unicode Bidirectional Algorithm, P2 and P3). */
export const beginsOnRight = (text: string): boolean =>
  (bidi.getEmbeddingLevels(text).paragraphs[0]?.level ?? 0) % 2 === 1

/** Shapes the letters [start, end) of a text and finds its lines. @param slots the widths of its lines where they differ */
export function setParagraph(
  setting: Setting,
  spans: readonly Span[],
  chooser: FontChooser,
  start: number,
  end: number,
  slots?: (line: number) => number,
): Paragraph {
  const inside = spans.filter((s) => s.end > start && s.start < end)
  const written = writtenOut(setting.text, start, end, inside)
  const { text } = written
  const given = setting.direction === 'auto' ? undefined : setting.direction
  const { levels, paragraphs } = bidi.getEmbeddingLevels(text, given)
  const base = paragraphs[0]?.level ?? (given === 'rtl' ? 1 : 0)
  const runs = itemise(written, inside, levels, chooser, setting.down)
  // What only parts lines, or has no look in any font, is shaped as a space.
  const drawn = text.replace(/[\p{Cc}\u2028\u2029]/gu, ' ')
  const whole = runs.map((run) => shapeRun(drawn, run))
  const tab = tabOf(setting)
  const column: Column = {
    text,
    sums: widthsOf(text, runs, whole, tab),
    tab,
    breaks: text ? breaksOf(text) : [{ at: 0, must: false }],
    graphemes: graphemesOf(text),
    width: columnWidth(setting),
    slots,
    indent: setting.indent,
    hang: setting.hang,
    even: setting.align === 'justify',
  }
  const ends = linesOf(column)
  const plain = runs.length ? undefined : emptyReach(setting, spans, chooser, start)
  const lines = ends.map((to, i): SetLine => {
    const from = ends[i - 1] ?? 0
    const parts = partsOf(drawn, runs, whole, levels, base, from, to)
    const reach =
      plain ??
      reachOf(
        parts.map(({ run }) => run),
        setting.down,
      )
    return { start: from, end: to, parts, reach, column, first: i === 0, last: i === ends.length - 1 }
  })
  return { written, lines, rightToLeft: base % 2 === 1 }
}

/** Widths of letters before each unit. */
function widthsOf(text: string, runs: readonly Run[], shaped: readonly Shaped[], tab: number): Float64Array {
  const { length } = text
  const own = new Float64Array(length + 1)
  runs.forEach((run, r) => {
    const { clusters, advances } = shaped[r] as Shaped
    const scale = run.span.size / run.font.unitsPerEm
    for (let i = 0; i < clusters.length; i++) {
      const cluster = clusters[i] as number
      own[cluster] = (own[cluster] as number) + (advances[i] as number) * scale
      if (clusters[i + 1] !== cluster) own[cluster] = (own[cluster] as number) + run.span.tracking
    }
  })
  let sum = 0
  for (let i = 0; i <= length; i++) {
    // A tab takes up to a whole stop.
    const width = text[i] === '\t' ? tab : (own[i] as number)
    own[i] = sum
    sum += width
  }
  return own
}

/** The runs of a line [from, to) in visual order (rules L1 and L2 of UAX #9). */
function partsOf(
  text: string,
  runs: readonly Run[],
  whole: readonly Shaped[],
  levels: Uint8Array,
  base: number,
  from: number,
  to: number,
): SetLine['parts'] {
  const seen = seenEnd(text, from, to)
  const pieces = runs.flatMap((run, r): (SetLine['parts'][number] & { level: number })[] => {
    const [start, end] = [Math.max(run.start, from), Math.min(run.end, to)]
    if (start >= end) return []
    const cuts = end > seen && start < seen && run.level !== base ? [start, seen, end] : [start, end]
    return cuts.slice(0, -1).map((at, i) => {
      const stop = cuts[i + 1] as number
      const level = at >= seen ? base : (levels[at] as number)
      const same = level === run.level
      const own = same ? run : { ...run, level }
      const known = whole[r] as Shaped
      const rightToLeft = level % 2 === 1
      const kept = same
        ? at === run.start && stop === run.end
          ? known
          : partOf(known, at, stop, rightToLeft)
        : undefined
      return { run: own, level, shaped: kept ?? shapeRun(text, own, at, stop) }
    })
  })
  return reordered(pieces)
}

/** From the highest level to the lowest odd one, every stretch at that level or above is turned round. */
function reordered<T extends { level: number }>(logical: readonly T[]): T[] {
  const out = [...logical]
  const highest = Math.max(0, ...out.map((p) => p.level))
  for (let level = highest; level > 0; level--)
    for (let i = 0; i < out.length; i++) {
      let j = i
      while (j < out.length && (out[j] as T).level >= level) j++
      if (j > i + 1) out.splice(i, j - i, ...out.slice(i, j).reverse())
      i = Math.max(i, j)
    }
  return out
}

function reachOf(runs: readonly Run[], down: boolean): Reach {
  const reach = { ascent: 0, descent: 0, size: 0 }
  for (const { font, axes, span, upright } of runs) {
    const { ascender, descender } = font.metrics(axes)
    // Lines that run down have their letters on both sides of their middle.
    const half = upright ? 0.5 : (ascender - descender) / 2
    reach.ascent = Math.max(reach.ascent, (down ? half : ascender) * span.size + span.shift)
    reach.descent = Math.max(reach.descent, (down ? half : -descender) * span.size - span.shift)
    reach.size = Math.max(reach.size, span.size)
  }
  return reach
}

/** The line of an empty paragraph is as high as one with letters would be. */
function emptyReach(setting: Setting, spans: readonly Span[], chooser: FontChooser, at: number): Reach {
  const given =
    spans.find((s) => at >= s.start && at <= s.end) ?? spansOf({ ...setting, text: ' ', ranges: [] })[0]
  const span = given as Span
  const chosen = chooser.choose('x', span, undefined)
  if (!chosen) return { ascent: span.size * 0.8, descent: span.size * 0.2, size: span.size }
  const axes = chooser.axesOf(chosen, span)
  const run = { start: 0, end: 0, span, level: 0, script: '', upright: false, font: chosen.font, axes }
  return reachOf([run], setting.down)
}
