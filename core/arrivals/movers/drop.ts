import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const drop = declarePass({
  id: 'drop',
  name: 'Drop',
  purpose: 'Comes down from above.',
  params: { distance: distance(1.2) },
  begins: { unit: 'word', fade: 0.3 },
  uses: ['ease', 'travel'],
  words: ['down', 'lower'],
  pose: (values, { size }, { come }) => ({ move: [0, (come - 1) * numberIn(values, 'distance') * size] }),
})
