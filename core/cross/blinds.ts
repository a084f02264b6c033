import { count, degrees } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { EDGE, goneOver, planeBy } from './shares'

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
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const { c, s, span, first } = directionOf(place, v.angle)
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
