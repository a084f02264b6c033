import { graphemesOf } from './graphemes'
import type { Fallback, Run } from './itemise'
import type { Bar, Cell, Glyph, Layout, Line } from './laid'
import { hanging, seenEnd } from './lines'
import type { Paragraph, Reach, SetLine } from './paragraph'
import { columnWidth, type Setting } from './setting'
import type { Shaped } from './shape'
import { type Slot, slotsWithin } from './slots'
import { type Standing, standingOf, stood } from './standing'
import type { Written } from './written'

/** Puts lines under each other. */
export class Placing {
  readonly #glyphs: Glyph[] = []
  readonly #lines: Line[] = []
  readonly #bars: Bar[] = []
  /** Room for its lines, where they stand within an outline. */
  readonly #slots: Slot[] | undefined
  #baseline = 0
  #before: Reach | undefined
  #wide = false

  constructor(
    private readonly setting: Setting,
    private readonly shrunk: number,
  ) {
    if (setting.course?.way === 'in') this.#slots = slotsWithin(setting)
  }

  /** The width of a line that is still to come, where they differ. */
  get widths(): ((line: number) => number) | undefined {
    const slots = this.#slots
    const from = this.#lines.length
    return slots && ((line) => (slots[from + line] ?? slots.at(-1))?.width ?? this.setting.size)
  }

