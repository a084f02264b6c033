import { maths } from '../../maths'
import { share, times } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const pulse = declareStay({
  id: 'pulse',
  name: 'Pulse',
  purpose: 'Beats: out at once, back slowly.',
  params: {
    by: share('By', 'How much larger it becomes.', 0.12),
    light: times('Light', 'How bright it is at the beat.', 1.3, 10, { soft: [1, 3] }),
  },
  begins: { unit: 'whole', period: 1 },
  uses: ['anchor', 'travel'],
  words: ['beat', 'heart', 'thump'],
  pose: (values, _, { seconds, amount }) => {
    const part = seconds / numberIn(values, 'period')
    const since = part - Math.floor(part)
    const beat = amount * Math.min(1, since * 14) * maths.exp(-6 * since)
    const size = 1 + numberIn(values, 'by') * beat * 1.5
    return { scale: [size, size], light: 1 + (numberIn(values, 'light') - 1) * beat }
  },
})
