import type { Frame } from '../frame'
import { copyOf } from '../kernels'
import { maths } from '../maths'
import { radians } from '../matrix'
import { count, number, point, seed, share } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'
import { within } from './turning'

export const shatter = declareCrossing({
  id: 'shatter',
  name: 'Shatter',
  purpose: 'The picture breaks into splinters that fly off from where it was hit.',
  words: ['glass', 'break', 'cells', 'splinters', 'pieces', 'explode', 'crack'],
  params: {
    centre: point('Hit', 'Where it is hit.', [0.5, 0.5]),
    columns: count('Columns', 'How many splinters lie side by side.', 14, [2, 60], { soft: [4, 30] }),
    uneven: share('Uneven', 'How much splinters differ in form.', 0.8),
    late: share('Delay', 'How much later the farthest splinters go.', 0.3),
    force: number('Force', 'How far they fly, in widths of the picture.', 0.35, [0, 4], { soft: [0, 2] }),
    weight: number('Weight', 'How far they fall, in heights of the picture.', 0.35, [-4, 4], {
      soft: [0, 2],
    }),
    turn: number('Turn', 'How far they turn at most, in degrees.', 200, [0, 2000], { soft: [0, 720] }),
    seed: seed(9),
  },
  proxyError: 0.7,
  /** Splinters are the places nearest to points of a jittered lattice; each flies, falls, turns and shrinks to nothing in its own time. */
  render({ kernels: k, input, incoming, values: v, place, p }) {
    const cells = lattice(v, place)
    const out = copyOf(k, incoming)
    const late = Math.min(0.9, v.late)
    const [hx, hy] = [v.centre[0] * place.width, v.centre[1] * place.height]
    const far = maths.hypot(place.width, place.height)
    const moving = cells.list.map((cell) => {
      const [dx, dy] = [cell.x - hx, cell.y - hy]
      const away = maths.hypot(dx, dy)
      const t = within((p - (away / far) * late) / (1 - late))
      const [c, s] = away > 1e-6 ? [dx / away, dy / away] : [0, -1]
      const fly = v.force * place.width * t * t * (0.5 + chance(v.seed, cell.id, 2))
      return {
        ...cell,
        t,
        to: [cell.x + c * fly, cell.y + s * fly + v.weight * place.height * t * t] as const,
        turn: radians(v.turn * t * t * (2 * chance(v.seed, cell.id, 3) - 1)),
        size: 1 - t * t * t,
      }
    })
    // Those that have come least far lie lowest.
    for (const piece of moving.sort((a, b) => a.t - b.t || a.id - b.id))
      if (piece.size > 1e-3) lay(out, input, piece, cells)
    return out
  },
})

interface Cell {
  id: number
  x: number
  y: number
}

interface Cells {
  list: Cell[]
  /** For each pixel the cell that it belongs to, how far it lies from that cell's point, and how much farther from the next. */
  owner: Int32Array
  nearest: Float32Array
  lead: Float32Array
  /** How far each cell reaches from its point. */
  reach: Float32Array
}

function lattice(
  v: { columns: number; uneven: number; seed: number },
  { width, height }: { width: number; height: number },
): Cells {
  const cols = Math.max(1, Math.min(Math.round(v.columns), Math.round(width)))
  const side = width / cols
  const rows = Math.ceil(height / side - 1e-6)
  const list = Array.from({ length: cols * rows }, (_, id): Cell => {
    const jitter = (n: number) => 0.5 + (chance(v.seed, id, n) - 0.5) * v.uneven
    return { id, x: ((id % cols) + jitter(0)) * side, y: (Math.floor(id / cols) + jitter(1)) * side }
  })
  const [w, h] = [Math.round(width), Math.round(height)]
  const owner = new Int32Array(w * h)
  const [nearest, lead] = [new Float32Array(w * h), new Float32Array(w * h)]
  const reach = new Float32Array(list.length)
  for (let y = 0, at = 0; y < h; y++)
    for (let x = 0; x < w; x++, at++) {
      const i = Math.floor((x + 0.5) / side)
      const j = Math.floor((y + 0.5) / side)
      let [first, second, id] = [Infinity, Infinity, 0]
      for (let b = Math.max(0, j - 1); b <= j + 1 && b < rows; b++)
        for (let a = Math.max(0, i - 1); a <= i + 1 && a < cols; a++) {
          const cell = list[b * cols + a] as Cell
          const dx = x + 0.5 - cell.x
          const dy = y + 0.5 - cell.y
          const far = dx * dx + dy * dy
          if (far < first) {
            second = first
            first = far
            id = cell.id
          } else if (far < second) second = far
        }
      owner[at] = id
      nearest[at] = Math.sqrt(first)
      lead[at] = Math.min(4, Math.sqrt(second) - Math.sqrt(first))
      reach[id] = Math.max(reach[id] as number, nearest[at] as number)
    }
  return { list, owner, nearest, lead, reach }
}

/** Draws a splinter onto a picture, its edge a pixel soft. Mutates the picture. */
function lay(
  out: Frame,
  from: Frame,
  piece: Cell & { to: readonly [number, number]; turn: number; size: number },
  { owner, nearest, lead, reach }: Cells,
): void {
  const { turn, size, to } = piece
  const [c, s] = [maths.cos(turn), maths.sin(turn)]
  const far = ((reach[piece.id] as number) + 2) * size + 1
  const x0 = Math.max(0, Math.floor(to[0] - far))
  const x1 = Math.min(out.width - 1, Math.ceil(to[0] + far))
  const y0 = Math.max(0, Math.floor(to[1] - far))
  const y1 = Math.min(out.height - 1, Math.ceil(to[1] + far))
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const dx = (x + 0.5 - to[0]) / size
      const dy = (y + 0.5 - to[1]) / size
      const u = piece.x + dx * c + dy * s
      const w = piece.y - dx * s + dy * c
      if (u < 0 || w < 0 || u >= from.width || w >= from.height) continue
      const at = Math.floor(w) * from.width + Math.floor(u)
      // Beyond the edge: how much nearer another cell is.
      const inside =
        owner[at] === piece.id
          ? (lead[at] as number)
          : (nearest[at] as number) - Math.sqrt((u - piece.x) * (u - piece.x) + (w - piece.y) * (w - piece.y))
      // The difference of two distances changes by up to two for each pixel; the edge lies outside, so that no seam shows.
      const there = Math.min(1, Math.max(0, (inside * size) / 2 + 1))
      if (there > 0) over(out, (y * out.width + x) * 4, from, u - 0.5, w - 0.5, there)
    }
}

/** Lays a place of a picture, between its pixels, over a pixel of another one. */
function over(out: Frame, at: number, { data, width, height }: Frame, u: number, w: number, share: number) {
  const i = Math.floor(u)
  const j = Math.floor(w)
  const fu = u - i
  const fw = w - j
  const left = Math.max(0, i)
  const right = Math.min(width - 1, i + 1)
  const top = Math.max(0, j) * width
  const low = Math.min(height - 1, j + 1) * width
  const [p, q, r, t] = [(top + left) * 4, (top + right) * 4, (low + left) * 4, (low + right) * 4]
  const [a, b, c, d] = [(1 - fu) * (1 - fw), fu * (1 - fw), (1 - fu) * fw, fu * fw]
  const at4 = (n: number) =>
    (data[p + n] as number) * a +
    (data[q + n] as number) * b +
    (data[r + n] as number) * c +
    (data[t + n] as number) * d
  const rest = 1 - at4(3) * share
  for (let n = 0; n < 4; n++) out.data[at + n] = at4(n) * share + (out.data[at + n] as number) * rest
}
