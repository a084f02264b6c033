import bidiFactory from 'bidi-js'
import { breaksOf } from './breaks'
import type { Fonts } from './families'
import { graphemesOf } from './graphemes'
import { type Fallback, FontChooser, itemise, type Run, type Typefaces } from './itemise'
import { type Column, hanging, linesOf, seenEnd } from './lines'
import { type Setting, type Span, spansOf } from './setting'
import { partOf, shape, type Shaped } from './shape'
import type { Typeface } from './typeface'
import { writtenOut, type Written } from './written'

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
}

const bidi = bidiFactory()

/** Sets text. @param open the fonts that are open; what is not there is looked for in the next font */
export function layOut(setting: Setting, fonts: Fonts, open: Typefaces): Layout {
  const full = layAt(setting, fonts, open, 1)
  if (!setting.shrink || !full.overflows) return full
  let [low, high] = [0.02, 1]
  for (let i = 0; i < 12; i++) {
    const middle = Math.sqrt(low * high)
    if (layAt(setting, fonts, open, middle).overflows) high = middle
    else low = middle
  }
  return layAt(setting, fonts, open, low)
}

function layAt(setting: Setting, fonts: Fonts, open: Typefaces, shrunk: number): Layout {
  const sized = shrunk === 1 ? setting : { ...setting, size: setting.size * shrunk }
  const chooser = new FontChooser(fonts, open, setting.axes)
  const spans = spansOf(sized)
  const placed = new Placing(sized, shrunk)
  let start = 0
  for (const paragraph of setting.text.split('\n')) {
    const end = start + paragraph.length
    placed.paragraph(setParagraph(sized, spans, chooser, start, end))
    start = end + 1
  }
  return placed.done(chooser.fallbacks)
}

/** The line metrics of a span: how far its letters reach from the baseline. */
interface Reach {
  ascent: number
  descent: number
  size: number
}

interface SetLine {
  start: number
  end: number
  /** In visual order. */
  parts: { run: Run; shaped: Shaped }[]
  reach: Reach
  column: Column
  first: boolean
  last: boolean
}

interface Paragraph {
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
    script,
    language,
    features,
  })
}

function setParagraph(
  setting: Setting,
  spans: readonly Span[],
  chooser: FontChooser,
  start: number,
  end: number,
): Paragraph {
  const inside = spans.filter((s) => s.end > start && s.start < end)
  const written = writtenOut(setting.text, start, end, inside)
  const { text } = written
  const given = setting.direction === 'auto' ? undefined : setting.direction
  const { levels, paragraphs } = bidi.getEmbeddingLevels(text, given)
  const base = paragraphs[0]?.level ?? (given === 'rtl' ? 1 : 0)
  const runs = itemise(written, inside, levels, chooser)
  const whole = runs.map((run) => shapeRun(text, run))
  const column: Column = {
    text,
    sums: widthsOf(text.length, runs, whole),
    breaks: text ? breaksOf(text) : [{ at: 0, must: false }],
    graphemes: graphemesOf(text),
    width: setting.box[0],
    indent: setting.indent,
    hang: setting.hang,
    even: setting.align === 'justify',
  }
  const ends = linesOf(column)
  const plain = runs.length ? undefined : emptyReach(setting, spans, chooser, start)
  const lines = ends.map((to, i): SetLine => {
    const from = ends[i - 1] ?? 0
    const parts = partsOf(text, runs, whole, levels, base, from, to)
    const reach = plain ?? reachOf(parts.map(({ run }) => run))
    return { start: from, end: to, parts, reach, column, first: i === 0, last: i === ends.length - 1 }
  })
  return { written, lines, rightToLeft: base % 2 === 1 }
}

