import { choice, count, seed } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'
import { EDGE, goneOver, planeBy } from './shares'

export const checkerWipe = declareCrossing({
  id: 'checker-wipe',
  name: 'Checker wipe',
  purpose: 'Squares go over one after the other: every second one first, in rows, or as chance has it.',
  words: ['squares', 'tiles', 'random', 'blocks', 'wipe', 'chessboard'],
  params: {
    columns: count('Columns', 'How many squares lie side by side.', 12, [2, 100], { soft: [2, 40] }),
    order: choice('Order', 'Which squares go first.', {
      checker: 'Every second',
      rows: 'Row by row',
      spiral: 'In a spiral',
      chance: 'By chance',
    }),
    overlap: count('Together', 'How many squares are on their way at once.', 12, [1, 400], { soft: [1, 60] }),
    seed: seed(),
    ...EDGE,
  },
  proxyError: 0.25,
  reach: () => 0,
  /** Each square is wiped to the right within its own part of the time. */
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const side = place.width / Math.round(v.columns)
    const [cols, rows] = [Math.round(v.columns), Math.ceil(place.height / side - 1e-6)]
    const turns = orderOf(v.order, cols, rows, v.seed)
    const own = Math.min(1, v.overlap / (cols * rows))
    const half = v.order === 'checker' ? 0.5 : own
    const when = planeBy(k, place, input, (x, y) => {
      const [i, j] = [Math.min(cols - 1, Math.floor(x / side)), Math.min(rows - 1, Math.floor(y / side))]
      return (turns[j * cols + i] as number) * (1 - half) + (x / side - i) * half
    })
    return goneOver(k, input, incoming, when, { p, span: side / half, scale, edge: v })
  },
})

/** When each tile of a grid begins, from 0 for the first to 1 for the last, by rows. */
function orderOf(order: string, cols: number, rows: number, of: number): number[] {
  const n = cols * rows
  const last = Math.max(1, n - 1)
  if (order === 'checker')
    return Array.from({ length: n }, (_, at) => ((at % cols) + Math.floor(at / cols)) % 2)
  if (order === 'rows') return Array.from({ length: n }, (_, at) => at / last)
  if (order === 'spiral') {
    const turns = new Array<number>(n)
    spiral(cols, rows).forEach((at, i) => (turns[at] = i / last))
    return turns
  }
  const drawn = Array.from({ length: n }, (_, at) => at).sort(
    (a, b) => chance(of, a) - chance(of, b) || a - b,
  )
  const turns = new Array<number>(n)
  drawn.forEach((at, i) => (turns[at] = i / last))
  return turns
}

/** The tiles of a grid from the upper left corner inwards, clockwise. */
function spiral(cols: number, rows: number): number[] {
  const path: number[] = []
  let [left, top, right, bottom] = [0, 0, cols - 1, rows - 1]
  while (left <= right && top <= bottom) {
    for (let i = left; i <= right; i++) path.push(top * cols + i)
    for (let j = top + 1; j <= bottom; j++) path.push(j * cols + right)
    if (top < bottom) for (let i = right - 1; i >= left; i--) path.push(bottom * cols + i)
    if (left < right) for (let j = bottom - 1; j > top; j--) path.push(j * cols + left)
    ;[left, top, right, bottom] = [left + 1, top + 1, right - 1, bottom - 1]
  }
  return path
}
