import { bendPlane, ramp } from '../kernels'
import { degrees, toggle } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { EDGE, goneOver } from './shares'

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
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const { c, s, span } = directionOf(place, v.angle)
    const when = ramp(k, input.width, input.height, 'square', {
      centre: [place.width / 2 - place.x, place.height / 2 - place.y],
      along: [(2 * c) / span, (2 * s) / span],
      across: [0, 0],
    })
    if (v.closes) bendPlane(k, when, -1, 1)
    return goneOver(k, input, incoming, when, { p, span: span / 2, scale, edge: v })
  },
})
