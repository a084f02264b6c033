import { number } from '../../params/make'
import { declarePass } from '../declare'

export const countUp = declarePass({
  id: 'count-up',
  name: 'Count up',
  purpose: 'The numbers in it run up to what they say.',
  params: {
    from: number('From', 'The share of each number that it begins with.', 0, [-100, 100], { soft: [0, 1] }),
  },
  begins: { unit: 'whole', fade: 0.2, frames: 36, ease: 'soft' },
  uses: ['ease'],
  without: ['unit', 'order', 'point', 'pace', 'overlap', 'uneven', 'reverse', 'seed'],
  words: ['counter', 'numbers', 'score'],
  pose: () => ({}),
})
