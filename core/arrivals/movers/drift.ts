import { number, pair } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const drift = declareStay({
  id: 'drift',
  name: 'Drift',
  purpose: 'Moves on and grows slowly all the while.',
  params: {
    by: pair('By', 'Pixels a second.', ['Across', 'Down'], [6, 0], [-2000, 2000]),
    grow: number('Grows', 'By which share a second.', 0.01, [-1, 1], {
      soft: [-0.05, 0.05],
      step: 0.001,
      digits: 3,
    }),
  },
  begins: { unit: 'whole', blend: 0, behind: 0 },
  uses: ['anchor', 'travel'],
  without: ['order', 'point', 'seed', 'period', 'behind', 'blend'],
  words: ['creep', 'slow move', 'push'],
  pose: (values, _, { seconds }) => {
    const [x = 0, y = 0] = (values['by'] as number[] | undefined) ?? []
    const size = Math.max(0.01, 1 + numberIn(values, 'grow') * seconds)
    return { move: [x * seconds, y * seconds], scale: [size, size] }
  },
})
