import { graphemesOf } from './graphemes'
import type { Fallback, Run } from './itemise'
import type { Bar, Cell, Glyph, Layout, Line } from './laid'
import { hanging, seenEnd } from './lines'
import type { Paragraph, Reach, SetLine } from './paragraph'
import type { Setting } from './setting'
import type { Shaped } from './shape'
import type { Written } from './written'

/** Puts lines under each other. */
export class Placing {
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
