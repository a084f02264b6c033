import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const blurIn = declarePass({
  id: 'blur-in',
  name: 'Blur in',
  purpose: 'Comes out of a blur.',
  params: { blur: distance(0.35, 'Blur') },
  begins: { unit: 'word', fade: 1 },
  uses: ['ease'],
  words: ['soft', 'haze'],
  pose: (values, { size }, { come }) => ({ blur: Math.max(0, 1 - come) * numberIn(values, 'blur') * size }),
})
