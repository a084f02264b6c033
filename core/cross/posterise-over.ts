import { count } from '../params/make'
import { posterise } from '../steps/colour/posterise'
import { through } from './through'

export const posteriseOver = through({
  id: 'posterise-over',
  name: 'Posterise over the cut',
  purpose: 'Tones melt into few, and part again as the next picture.',
  words: ['steps', 'tones', 'graphic'],
  params: { tones: count('Tones', 'How few tones are left in the middle.', 3, [2, 16]) },
  proxyError: 0.5,
  step: posterise,
  values: (v, s) => ({ levels: Math.max(2, v.tones + 60 * (1 - s) * (1 - s)) }),
})
