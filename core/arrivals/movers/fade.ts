import { declarePass } from '../declare'

export const fade = declarePass({
  id: 'fade',
  name: 'Fade',
  purpose: 'Becomes dense where it stands.',
  params: {},
  begins: { fade: 1, ease: 'even', unit: 'whole' },
  words: ['dissolve', 'appear', 'opacity'],
  pose: () => ({}),
})
