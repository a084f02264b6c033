import { count } from '../../params/make'
import { declareColourStep } from '../declare'

export const posterise = declareColourStep({
  id: 'posterise',
  name: 'Posterise',
  aim: 'look',
  family: 'colour',
  purpose: 'Leaves only a few tones in each channel.',
  words: ['steps', 'screen print', 'poster', 'bands'],
  params: {
    levels: count('Tones', 'How many tones each channel keeps, black and white among them.', 5, [2, 256], {
      soft: [2, 24],
    }),
  },
  // Tones that lie between two steps fall to either side when they are averaged first.
  proxyError: 0.5,
  neutral: () => false,
  /** The nearest of so many even steps of display code. */
  colour: (v) => [{ op: 'encode' }, { op: 'posterise', levels: Math.round(v.levels) }, { op: 'decode' }],
})
