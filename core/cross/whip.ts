import type { Frame } from '../frame'
import type { Edge } from '../kernels'
import { count, degrees, edge, px, share } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { along, moved } from './moving'
import { middle, mixedAt } from './overlap'

export const whip = declareCrossing({
  id: 'whip',
  name: 'Whip pan',
  purpose: 'The camera is torn aside: both pictures rush by, blurred along the way.',
  words: ['swish', 'pan', 'fast', 'rush', 'camera'],
  params: {
    angle: degrees('Direction', 'Where the pictures rush to: 0 is to the right, 90 down.', 180),
    turns: count('Turns', 'How many pictures rush by.', 2, [1, 12], { soft: [1, 6] }),
    blur: px(
      'Motion blur',
      'How far it is blurred along its way at an even pace; more where it is faster.',
      140,
      [0, 600],
      {
        limits: [0, 4000],
      },
    ),
    overlap: share('Overlap', 'How much of the time both are mixed.', 0.25),
    edge: edge('mirror'),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, place, scale, p, speed }) {
    const { c, s, span } = directionOf(place, v.angle)
    const beyond = v.edge as Edge
    const length = v.blur * scale * Math.abs(speed)
    const far = span * Math.round(v.turns)
    const at = (frame: Frame, by: number) =>
      along(k, moved(k, frame, c * by, s * by, beyond), v.angle, length, beyond)
    return mixedAt(
      k,
      middle(p, v.overlap),
      () => at(input, p * far),
      () => at(incoming, (p - 1) * far),
    )
  },
})
