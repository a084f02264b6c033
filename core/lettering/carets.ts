import { wordsOf } from './graphemes'
import type { Cell, Layout, Line } from './laid'
import { type Standing, stood } from './standing'

/** Where a caret stands, in the text's own pixels. */
export interface Caret {
  x: number
  top: number
  bottom: number
  line: number
}

/** Ways in which a hand moves a caret; left and right as they are seen. */
export const MOVES = [
  'left',
  'right',
  'up',
  'down',
  'wordLeft',
  'wordRight',
  'home',
  'end',
  'first',
  'last',
] as const
export type CaretMove = (typeof MOVES)[number]

/** The line that a caret at an index stands in; at the end of one that was broken it stands in the next. */
export function lineAt({ lines }: Layout, index: number): number {
  const at = lines.findLastIndex((l) => l.start <= index)
  return Math.max(0, at)
}

/** Places at which a caret can stand in a line, from left to right, each once. */
function stopsOf(line: Line): { x: number; index: number }[] {
  const stops = line.cells.map((c) => ({ x: c.rightToLeft ? c.right : c.left, index: c.start }))
  stops.push({ x: endOf(line), index: line.end })
  return stops.sort((a, b) => a.x - b.x || a.index - b.index)
}

const endOf = (line: Line): number => {
  const last = line.cells.reduce<Cell | undefined>(
    (most, c) => (!most || c.end > most.end ? c : most),
    undefined,
  )
  if (!last) return line.rightToLeft ? line.right : line.left
  return last.rightToLeft ? last.left : last.right
}

export function caretAt(layout: Layout, index: number): Caret {
  const at = lineAt(layout, index)
  const line = layout.lines[at] as Line
  const cell = line.cells.find((c) => index >= c.start && index < c.end)
  const x = cell ? (cell.rightToLeft ? cell.right : cell.left) : endOf(line)
  return { x, top: line.baseline - line.ascent, bottom: line.baseline + line.descent, line: at }
}

/** The place between letters that is nearest to a point. */
export function indexAt(layout: Layout, x: number, y: number): number {
  const { lines, standing } = layout
  if (standing) return nearestOnBend(layout, standing, x, y)
  const under = lines.findIndex((l) => y < l.baseline + l.descent)
  return nearestStop(layout, under < 0 ? lines.length - 1 : under, x)
}

/** The same where lines stand otherwise than they were set: of all places that of which the middle of the line is nearest. */
function nearestOnBend(layout: Layout, standing: Standing, x: number, y: number): number {
  let [best, index] = [Infinity, 0]
  layout.lines.forEach((line, at) => {
    const middle = line.baseline + (line.descent - line.ascent) / 2
    const broken = layout.lines[at + 1]?.start === line.end
    for (const stop of stopsOf(line)) {
      if (broken && stop.index >= line.end) continue
      const [u, v] = stood(standing(stop.x), stop.x, middle)
      const far = (u - x) * (u - x) + (v - y) * (v - y)
      if (far < best) [best, index] = [far, stop.index]
    }
  })
  return index
}

function nearestStop({ lines }: Layout, at: number, x: number): number {
  const line = lines[at] as Line
  // The end of a line that was broken is the beginning of the next, and would be seen there.
  const broken = lines[at + 1]?.start === line.end
  const stops = stopsOf(line).filter((s) => !broken || s.index < line.end)
  const far = (s: { x: number }) => Math.abs(s.x - x)
  return stops.reduce((best, s) => (far(s) < far(best) ? s : best)).index
}

/** Where a caret goes from an index. @param goal the x that going up and down keeps to */
export function moveCaret(
  layout: Layout,
  text: string,
  index: number,
  move: CaretMove,
  goal?: number,
): number {
  const at = lineAt(layout, index)
  const line = layout.lines[at] as Line
  switch (move) {
    case 'first':
      return 0
    case 'last':
      return text.length
    case 'home':
      return line.start
    case 'end': {
      const next = layout.lines[at + 1]
      if (next?.start !== line.end) return line.end
      return Math.max(line.start, ...line.cells.filter((c) => c.end === line.end).map((c) => c.start))
    }
    case 'up':
    case 'down': {
      const to = at + (move === 'up' ? -1 : 1)
      if (to < 0) return 0
      if (to >= layout.lines.length) return text.length
      return nearestStop(layout, to, goal ?? caretAt(layout, index).x)
    }
    case 'wordLeft':
    case 'wordRight': {
      const back = (move === 'wordLeft') !== line.rightToLeft
      const words = wordsOf(text)
      if (back) return words.findLast(([start]) => start < index)?.[0] ?? 0
      return words.find(([, end]) => end > index)?.[1] ?? text.length
    }
    default: {
      const stops = stopsOf(line)
      const here = stops.findIndex((s) => s.index === index)
      const next = stops[here + (move === 'left' ? -1 : 1)]
      const broken = layout.lines[at + 1]?.start === line.end
      if (next && !(broken && next.index === line.end)) return next.index
      const back = (move === 'left') !== line.rightToLeft
      const beside = layout.lines[at + (back ? -1 : 1)]
      if (!beside) return index
      if (!back) return beside.start
      return beside.end === line.start
        ? Math.max(beside.start, ...beside.cells.map((c) => c.start))
        : beside.end
    }
  }
}

/** What the letters [start, end) take up, a box for every stretch that is seen as one. */
export function selectionBoxes(layout: Layout, start: number, end: number) {
  const boxes: { left: number; right: number; top: number; bottom: number }[] = []
  for (const line of layout.lines) {
    const [top, bottom] = [line.baseline - line.ascent, line.baseline + line.descent]
    let open: (typeof boxes)[number] | undefined
    for (const cell of line.cells) {
      if (cell.start >= end || cell.end <= start) open = undefined
      else if (open && !layout.standing && Math.abs(open.right - cell.left) < 1e-6) open.right = cell.right
      else boxes.push((open = { left: cell.left, right: cell.right, top, bottom }))
    }
  }
  return boxes
}

/** The word at an index as [start, end); what lies between words by itself. */
export function wordAt(text: string, index: number): [number, number] {
  const words = wordsOf(text)
  const own =
    words.find(([start, end]) => index >= start && index < end) ?? words.find(([, end]) => end === index)
  if (own) return own
  const before = words.findLast(([, end]) => end <= index)?.[1] ?? 0
  const after = words.find(([start]) => start >= index)?.[0] ?? text.length
  return [before, after]
}

/** The paragraph at an index as [start, end). */
export function paragraphAt(text: string, index: number): [number, number] {
  const end = text.indexOf('\n', index)
  return [text.lastIndexOf('\n', index - 1) + 1, end < 0 ? text.length : end]
}
