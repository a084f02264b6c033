import { unitNoise } from '../../anim'
import { share, times } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const flicker = declareStay({
  id: 'flicker',
  name: 'Flicker',
  purpose: 'Its light is not steady.',
  params: {
    by: share('By', 'How much darker it becomes.', 0.4),
    speed: times('Speed', 'Changes a second.', 7, 60, { soft: [1, 20] }),
  },
  begins: { unit: 'whole', behind: 0 },
  uses: ['chance'],
  without: ['order', 'point', 'period', 'behind'],
  words: ['candle', 'lamp', 'unsteady'],
  pose: (values, { index }, { seconds, amount }) => {
    const n = unitNoise(numberIn(values, 'seed') * 977 + index * 31, seconds * numberIn(values, 'speed'))
    return { light: 1 - numberIn(values, 'by') * amount * (0.5 + 0.5 * n) }
  },
})
