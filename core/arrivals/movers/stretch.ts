import { choice, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const stretch = declarePass({
  id: 'stretch',
  name: 'Stretch',
  purpose: 'Is drawn long and comes back to its shape.',
  params: {
    way: choice('Is drawn', 'Which way.', { up: 'Up', across: 'Across' }),
    by: times('To', 'How long it begins.', 3, 20, { soft: [1, 8] }),
  },
  begins: {
    unit: 'letter',
    anchor: 'base',
    ease: 'spring',
    stiffness: 300,
    damping: 0.4,
    frames: 22,
    fade: 0.2,
  },
  uses: ['ease', 'anchor', 'travel'],
  words: ['elastic', 'rubber', 'squash'],
  pose: (values, _, { come }) => {
    const long = Math.max(0.1, 1 + (numberIn(values, 'by') - 1) * (1 - come))
    const thin = 1 / Math.sqrt(long)
    return { scale: values['way'] === 'across' ? [long, thin] : [thin, long] }
  },
})
