import { copyOf, overInto, warpBy } from '../kernels'
import { choice, px, seed, share } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'
import { within } from './turning'

export const rows = declareCrossing({
  id: 'rows',
  name: 'Rows apart',
  purpose:
    'The picture is cut into rows that shoot off to the sides, each in its own time, and uncover the next one.',
  words: ['strips', 'slices', 'stretch', 'bands', 'shred'],
  params: {
    height: px('Row height', 'How high a row is.', 24, [2, 200], { limits: [1, 4000] }),
    late: share('Delay', 'How far the rows differ in when they go.', 0.5),
    both: choice('To', 'Where rows go.', { both: 'Both sides', right: 'The right', left: 'The left' }),
    seed: seed(8),
  },
  proxyError: 0.4,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const late = Math.min(0.9, v.late)
    const height = Math.max(1, v.height * scale)
    const far = (row: number) => {
      const t = within((p - chance(v.seed, row, 0) * late) / (1 - late))
      const right = v.both === 'right' || (v.both === 'both' && chance(v.seed, row, 1) < 0.5)
      return t * t * place.width * (right ? 1 : -1)
    }
    const leaf = warpBy(
      k,
      input,
      (x, y, to) => {
        to[0] = x - far(Math.floor(y / height))
        to[1] = y
      },
      { edge: 'black', filter: 'bilinear', sharp: true },
    )
    const out = copyOf(k, incoming)
    overInto(k, leaf, out)
    k.free(leaf)
    return out
  },
})
