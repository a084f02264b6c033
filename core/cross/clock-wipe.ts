import { maths } from '../maths'
import { degrees, point, toggle } from '../params/make'
import { declareCrossing } from './crossing'
import { EDGE, goneOver, planeBy } from './shares'

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
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const [x, y] = [v.centre[0] * place.width, v.centre[1] * place.height]
    const way = v.back ? -1 : 1
    const when = planeBy(k, place, input, (u, w) => {
      const turns = (maths.atan2(w - y, u - x) / (2 * Math.PI) + 0.25 - v.from / 360) * way
      return turns - Math.floor(turns)
    })
    const span = Math.PI * maths.hypot(Math.max(x, place.width - x), Math.max(y, place.height - y))
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})
