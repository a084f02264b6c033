import { times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const grow = declarePass({
  id: 'grow',
  name: 'Grow',
  purpose: 'Grows from small to its size.',
  params: { from: times('From', 'The size that it begins with.', 0, 1) },
  begins: { unit: 'letter', fade: 0.2 },
  uses: ['ease', 'anchor', 'travel'],
  words: ['scale up', 'zoom', 'pop'],
  pose: (values, _, { come }) => {
    const from = numberIn(values, 'from')
    const size = from + (1 - from) * come
    return { scale: [size, size] }
  },
})
