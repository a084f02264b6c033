import { bendPlane, ramp } from '../kernels'
import { maths } from '../maths'
import { radians } from '../matrix'
import { choice, count, degrees, point, seed, toggle } from '../params/make'
import { chance } from '../steps/chance'
import type { Place } from '../steps/declare'
import { declareCrossing } from './crossing'
import { EDGE, goneOver, planeBy } from './shares'

const none = () => 0

/** The direction of an angle (degrees, 0 to the right, 90 down), and how far the whole picture reaches along it from its first corner. */
function across({ width, height }: Pick<Place, 'width' | 'height'>, angle: number) {
  const [c, s] = [maths.cos(radians(angle)), maths.sin(radians(angle))]
  const span = Math.abs(c) * width + Math.abs(s) * height
  const first: [number, number] = [c < 0 ? width : 0, s < 0 ? height : 0]
  return { c, s, span, first }
}

/** The distance from a place to the farthest corner. */
const farthest = ({ width, height }: Place, x: number, y: number) =>
  maths.hypot(Math.max(x, width - x), Math.max(y, height - y))

export const wipe = declareCrossing({
  id: 'wipe',
  name: 'Wipe',
  purpose: 'An edge at any angle runs over the picture and leaves the next one behind it.',
  words: ['line', 'linear', 'edge', 'sweep'],
  params: {
    angle: degrees('Direction', 'Where the edge runs to: 0 is to the right, 90 down.', 0),
    ...EDGE,
  },
  proxyError: 0.12,
  reach: none,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const { c, s, span, first } = across(place, v.angle)
    const when = ramp(k, input.width, input.height, 'along', {
      centre: [first[0] - place.x, first[1] - place.y],
      along: [c / span, s / span],
    })
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})

export const clockWipe = declareCrossing({
  id: 'clock-wipe',
  name: 'Clock',
  purpose: 'A hand turns about a point and wipes the picture away.',
  words: ['radial', 'wipe', 'sweep', 'hand'],
  params: {
    centre: point('Centre', 'The place about which the hand turns.'),
    from: degrees('Begins at', 'Where the hand begins: 0 is upright.', 0),
    back: toggle('Anticlockwise', 'Turns the hand the other way.', false),
    ...EDGE,
  },
  proxyError: 0.15,
  reach: none,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const [x, y] = [v.centre[0] * place.width, v.centre[1] * place.height]
    const way = v.back ? -1 : 1
    const when = planeBy(k, place, input, (u, w) => {
      const turns = (maths.atan2(w - y, u - x) / (2 * Math.PI) + 0.25 - v.from / 360) * way
      return turns - Math.floor(turns)
    })
    const span = Math.PI * farthest(place, x, y)
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})

export const irisWipe = declareCrossing({
  id: 'iris',
  name: 'Iris',
  purpose: 'A circle, square or diamond opens onto the next picture, or closes on the one before.',
  words: ['circle', 'wipe', 'open', 'close', 'diamond', 'square'],
  params: {
    form: choice('Form', 'The outline that grows.', {
      circle: 'Circle',
      square: 'Square',
      diamond: 'Diamond',
    }),
    centre: point('Centre', 'Where it opens or closes.'),
    closes: toggle(
      'Closes',
      'The picture before shrinks to the centre instead of the next one growing from it.',
      false,
    ),
    ...EDGE,
  },
  proxyError: 0.12,
  reach: none,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const [x, y] = [v.centre[0] * place.width, v.centre[1] * place.height]
    const [w, h] = [Math.max(x, place.width - x), Math.max(y, place.height - y)]
    const span =
      v.form === 'circle' ? maths.hypot(w, h) : v.form === 'square' ? Math.max(w, h) : (w + h) * Math.SQRT1_2
    const lie = v.form === 'diamond' ? Math.SQRT1_2 / span : 1 / span
    const when = ramp(k, input.width, input.height, v.form === 'circle' ? 'distance' : 'square', {
      centre: [x - place.x, y - place.y],
      along: v.form === 'diamond' ? [lie, lie] : [lie, 0],
    })
    if (v.closes) bendPlane(k, when, -1, 1)
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})

