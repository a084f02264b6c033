import type { Frame, Plane } from '../frame'
import { bendPlane, type Kernels, ramp } from '../kernels'
import { maths } from '../maths'
import { choice, point, toggle } from '../params/make'
import { type Place, regionInput } from '../steps/declare'
import { declareCrossing } from './crossing'
import { directionAt, type Gauge, gaugeOf } from './gauge'
import { EDGE, goneBy, goneOver, SHARPEST } from './shares'

export const irisWipe = declareCrossing({
  id: 'iris',
  name: 'Iris',
  purpose:
    'A circle, square, diamond or any outline opens onto the next picture, or closes on the one before.',
  words: ['circle', 'wipe', 'open', 'close', 'diamond', 'square', 'heart', 'star', 'keyhole', 'shape'],
  params: {
    form: choice('Form', 'The outline that grows; the one of its region is drawn under Where.', {
      circle: 'Circle',
      square: 'Square',
      diamond: 'Diamond',
      region: 'Its region',
    }),
    centre: point('Centre', 'Where it opens or closes.', [0.5, 0.5], { when: (v) => v.form !== 'region' }),
    closes: toggle(
      'Closes',
      'The picture before shrinks to the centre instead of the next one growing from it.',
      false,
    ),
    ...EDGE,
  },
  inputs: regionInput('The outline that grows from its own middle.', (v) => v.form === 'region'),
  proxyError: 0.12,
  reach: (v) => (v.form === 'region' ? Infinity : 0),
  render({ kernels: k, input, incoming, values: v, place, scale, p, mattes }) {
    const gauge = v.form === 'region' && mattes.amount ? gaugeOf(mattes.amount) : undefined
    if (gauge) {
      const soft = Math.max(SHARPEST, v.soft * scale)
      return goneBy(k, input, incoming, grown(k, input, place, gauge, { p, soft, closes: v.closes }), v)
    }
    const [x, y] = [v.centre[0] * place.width, v.centre[1] * place.height]
    const [w, h] = [Math.max(x, place.width - x), Math.max(y, place.height - y)]
    const [square, diamond] = [v.form === 'square', v.form === 'diamond']
    const span = square ? Math.max(w, h) : diamond ? (w + h) * Math.SQRT1_2 : maths.hypot(w, h)
    const lie = diamond ? Math.SQRT1_2 / span : 1 / span
    const when = ramp(k, input.width, input.height, square || diamond ? 'square' : 'distance', {
      centre: [x - place.x, y - place.y],
      along: diamond ? [lie, lie] : [lie, 0],
    })
    if (v.closes) bendPlane(k, when, -1, 1)
    return goneOver(k, input, incoming, when, { p, span, scale, edge: v })
  },
})

/**
 * How far each place has gone over, 0 to 1, when an outline has grown by a share p of what it takes to cover the picture. A place goes over when the outline, as many times as
 * large as r / reach, passes it; its edge is `soft` pixels wide everywhere, since that number is divided by how fast it changes there.
 */
function grown(
  k: Kernels,
  size: Frame,
  place: Place,
  { x, y, reach, steep }: Gauge,
  { p, soft, closes }: { p: number; soft: number; closes: boolean },
): Plane {
  const out = k.plane(size.width, size.height)
  const { data } = out
  const farAt = (at: number): number => {
    const i = Math.floor(at)
    const low = reach[i] as number
    return low + ((reach[i + 1] as number) - low) * (at - i)
  }
  let largest = 0
  const look = (u: number, w: number) =>
    (largest = Math.max(largest, maths.hypot(u - x, w - y) / farAt(directionAt(u - x, w - y))))
  for (let u = 0; u <= place.width; u++) for (const w of [0, place.height]) look(u, w)
  for (let w = 0; w <= place.height; w++) for (const u of [0, place.width]) look(u, w)
  // Where the edge is widest in the number that grows: it has to be out of the picture at both ends.
  const widest = (soft * Math.max(...steep.map((s, i) => s / (reach[i] as number)))) / largest
  const now = p * (1 + widest) - widest / 2
  for (let j = 0, at = 0; j < size.height; j++)
    for (let i = 0; i < size.width; i++, at++) {
      const dx = place.x + i + 0.5 - x
      const dy = place.y + j + 0.5 - y
      const direction = directionAt(dx, dy)
      const far = farAt(direction) * largest
      const when = Math.sqrt(dx * dx + dy * dy) / far
      const wide = (soft * (steep[Math.floor(direction)] as number)) / far
      data[at] = Math.min(1, Math.max(0, 0.5 + (now - (closes ? 1 - when : when)) / wide))
    }
  return out
}
