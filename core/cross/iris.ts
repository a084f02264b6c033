import { bendPlane, ramp } from '../kernels'
import { maths } from '../maths'
import { choice, point, toggle } from '../params/make'
import { declareCrossing } from './crossing'
import { EDGE, goneOver } from './shares'

export const irisWipe = declareCrossing({
  id: 'iris',
  name: 'Iris',
  purpose: 'A circle, square or diamond opens onto the next picture, or closes on the one before.',
  words: ['circle', 'wipe', 'open', 'close', 'diamond', 'square'],
  params: {
    form: choice('Form', 'The outline that grows.', {
      circle: 'Circle',
      square: 'Square',
      diamond: 'Diamond',
    }),
    centre: point('Centre', 'Where it opens or closes.'),
    closes: toggle(
      'Closes',
      'The picture before shrinks to the centre instead of the next one growing from it.',
      false,
    ),
    ...EDGE,
  },
  proxyError: 0.12,
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const [x, y] = [v.centre[0] * place.width, v.centre[1] * place.height]
    const [w, h] = [Math.max(x, place.width - x), Math.max(y, place.height - y)]
    const span =
      v.form === 'circle' ? maths.hypot(w, h) : v.form === 'square' ? Math.max(w, h) : (w + h) * Math.SQRT1_2
    const lie = v.form === 'diamond' ? Math.SQRT1_2 / span : 1 / span
    const when = ramp(k, input.width, input.height, v.form === 'circle' ? 'distance' : 'square', {
      centre: [x - place.x, y - place.y],
      along: v.form === 'diamond' ? [lie, lie] : [lie, 0],
    })
    if (v.closes) bendPlane(k, when, -1, 1)
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})
