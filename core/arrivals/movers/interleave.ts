import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const interleave = declarePass({
  id: 'interleave',
  name: 'Interleave',
  purpose: 'Every other one comes from above, the rest from below.',
  params: { distance: distance(1) },
  begins: { unit: 'letter', fade: 0.5, overlap: 0.85 },
  uses: ['ease', 'travel'],
  words: ['zip', 'alternate', 'weave'],
  pose: (values, { size, index }, { come }) => ({
    move: [0, (index % 2 ? 1 : -1) * (1 - come) * numberIn(values, 'distance') * size],
  }),
})