/** Widths of letters before each unit. */
function widthsOf(length: number, runs: readonly Run[], shaped: readonly Shaped[]): Float64Array {
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
    const width = own[i] as number
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
export function reordered<T extends { level: number }>(logical: readonly T[]): T[] {
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

function reachOf(runs: readonly Run[]): Reach {
  const reach = { ascent: 0, descent: 0, size: 0 }
  for (const { font, axes, span } of runs) {
    const { ascender, descender } = font.metrics(axes)
    reach.ascent = Math.max(reach.ascent, ascender * span.size + span.shift)
    reach.descent = Math.max(reach.descent, -descender * span.size - span.shift)
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
  const axes = chooser.axesOf(chosen.font, span, chosen.face)
  return reachOf([{ start: 0, end: 0, span, level: 0, script: '', font: chosen.font, axes }])
}

/** Puts lines under each other. */
class Placing {
  readonly #glyphs: Glyph[] = []
  readonly #lines: Line[] = []
  readonly #bars: Bar[] = []
  #baseline = 0
  #before: Reach | undefined
  #wide = false

  constructor(
    private readonly setting: Setting,
    private readonly shrunk: number,
  ) {}

  paragraph({ lines, written, rightToLeft }: Paragraph): void {
    for (const line of lines) {
      const { leading, before } = this.setting
      if (!this.#before) this.#baseline = line.reach.ascent
      else this.#baseline += leading * line.reach.size + (line.first ? before : 0)
      this.#before = line.reach
      this.#line(line, written, rightToLeft)
    }
  }

  #line(
    { start, end, parts, reach, column, first, last }: SetLine,
    written: Written,
    rightToLeft: boolean,
  ): void {
    const { align } = this.setting
    const { sums, text, width, indent } = column
    const seen = seenEnd(text, start, end)
    const natural = (sums[seen] as number) - (sums[start] as number)
    // What is shaped by itself at a line's end can be a little wider or narrower than within the paragraph.
    const shaped = widthOf(parts, seen) || natural
    const [hangStart, hangEnd] = hanging(column, start, end)
    const inset = first ? indent : 0
    const room = width > 0 ? width - inset - shaped + hangStart + hangEnd : 0
    const must = text[end - 1] === '\u2028'
    const spaces = align === 'justify' && !last && !must ? countSpaces(text, start, seen) : 0
    const extra = width > 0 && spaces > 0 ? room / spaces : 0
    const filled = shaped + extra * spaces
    const side = align === 'start' || align === 'justify' ? (rightToLeft ? 'right' : 'left') : align
    const [hangLeft, hangRight] = rightToLeft ? [hangEnd, hangStart] : [hangStart, hangEnd]
    const edge = width > 0 ? -width / 2 : 0
    const span = width > 0 ? width : 0
    const left =
      side === 'left'
        ? edge + (rightToLeft ? 0 : inset) - hangLeft
        : side === 'right'
          ? edge + span - filled - (rightToLeft ? inset : 0) + hangRight
          : edge + (span - filled) / 2
    if (width > 0 && filled - hangStart - hangEnd > width - inset + 0.01) this.#wide = true
    const index = this.#lines.length
    const baseline = this.#baseline
    // Spaces at the end of a line that runs from the right stand at its left: they lie outside.
    let x = left - (rightToLeft ? widthOf(parts, end) - widthOf(parts, seen) : 0)
    const cells: Cell[] = []
    for (const { run, shaped } of parts) {
      const from = x
      x = this.#part(run, shaped, written, x, index, { text, seen, extra }, cells)
      this.#bar(run, from, x, index)
    }
    this.#lines.push({
      start: written.from[start] as number,
      end: written.from[end] as number,
      left,
      right: left + filled,
      baseline,
      ascent: reach.ascent,
      descent: reach.descent,
      rightToLeft,
      cells,
    })
  }

  #part(
    run: Run,
    shaped: Shaped,
    { from, text }: Written,
    left: number,
    line: number,
    { seen, extra }: { text: string; seen: number; extra: number },
    cells: Cell[],
  ): number {
    const { font, axes, span } = run
    const { glyphs, clusters, advances, dx, dy } = shaped
    const rightToLeft = run.level % 2 === 1
    const scale = span.size / font.unitsPerEm
    const y = this.#baseline - span.shift
    let x = left
    let begun = left
    for (let i = 0; i < glyphs.length; i++) {
      const cluster = clusters[i] as number
      this.#glyphs.push({
        font,
        axes,
        id: glyphs[i] as number,
        index: from[cluster] as number,
        x: x + (dx[i] as number) * scale,
        y: y - (dy[i] as number) * scale,
        size: span.size,
        span,
        line,
      })
      x += (advances[i] as number) * scale
      if (clusters[i + 1] === cluster) continue
      x += span.tracking + (text[cluster] === ' ' && cluster < seen ? extra : 0)
      const end = clusterEnd(shaped, i, rightToLeft)
      for (const cell of cellsOf(from, text, [cluster, end], [begun, x], rightToLeft)) cells.push(cell)
      begun = x
    }
    return x
  }

  #bar({ font, axes, span }: Run, left: number, right: number, line: number): void {
    const { underline, strike } = font.metrics(axes)
    const y = this.#baseline - span.shift
    for (const [on, { at, width }] of [
      [span.underline, underline],
      [span.strike, strike],
    ] as const) {
      if (!on) continue
      const [top, high] = [y - at * span.size, Math.max(1e-3, width * span.size)]
      const last = this.#bars.at(-1)
      if (last?.line === line && last.right === left && last.top === top && last.span === span)
        last.right = right
      else this.#bars.push({ left, right, top, bottom: top + high, span, line })
    }
  }

  done(fallbacks: Fallback[]): Layout {
    const { box, level } = this.setting
    const last = this.#lines.at(-1)
    const height = last ? last.baseline + last.descent : 0
    const room = box[1] - height
    const down =
      box[1] > 0
        ? -box[1] / 2 + (level === 'top' ? 0 : level === 'middle' ? room / 2 : room)
        : level === 'top'
          ? 0
          : level === 'middle'
            ? -height / 2
            : -height
    for (const glyph of this.#glyphs) glyph.y += down
    for (const line of this.#lines) line.baseline += down
    for (const bar of this.#bars) {
      bar.top += down
      bar.bottom += down
    }
    const edges = this.#lines.reduce(
      (all, l) => ({ left: Math.min(all.left, l.left), right: Math.max(all.right, l.right) }),
      { left: Infinity, right: -Infinity },
    )
    const box0 = this.#lines.length ? edges : { left: 0, right: 0 }
    return {
      glyphs: this.#glyphs,
      lines: this.#lines,
      bars: this.#bars,
      box: { ...box0, top: down, bottom: down + height },
      shrunk: this.shrunk,
      overflows: this.#wide || (box[1] > 0 && room < -0.01),
      fallbacks,
    }
  }
}

