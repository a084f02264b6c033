import { number } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { middleOf } from '../order'

export const spread = declarePass({
  id: 'spread',
  name: 'Tracking',
  purpose: 'Stands wide or close and comes to its own tracking.',
  params: {
    by: number('Wider by', 'A factor of where each stands from the middle; below 0 closer.', 0.6, [-1, 20], {
      soft: [-1, 2],
    }),
  },
  begins: { unit: 'letter', order: 'together', frames: 24, fade: 0.6 },
  uses: ['ease', 'travel'],
  words: ['letter spacing', 'kerning', 'wide'],
  pose: (values, unit, { come }) => {
    const [[x], [wx]] = [middleOf(unit), middleOf({ box: unit.whole })]
    return { move: [(x - wx) * numberIn(values, 'by') * (1 - come), 0] }
  },
})
