import type { Boxes, OwnBox, Painted } from '../coats'
import { wordsOf } from './graphemes'
import type { Glyph, Layout } from './laid'
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

/** The letters of a layout as outlines in pixels of a picture. @param map from the text's own pixels to those of the picture */
export function bodiesOf({ glyphs, bars }: Layout, map: Map): LetterBody[] {
  const [a, b, c, d, e, f] = map
  const unit = Math.sqrt(Math.abs(a * e - b * d))
  const out: LetterBody[] = []
  for (const glyph of glyphs) {
    const body = glyphBody(glyph, map, unit)
    if (body) out.push(body)
  }
  for (const { left, right, top, bottom, span } of bars) {
    const corners = [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ].map(([x = 0, y = 0]) => [a * x + b * y + c, d * x + e * y + f] as const)
    const pieces = new Float32Array(16)
    corners.forEach(([x, y], i) =>
      pieces.set([x, y, ...(corners[(i + 1) % 4] as readonly [number, number])], 4 * i),
    )
    out.push({ ...boxed(pieces), pieces, index: span.start, colour: span.colour })
  }
  return out
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
export function boxesOf({ lines }: Layout, text: string): Boxes {
  const full = lines.filter((l) => l.right > l.left)
  const line = full.map(({ left, right, baseline, ascent, descent }) => ({
    left,
    right,
    top: baseline - ascent,
    bottom: baseline + descent,
  }))
  const block = line.length ? [line.reduce(around)] : []
  const words = wordsOf(text)
  const word = full.flatMap(({ cells, baseline, ascent, descent }) =>
    words.flatMap(([start, end]): OwnBox[] => {
      const own = cells.filter((c) => c.start < end && c.end > start)
      if (!own.length) return []
      const left = Math.min(...own.map((c) => c.left))
      return [
        {
          left,
          right: Math.max(...own.map((c) => c.right)),
          top: baseline - ascent,
          bottom: baseline + descent,
        },
      ]
    }),
  )
  return { block, line, word }
}

const around = (a: OwnBox, b: OwnBox): OwnBox => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})
