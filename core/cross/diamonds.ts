import { choice, count, degrees } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { EDGE, goneOver, planeBy } from './shares'

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
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const side = place.width / Math.round(v.columns)
    const { c, s, span, first } = directionOf(place, v.angle)
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
