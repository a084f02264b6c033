import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, heightOf } from '../parts'

export const roll = declarePass({
  id: 'roll',
  name: 'Roll',
  purpose: 'Rolls in along the line, as far as it turns.',
  params: { distance: distance(3) },
  begins: { unit: 'letter', fade: 0.2, overlap: 0.85, frames: 22 },
  uses: ['ease', 'travel'],
  words: ['wheel', 'tumble'],
  pose: (values, { box, size, rightToLeft }, { come }) => {
    const by = (rightToLeft ? 1 : -1) * (1 - come) * numberIn(values, 'distance') * size
    return { move: [by, 0], turn: (by / Math.max(1, heightOf(box) / 2)) * (180 / Math.PI) }
  },
})
