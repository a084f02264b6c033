import { unitNoise } from '../../anim'
import { degrees, times } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const shake = declareStay({
  id: 'shake',
  name: 'Shake',
  purpose: 'Trembles about its place.',
  params: {
    distance: distance(0.05, 'By'),
    turn: degrees('Turns', 'How far it turns with that.', 1.5),
    speed: times('Speed', 'Changes of direction a second.', 9, 60, { soft: [1, 20] }),
  },
  begins: { unit: 'letter', behind: 0 },
  uses: ['anchor', 'travel', 'chance'],
  without: ['order', 'point', 'period', 'behind'],
  words: ['tremble', 'jitter', 'nervous'],
  pose: (values, { size, index }, { seconds, amount }) => {
    const stream = (n: number) => numberIn(values, 'seed') * 977 + index * 31 + n
    const at = seconds * numberIn(values, 'speed')
    const by = numberIn(values, 'distance') * size * amount
    return {
      move: [unitNoise(stream(1), at) * by, unitNoise(stream(2), at) * by],
      turn: unitNoise(stream(3), at) * numberIn(values, 'turn') * amount,
    }
  },
})
