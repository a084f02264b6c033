import { maths } from '../../maths'
import { share } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const breathe = declareStay({
  id: 'breathe',
  name: 'Breathe',
  purpose: 'Grows and shrinks a little, slowly.',
  params: { by: share('By', 'How much larger it becomes.', 0.04) },
  begins: { unit: 'whole', period: 4 },
  uses: ['anchor', 'travel'],
  words: ['scale', 'alive'],
  pose: (values, _, { seconds, amount }) => {
    const size =
      1 +
      numberIn(values, 'by') *
        amount *
        (0.5 - 0.5 * maths.cos((2 * Math.PI * seconds) / numberIn(values, 'period')))
    return { scale: [size, size] }
  },
})
