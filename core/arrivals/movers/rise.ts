import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const rise = declarePass({
  id: 'rise',
  name: 'Rise',
  purpose: 'Comes up from a little below.',
  params: { distance: distance(0.6) },
  begins: { unit: 'letter' },
  uses: ['ease', 'travel'],
  words: ['up', 'lift', 'float in'],
  pose: (values, { size }, { come }) => ({ move: [0, (1 - come) * numberIn(values, 'distance') * size] }),
})
