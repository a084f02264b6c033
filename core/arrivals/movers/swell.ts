import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const swell = declarePass({
  id: 'swell',
  name: 'Swell',
  purpose: 'Swells from the middle of its strokes to its weight, as ink does in paper.',
  params: { thin: distance(0.12, 'Thinner by') },
  begins: { unit: 'letter', fade: 0.5, frames: 24, overlap: 0.85 },
  uses: ['ease'],
  words: ['ink', 'bleed', 'thicken', 'weight'],
  pose: (values, { size }, { come }) => ({ thin: Math.max(0, 1 - come) * numberIn(values, 'thin') * size }),
})
