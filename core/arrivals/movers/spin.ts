import { number, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const spin = declarePass({
  id: 'spin',
  name: 'Spin',
  purpose: 'Turns round as it comes.',
  params: {
    turns: number('Turns', 'How often it goes round; below 0 the other way.', 0.5, [-50, 50], {
      soft: [-2, 2],
    }),
    from: times('From', 'The size that it begins with.', 0.4, 20, { soft: [0, 3] }),
  },
  begins: { unit: 'letter', fade: 0.5 },
  uses: ['ease', 'anchor', 'travel'],
  words: ['rotate', 'turn in'],
  pose: (values, _, { come }) => {
    const from = numberIn(values, 'from')
    const size = Math.max(0, from + (1 - from) * come)
    return { turn: (come - 1) * 360 * numberIn(values, 'turns'), scale: [size, size] }
  },
})
