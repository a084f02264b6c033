import { declarePass } from '../declare'

export const fade = declarePass({
  id: 'fade',
  name: 'Fade',
  purpose: 'Becomes dense where it stands.',
  params: {},
  begins: { fade: 1, ease: 'even', unit: 'whole' },
  without: ['anchor', 'shutter', 'trails', 'lag', 'decay', 'trailColour', 'trailTint', 'eye', 'ease'],
  words: ['dissolve', 'appear', 'opacity'],
  pose: () => ({}),
})
