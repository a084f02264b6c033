import { maths } from '../../maths'
import { number } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const circleIn = declarePass({
  id: 'circle-in',
  name: 'Spiral in',
  purpose: 'Circles its place in a narrowing spiral.',
  params: {
    distance: distance(3),
    turns: number('Turns', 'How often it goes round; below 0 the other way.', 0.75, [-20, 20], {
      soft: [-2, 2],
    }),
  },
  begins: { unit: 'letter', fade: 0.4, overlap: 0.85, frames: 24 },
  uses: ['ease', 'travel'],
  words: ['orbit', 'spiral', 'whirl'],
  pose: (values, { size }, { come }) => {
    const away = 1 - come
    const r = away * numberIn(values, 'distance') * size
    const angle = 2 * Math.PI * numberIn(values, 'turns') * away - Math.PI / 2
    return { move: [r * maths.cos(angle), r * maths.sin(angle)] }
  },
})
