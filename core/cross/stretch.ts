import type { Frame } from '../frame'
import { mixInto, warpBy } from '../kernels'
import { choice, px, seed, share } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'
import { planeBy } from './shares'
import { within } from './turning'

export const stretchRows = declareCrossing({
  id: 'stretch-rows',
  name: 'Stretch by rows',
  purpose: 'Row by row the next shot pulls itself open while the one before is squeezed to the side.',
  words: ['rows', 'smear', 'pull', 'squeeze', 'elastic', 'bands'],
  params: {
    height: px('Row height', 'How high a row is.', 40, [1, 300], { limits: [1, 4000] }),
    late: share('Delay', 'How far the rows differ in when they go.', 0.5),
    order: choice('Order', 'Which row goes first.', {
      down: 'From the top',
      up: 'From below',
      chance: 'By chance',
    }),
    from: choice('From', 'The side that the next shot comes from.', { left: 'The left', right: 'The right' }),
    seed: seed(4),
  },
  proxyError: 0.5,
  /** Of a row that is gone over by a share e the incoming picture fills e of the width and the outgoing one the rest, both whole. */
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const late = Math.min(0.95, v.late)
    const height = Math.max(1, v.height * scale)
    const count = Math.ceil(place.height / height)
    const turn = (row: number) =>
      v.order === 'chance'
        ? chance(v.seed, row)
        : (v.order === 'down' ? row : count - 1 - row) / Math.max(1, count - 1)
    const edges = Array.from({ length: count }, (_, row) => {
      const t = within((p - turn(row) * late) / (1 - late))
      return t * t * (3 - 2 * t)
    })
    const edgeAt = (y: number) => edges[Math.min(count - 1, Math.max(0, Math.floor(y / height)))] as number
    const w = place.width
    const mirrored = v.from === 'right'
    const squeezed = (frame: Frame, to: (x: number, e: number) => number) =>
      warpBy(
        k,
        frame,
        (x, y, at) => {
          const e = edgeAt(y)
          const u = to((mirrored ? w - x : x) / w, e)
          at[0] = (mirrored ? 1 - u : u) * w
          at[1] = y
        },
        { edge: 'clamp', filter: 'bilinear', sharp: true },
      )
    const next = squeezed(incoming, (u, e) => (e > 1e-6 ? u / e : 0))
    const before = squeezed(input, (u, e) => (e < 1 - 1e-6 ? (u - e) / (1 - e) : 1))
    const over = planeBy(k, place, input, (x, y) => {
      const e = edgeAt(y) * w
      return e <= 0 ? 0 : within(e - (mirrored ? w - x : x) + 0.5)
    })
    mixInto(k, before, next, 1, over)
    k.free(before, over)
    return next
  },
})
