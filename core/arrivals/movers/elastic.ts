import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const elastic = declarePass({
  id: 'elastic',
  name: 'Elastic',
  purpose: 'Springs up out of nothing, wide as it is low and slim as it is high.',
  params: { give: share('Gives', 'How much wider it is where it is low.', 0.6) },
  begins: {
    unit: 'letter',
    anchor: 'base',
    ease: 'spring',
    stiffness: 380,
    damping: 0.28,
    frames: 26,
    fade: 0.1,
  },
  uses: ['ease', 'anchor', 'travel'],
  words: ['jelly', 'rubber', 'springy'],
  pose: (values, _, { come }) => {
    const high = Math.max(0.02, come)
    return { scale: [Math.max(0.1, 1 + numberIn(values, 'give') * (1 - high)), high] }
  },
})
