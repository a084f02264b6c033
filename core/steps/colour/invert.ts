import { share } from '../../params/make'
import { declareColourStep } from '../declare'

export const invert = declareColourStep({
  id: 'invert',
  name: 'Negative',
  aim: 'look',
  family: 'colour',
  purpose: 'Turns light to dark and every colour to its opposite.',
  words: ['invert', 'x-ray'],
  params: { strength: share('Strength', 'Half of it is an even grey.', 1) },
  proxyError: 0.2,
  neutral: (v) => v.strength === 0,
  /** 1 - x on display codes. */
  colour({ strength: s }) {
    const scale = 1 - 2 * s
    return [
      { op: 'encode' },
      { op: 'levels', scale: [scale, scale, scale], offset: [s, s, s] },
      { op: 'decode' },
    ]
  },
})
