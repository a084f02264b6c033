import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, side, wayOf } from '../parts'

export const slide = declarePass({
  id: 'slide',
  name: 'Slide',
  purpose: 'Comes in from a side.',
  params: { side: side(180), distance: distance(4) },
  begins: { unit: 'whole', fade: 0.6, shutter: 180 },
  uses: ['ease', 'travel'],
  words: ['push', 'move in', 'enter'],
  pose: (values, { size }, { come }) => {
    const [x, y] = wayOf(values)
    const by = (1 - come) * numberIn(values, 'distance') * size
    return { move: [x * by, y * by] }
  },
})
