import { bendPlane, type Edge, mixInto, ramp } from '../kernels'
import { degrees } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { along, moved } from './moving'
import { goneOver } from './shares'
import { SLIDES } from './sliding'

export const split = declareCrossing({
  id: 'split',
  name: 'Split',
  purpose: 'The picture parts in the middle, and its halves slide aside.',
  words: ['halves', 'open', 'gate', 'curtain'],
  params: {
    ...SLIDES,
    angle: degrees('Direction', 'Where one of the halves moves to: 0 is to the right, 90 down.', 0),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, place, scale, p, speed }) {
    const { c, s, span } = directionOf(place, v.angle)
    const beyond = v.edge as Edge
    const length = v.blur * scale * Math.abs(speed)
    const far = (p * span) / 2
    const half = (by: number) => along(k, moved(k, input, c * by, s * by, beyond), v.angle, length, beyond)
    const [one, other] = [half(far), half(-far)]
    const side = ramp(k, input.width, input.height, 'along', {
      centre: [place.width / 2, place.height / 2],
      along: [c, s],
    })
    // Which half a place belongs to, over one pixel.
    bendPlane(k, side, 1, 0.5)
    mixInto(k, other, one, 1, side)
    k.free(side, other)
    const when = ramp(k, input.width, input.height, 'square', {
      centre: [place.width / 2, place.height / 2],
      along: [(2 * c) / span, (2 * s) / span],
      across: [0, 0],
    })
    const made = goneOver(k, one, incoming, when, { p, span: span / 2, scale, edge: v })
    k.free(one)
    return made
  },
})