const countSpaces = (text: string, start: number, end: number) => {
  let n = 0
  for (let i = start; i < end; i++) if (text[i] === ' ') n++
  return n
}

/** The width of the letters of a line up to a unit. */
function widthOf(parts: SetLine['parts'], seen: number): number {
  let width = 0
  for (const { run, shaped } of parts) {
    const { clusters, advances } = shaped
    const scale = run.span.size / run.font.unitsPerEm
    for (let i = 0; i < clusters.length; i++) {
      if ((clusters[i] as number) >= seen) continue
      width += (advances[i] as number) * scale
      if (clusters[i + 1] !== clusters[i]) width += run.span.tracking
    }
  }
  return width
}

/** Where the cluster of a glyph ends: where the one after it in reading order begins. */
function clusterEnd({ clusters, end }: Shaped, i: number, rightToLeft: boolean): number {
  let j = i
  while (clusters[j] === clusters[i]) j += rightToLeft ? -1 : 1
  return clusters[j] ?? end
}

/** The letters of a cluster, which share its width evenly. */
function cellsOf(
  from: Int32Array,
  text: string,
  [start, end]: readonly [number, number],
  [left, right]: readonly [number, number],
  rightToLeft: boolean,
): Cell[] {
  if (end - start === 1)
    return [{ start: from[start] as number, end: from[end] as number, left, right, rightToLeft }]
  const inner = graphemesOf(text.slice(start, end)).map((g) => from[start + g] as number)
  const places = [...new Set(inner)]
  const n = Math.max(1, places.length - 1)
  return Array.from({ length: n }, (_, i): Cell => {
    const at = rightToLeft ? n - 1 - i : i
    return {
      start: places[at] as number,
      end: places[at + 1] ?? (from[end] as number),
      left: left + ((right - left) * i) / n,
      right: left + ((right - left) * (i + 1)) / n,
      rightToLeft,
    }
  })
}