export const doors = declareCrossing({
  id: 'doors',
  name: 'Barn doors',
  purpose: 'Two edges part from the middle, or meet there.',
  words: ['split', 'wipe', 'open', 'close', 'gate'],
  params: {
    angle: degrees('Direction', 'Where the doors open to: 0 is to the sides, 90 up and down.', 0),
    closes: toggle('Closes', 'The doors come in from outside and meet.', false),
    ...EDGE,
  },
  proxyError: 0.12,
  reach: none,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const { c, s, span } = across(place, v.angle)
    const when = ramp(k, input.width, input.height, 'square', {
      centre: [place.width / 2 - place.x, place.height / 2 - place.y],
      along: [(2 * c) / span, (2 * s) / span],
      across: [0, 0],
    })
    if (v.closes) bendPlane(k, when, -1, 1)
    return goneOver(k, input, incoming, when, { p, span: span / 2, scale, edge: v })
  },
})

export const blinds = declareCrossing({
  id: 'blinds',
  name: 'Blinds',
  purpose: 'Slats turn over, each by an edge of its own.',
  words: ['venetian', 'wipe', 'strips', 'slats', 'bands'],
  params: {
    slats: count('Slats', 'How many there are.', 8, [2, 100], { soft: [2, 40] }),
    angle: degrees('Direction', 'Where the edges run to: 0 is to the right, 90 down.', 90),
    late: count('Delay', 'How late the last slat begins, in hundredths of the whole.', 0, [0, 90]),
    ...EDGE,
  },
  proxyError: 0.2,
  reach: none,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const { c, s, span, first } = across(place, v.angle)
    const n = Math.round(v.slats)
    const late = v.late / 100
    const when = planeBy(k, place, input, (x, y) => {
      const u = Math.min(0.999999, Math.max(0, ((x - first[0]) * c + (y - first[1]) * s) / span)) * n
      const slat = Math.floor(u)
      return (slat / Math.max(1, n - 1)) * late + (u - slat) * (1 - late)
    })
    return goneOver(k, input, incoming, when, { p, span: span / n / (1 - late), scale, edge: v })
  },
})

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
  reach: none,
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

export const diamonds = declareCrossing({
  id: 'diamonds',
  name: 'Diamonds',
  purpose:
    'Diamonds or dots grow all over the picture until they have filled it, from one side to the other.',
  words: ['grid', 'dots', 'pattern', 'wipe', 'lattice'],
  params: {
    columns: count('Columns', 'How many lie side by side.', 16, [2, 120], { soft: [4, 48] }),
    form: choice('Form', 'What grows.', { diamond: 'Diamonds', dot: 'Dots' }),
    angle: degrees('Direction', 'Where the growing runs to.', 0),
    late: count('Delay', 'How late the last ones begin, in hundredths of the whole.', 60, [0, 90]),
    ...EDGE,
  },
  proxyError: 0.25,
  reach: none,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const side = place.width / Math.round(v.columns)
    const { c, s, span, first } = across(place, v.angle)
    const late = v.late / 100
    const dot = v.form === 'dot'
    const when = planeBy(k, place, input, (x, y) => {
      const begins = Math.min(1, Math.max(0, ((x - first[0]) * c + (y - first[1]) * s) / span)) * late
      const [u, w] = [Math.abs(((x / side) % 1) - 0.5), Math.abs(((y / side) % 1) - 0.5)]
      const far = dot ? Math.sqrt(2 * (u * u + w * w)) : u + w
      return begins + far * (1 - late)
    })
    return goneOver(k, input, incoming, when, { p, span: side / (1 - late), scale, edge: v })
  },
})
