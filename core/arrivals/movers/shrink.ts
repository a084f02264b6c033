import { times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const shrink = declarePass({
  id: 'shrink',
  name: 'Shrink',
  purpose: 'Shrinks from large to its size.',
  params: { from: times('From', 'The size that it begins with.', 2.5, 40, { soft: [1, 8] }) },
  begins: { unit: 'word', fade: 0.8 },
  uses: ['ease', 'anchor', 'travel'],
  words: ['scale down', 'come closer'],
  pose: (values, _, { come }) => {
    const from = numberIn(values, 'from')
    const size = from + (1 - from) * come
    return { scale: [size, size] }
  },
})
