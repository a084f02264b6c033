import { share, times } from '../../params/make'
import { declareColourStep } from '../declare'

export const silver = declareColourStep({
  id: 'silver',
  name: 'Silver contrast',
  aim: 'look',
  family: 'colour',
  purpose:
    'Lays the picture’s own black and white over it, as film does whose silver was never bleached out.',
  words: ['bleach bypass', 'bleach', 'gritty', 'desaturate', 'contrast'],
  params: {
    amount: share('Amount', 'How much silver stays.', 0.7),
    saturation: times('Saturation', 'Strength of the colours that are left.', 0.55, 2),
  },
  proxyError: 0.05,
  neutral: (v) => v.amount === 0 && v.saturation === 1,
  /** On display codes: saturation, then overlay (W3C) with the luma of the same. */
  colour: (v) => [
    { op: 'encode' },
    { op: 'saturation', amount: v.saturation },
    { op: 'silver', amount: v.amount },
    { op: 'decode' },
  ],
})