  paragraph({ lines, written, rightToLeft }: Paragraph): void {
    for (const line of lines) {
      const { leading, before } = this.setting
      if (!this.#before) this.#baseline = line.reach.ascent
      else this.#baseline += leading * line.reach.size + (line.first ? before : 0)
      this.#before = line.reach
      const slot = this.#slots?.[this.#lines.length]
      if (slot) this.#baseline = slot.baseline
      else if (this.#slots) this.#wide = true
      this.#line(line, written, rightToLeft)
    }
  }

  #line(
    { start, end, parts, reach, column, first, last }: SetLine,
    written: Written,
    rightToLeft: boolean,
  ): void {
    const { align } = this.setting
    const { sums, text, indent } = column
    const slot = this.#slots?.[this.#lines.length] ?? this.#slots?.at(-1)
    const width = slot?.width ?? column.width
    const seen = seenEnd(text, start, end)
    const natural = (sums[seen] as number) - (sums[start] as number)
    // What is shaped by itself at a line's end can be a little wider or narrower than within the paragraph.
    const shaped = widthOf(parts, seen, column) || natural
    const [hangStart, hangEnd] = hanging(column, start, end)
    const inset = first ? indent : 0
    const room = width > 0 ? width - inset - shaped + hangStart + hangEnd : 0
    const must = text[end - 1] === '\u2028'
    const spaces = align === 'justify' && !last && !must ? countSpaces(text, start, seen) : 0
    const extra = width > 0 && spaces > 0 ? room / spaces : 0
    const filled = shaped + extra * spaces
    const side = align === 'start' || align === 'justify' ? (rightToLeft ? 'right' : 'left') : align
    const [hangLeft, hangRight] = rightToLeft ? [hangEnd, hangStart] : [hangStart, hangEnd]
    const edge = slot?.left ?? (width > 0 ? -width / 2 : 0)
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
    let x = left - (rightToLeft ? widthOf(parts, end, column) - widthOf(parts, seen, column) : 0)
    const cells: Cell[] = []
    for (const { run, shaped } of parts) {
      const from = x
      x = this.#part(run, shaped, written, x, index, { seen, extra, from: left, tab: column.tab }, cells)
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
    { seen, extra, ...tabs }: { seen: number; extra: number; from: number; tab: number },
    cells: Cell[],
  ): number {
    const { font, axes, span, upright } = run
    const { glyphs, clusters, advances, dx, dy } = shaped
    const rightToLeft = run.level % 2 === 1
    const scale = span.size / font.unitsPerEm
    const { down } = this.setting
    // Letters on their side stand with their middle on that of the line.
    const { ascender, descender } = font.metrics(axes)
    const aside = down && !upright ? ((ascender + descender) / 2) * span.size : 0
    const y = this.#baseline - span.shift + aside
    let x = left
    let begun = left
    let first = this.#glyphs.length
    for (let i = 0; i < glyphs.length; i++) {
      const cluster = clusters[i] as number
      this.#glyphs.push({
        font,
        axes,
        id: glyphs[i] as number,
        index: from[cluster] as number,
        x: x + (upright ? 0 : (dx[i] as number) * scale),
        y: y - (upright ? 0 : (dy[i] as number) * scale),
        size: span.size,
        span,
        line,
        middle: x,
        ...(upright ? { upright: [(dx[i] as number) * scale, -(dy[i] as number) * scale] as const } : {}),
      })
      x += (advances[i] as number) * scale
      if (clusters[i + 1] === cluster) continue
      if (text[cluster] === '\t') x = tabs.from + nextStop(begun - tabs.from, tabs.tab)
      for (; first < this.#glyphs.length; first++) (this.#glyphs[first] as Glyph).middle = (begun + x) / 2
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
    const { box, level, columns } = this.setting
    if (columns > 1 && !this.#slots) this.#inColumns()
    const height = this.#lines.reduce((most, l) => Math.max(most, l.baseline + l.descent), 0)
    const within = this.#slots || this.setting.course ? 0 : box[1]
    const room = within - height
    const aligned = level === 'top' ? 0 : level === 'middle' ? 0.5 : 1
    const down = this.#slots ? 0 : within > 0 ? -within / 2 + room * aligned : -height * aligned
    for (const glyph of this.#glyphs) glyph.y += down
    for (const line of this.#lines) line.baseline += down
    for (const bar of this.#bars) {
      bar.top += down
      bar.bottom += down
    }
    const [first] = this.#lines
    const standing = first && standingOf(this.setting, first, first.rightToLeft)
    return {
      glyphs: this.#glyphs,
      lines: this.#lines,
      bars: this.#bars,
      box: boxOfLines(this.#lines, standing, { top: down, bottom: down + height }),
      shrunk: this.shrunk,
      overflows: this.#wide || (within > 0 && room < -0.01),
      fallbacks,
      standing,
    }
  }

  /** Puts what lies under the height of its box beside it; without a height, columns are as even as they can be. */
  #inColumns(): void {
    const { box, columns, gap } = this.setting
    const width = columnWidth(this.setting)
    if (!(width > 0)) return
    const tops = this.#lines.map((l) => l.baseline - l.ascent)
    const total = this.#lines.reduce((most, l) => Math.max(most, l.baseline + l.descent), 0)
    const high = box[1] > 0 ? box[1] : total / columns
    let [column, from] = [0, 0]
    const moves = this.#lines.map((line, i) => {
      const bottom = line.baseline + line.descent - from
      const full = box[1] > 0 ? bottom > high + 0.01 : (tops[i] as number) - from > high - 0.01
      if (full && column < columns - 1 && i > 0) [column, from] = [column + 1, tops[i] as number]
      const place = this.#lines[0]?.rightToLeft ? columns - 1 - column : column
      const left = (place - (columns - 1) / 2) * (width + gap)
      return { dx: left, dy: -from }
    })
    const moved = (line: number) => moves[line] ?? { dx: 0, dy: 0 }
    for (const glyph of this.#glyphs) {
      const { dx, dy } = moved(glyph.line)
      glyph.x += dx
      glyph.middle += dx
      glyph.y += dy
    }
    for (const bar of this.#bars) {
      const { dx, dy } = moved(bar.line)
      bar.left += dx
      bar.right += dx
      bar.top += dy
      bar.bottom += dy
    }
    this.#lines.forEach((line, i) => {
      const { dx, dy } = moved(i)
      line.left += dx
      line.right += dx
      line.baseline += dy
      for (const cell of line.cells) {
        cell.left += dx
        cell.right += dx
      }
    })
  }
}

/** What lines take up where they come to stand. */
function boxOfLines(
  lines: readonly Line[],
  standing: Standing | undefined,
  plain: { top: number; bottom: number },
): Layout['box'] {
  if (!lines.length) return { left: 0, right: 0, top: plain.top, bottom: plain.bottom }
  if (!standing)
    return {
      left: Math.min(...lines.map((l) => l.left)),
      right: Math.max(...lines.map((l) => l.right)),
      top: plain.top,
      bottom: plain.bottom,
    }
  const places = lines.flatMap(({ cells, left, right, baseline, ascent, descent }) =>
    (cells.length ? cells : [{ left, right }]).flatMap((cell) => {
      const map = standing((cell.left + cell.right) / 2)
      return [cell.left, cell.right].flatMap((x) =>
        [baseline - ascent, baseline + descent].map((y) => stood(map, x, y)),
      )
    }),
  )
  const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

const countSpaces = (text: string, start: number, end: number) => {
  let n = 0
  for (let i = start; i < end; i++) if (text[i] === ' ') n++
  return n
}

/** The width of the letters of a line up to a unit. */
function widthOf(parts: SetLine['parts'], seen: number, { text, tab }: SetLine['column']): number {
  let width = 0
  for (const { run, shaped } of parts) {
    const { clusters, advances } = shaped
    const scale = run.span.size / run.font.unitsPerEm
    for (let i = 0; i < clusters.length; i++) {
      if ((clusters[i] as number) >= seen) continue
      if (text[clusters[i] as number] === '\t') {
        width = nextStop(width, tab) + run.span.tracking
        continue
      }
      width += (advances[i] as number) * scale
      if (clusters[i + 1] !== clusters[i]) width += run.span.tracking
    }
  }
  return width
}

/** The stop of tabs after a place in a line. */
const nextStop = (x: number, tab: number) => (Math.floor(x / tab + 1e-6) + 1) * tab

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
