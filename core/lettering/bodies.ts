import type { Boxes, OwnBox, Painted } from '../coats'
import { wordsOf } from './graphemes'
import { maths } from '../maths'
import type { Bar, Glyph, Layout, Line } from './laid'
import { after, type Standing, stood } from './standing'
import type { Outline } from './typeface'

type Map = readonly [number, number, number, number, number, number]

/** A letter as what is painted, and which it is. */
export interface LetterBody extends Painted {
  /** Its place in the text; of bars the first letter above them. */
  index: number
}

/** Pixels by which outlines may be off: it changes coverage by at most as much, .02. */
const TOLERANCE = 0.02

/** The tolerance in units of a font, a power of two so that near sizes share outlines. */
function toleranceFor(unitsPerPixel: number): number {
  let step = 1 / 1024
  while (step * 2 <= TOLERANCE * unitsPerPixel) step *= 2
  return step
}

/** The letters of a layout as outlines in pixels of a picture. @param map from the text's own pixels to those of the picture @param text what it says, where it matters which word a letter is in */
export function bodiesOf({ glyphs, bars, standing }: Layout, map: Map, text?: string): LetterBody[] {
  const [a, b, c, d, e, f] = map
  const unit = Math.sqrt(Math.abs(a * e - b * d))
  const out: LetterBody[] = []
  const words = text === undefined ? [] : wordsOf(text)
  const wordOf = (index: number) => words.findIndex(([start, end]) => index >= start && index < end)
  for (const glyph of glyphs) {
    const body = glyphBody(glyph, underGlyph(glyph, map, standing), unit)
    if (!body) continue
    if (text !== undefined) body.unit = { line: glyph.line, letter: glyph.index, word: wordOf(glyph.index) }
    out.push(body)
  }
  const straight = standing ? bars.flatMap((bar) => inPieces(bar, glyphs)) : bars
  for (const { left, right, top, bottom, span } of straight) {
    const own = standing?.((left + right) / 2)
    const corners = [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ]
      .map(([x = 0, y = 0]) => (own ? stood(own, x, y) : ([x, y] as const)))
      .map(([x, y]) => [a * x + b * y + c, d * x + e * y + f] as const)
    const pieces = new Float32Array(16)
    corners.forEach(([x, y], i) =>
      pieces.set([x, y, ...(corners[(i + 1) % 4] as readonly [number, number])], 4 * i),
    )
    out.push({ ...boxed(pieces), pieces, index: span.start, colour: span.colour })
  }
  return out
}

/** The map under which a glyph is drawn: of the picture, after how its line stands and how a hand placed it. */
function underGlyph(
  { x, y, middle, size, span, upright }: Glyph,
  map: Map,
  standing: Standing | undefined,
): Map {
  let own = standing ? after(map, standing(middle)) : map
  if (span.turn !== 0 || span.across !== 0) {
    const turn = (span.turn * Math.PI) / 180
    const [c, s] = [maths.cos(turn), maths.sin(turn)]
    const [px, py] = [middle, y - 0.35 * size]
    own = after(own, [c, -s, px - c * px + s * py + span.across, s, c, py - s * px - c * py])
  }
  if (!upright) return own
  // Its origin goes with the line; the letter itself stays as the text stands.
  const [u, v] = stood(standing?.(middle) ?? [1, 0, 0, 0, 1, 0], x, y)
  return after(map, [1, 0, u - x + upright[0], 0, 1, v - y + upright[1]])
}

/** A bar in pieces as wide as letters, so that it goes round bends with them. */
function inPieces(bar: Bar, glyphs: readonly Glyph[]): Bar[] {
  const middles = glyphs
    .filter((g) => g.line === bar.line && g.middle > bar.left && g.middle < bar.right)
    .map((g) => g.middle)
  const cuts = [...new Set([bar.left, ...middles, bar.right])].sort((a, b) => a - b)
  return cuts.slice(1).map((right, i) => ({ ...bar, left: cuts[i] as number, right }))
}

