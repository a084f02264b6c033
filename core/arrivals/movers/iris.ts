import { maths } from '../../maths'
import { choice, degrees } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { middleOf } from '../order'
import { circle, distance, heightOf, widthOf } from '../parts'

export const iris = declarePass({
  id: 'iris',
  name: 'Iris',
  purpose: 'Opens from its middle.',
  params: {
    form: choice('Form', 'Of the opening.', { round: 'Round', diamond: 'Diamond', hexagon: 'Hexagon' }),
    turn: degrees('Turns', 'How far the opening turns as it opens.', 0),
    soft: distance(0.1, 'Soft edge'),
  },
  begins: { unit: 'letter', fade: 0, ease: 'both', overlap: 0.8 },
  uses: ['ease'],
  words: ['circle', 'aperture', 'open'],
  pose: (values, unit, { come }) => {
    const [x, y] = middleOf(unit)
    const soft = numberIn(values, 'soft') * unit.size
    const reach = maths.hypot(widthOf(unit.box), heightOf(unit.box)) / 2 + 0.3 * unit.size + 2 * soft
    const corners = values['form'] === 'diamond' ? 4 : values['form'] === 'hexagon' ? 6 : 72
    // The sides of an opening with corners lie nearer than those.
    const r = (reach / maths.cos(Math.PI / corners)) * Math.max(0, come)
    const turn = (numberIn(values, 'turn') * come * Math.PI) / 180
    const [c, s] = [maths.cos(turn), maths.sin(turn)]
    const ring = circle(0, 0, r, corners)
    const contour = ring.map((v, i) =>
      i % 2 ? y + s * (ring[i - 1] as number) + c * v : x + c * v - s * (ring[i + 1] as number),
    )
    return { cut: { contours: [contour], soft } }
  },
})
