import { unitNoise } from '../../anim'
import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, either } from '../parts'

export const swarm = declarePass({
  id: 'swarm',
  name: 'Swarm',
  purpose: 'Flies in from all sides on winding ways.',
  params: {
    distance: distance(7),
    wind: share('Winding', 'How far from straight they fly.', 0.6),
  },
  begins: { unit: 'letter', frames: 34, overlap: 0.9, order: 'random', fade: 0.4, ease: 'both' },
  uses: ['ease', 'anchor', 'travel', 'chance'],
  words: ['fly', 'bees', 'flock', 'gather'],
  pose: (values, unit, { come, share: s }) => {
    const far = numberIn(values, 'distance') * unit.size
    const away = 1 - come
    const wind = numberIn(values, 'wind') * far * away
    const stream = (n: number) => numberIn(values, 'seed') * 977 + unit.index * 31 + n
    return {
      move: [
        either(values, unit, 1) * far * away + unitNoise(stream(1), s * 3) * wind,
        either(values, unit, 2) * far * away + unitNoise(stream(2), s * 3) * wind,
      ],
      turn: either(values, unit, 3) * 200 * away,
    }
  },
})