function glyphBody(
  { font, axes, id, x, y, size, span, index }: Glyph,
  map: Map,
  unit: number,
): LetterBody | undefined {
  const scale = size / font.unitsPerEm
  if (!(scale * unit > 0)) return undefined
  const { contours, box } = font.outline(id, axes, toleranceFor(1 / (scale * unit)))
  const count = contours.reduce((n, contour) => n + contour.length / 2, 0)
  if (!count) return undefined
  const [a, b, c, d, e, f] = map
  const [ax, bx, cx] = [a * scale, b * scale, a * x + b * y + c]
  const [dx, ex, fx] = [d * scale, e * scale, d * x + e * y + f]
  const pieces = new Float32Array(count * 4)
  let at = 0
  for (const contour of contours) {
    const n = contour.length
    const [u, v] = [contour[n - 2] as number, contour[n - 1] as number]
    let x0 = ax * u + bx * v + cx
    let y0 = dx * u + ex * v + fx
    // Each piece begins where the one before it ends, the first where the last does.
    for (let i = 0; i < n; i += 2) {
      const p = contour[i] as number
      const q = contour[i + 1] as number
      const x1 = ax * p + bx * q + cx
      const y1 = dx * p + ex * q + fx
      pieces[at] = x0
      pieces[at + 1] = y0
      pieces[at + 2] = x1
      pieces[at + 3] = y1
      at += 4
      x0 = x1
      y0 = y1
    }
  }
  return { ...cornered(box, [ax, bx, cx, dx, ex, fx]), pieces, index, colour: span.colour }
}

/** The box of a mapped box. */
function cornered([l, t, r, b]: Outline['box'], [ax, bx, cx, dx, ex, fx]: Map): OwnBox {
  const xs = [ax * l + bx * t, ax * r + bx * t, ax * l + bx * b, ax * r + bx * b]
  const ys = [dx * l + ex * t, dx * r + ex * t, dx * l + ex * b, dx * r + ex * b]
  return {
    left: Math.min(...xs) + cx,
    right: Math.max(...xs) + cx,
    top: Math.min(...ys) + fx,
    bottom: Math.max(...ys) + fx,
  }
}

function boxed(pieces: Float32Array): OwnBox {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < pieces.length; i += 4) {
    const [x, y] = [pieces[i] as number, pieces[i + 1] as number]
    if (x < left) left = x
    if (x > right) right = x
    if (y < top) top = y
    if (y > bottom) bottom = y
  }
  return { left, top, right, bottom }
}

/** What plates can lie behind: the block, its lines and its words, in the text's own pixels. */
export function boxesOf({ lines, standing }: Layout, text: string): Boxes {
  const full = lines.filter((l) => l.right > l.left)
  /** What some letters of a line take up where it stands. */
  const boxed = (line: Line, cells: readonly { left: number; right: number }[]): OwnBox => {
    const [top, bottom] = [line.baseline - line.ascent, line.baseline + line.descent]
    const boxes = cells.map(({ left, right }): OwnBox => {
      if (!standing) return { left, right, top, bottom, baseline: line.baseline }
      const map = standing((left + right) / 2)
      const corners = [left, right].flatMap((x) => [top, bottom].map((y) => stood(map, x, y)))
      const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)]
      return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
    })
    return boxes.reduce(around)
  }
  const line = full.map((l) => boxed(l, standing && l.cells.length ? l.cells : [l]))
  const block = line.length ? [line.reduce(around)] : []
  const words = wordsOf(text)
  const word = full.flatMap((l) =>
    words.flatMap(([start, end]): OwnBox[] => {
      const own = l.cells.filter((c) => c.start < end && c.end > start)
      return own.length ? [boxed(l, own)] : []
    }),
  )
  return { block, line, word }
}

const around = (a: OwnBox, b: OwnBox): OwnBox => ({
  baseline: Math.max(a.baseline ?? a.bottom, b.baseline ?? b.bottom),
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})
