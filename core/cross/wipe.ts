import { ramp } from '../kernels'
import { degrees } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { EDGE, goneOver } from './shares'

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
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const { c, s, span, first } = directionOf(place, v.angle)
    const when = ramp(k, input.width, input.height, 'along', {
      centre: [first[0] - place.x, first[1] - place.y],
      along: [c / span, s / span],
    })
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})
