import { maths } from '../../maths'
import { times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, either } from '../parts'

export const flutter = declarePass({
  id: 'flutter',
  name: 'Flutter down',
  purpose: 'Sinks to and fro like a leaf.',
  params: {
    distance: distance(4),
    swings: times('Swings', 'How often it goes to and fro.', 2, 20, { soft: [0.5, 5] }),
  },
  begins: { unit: 'letter', fade: 0.4, overlap: 0.9, uneven: 0.8, frames: 40, ease: 'soft' },
  uses: ['ease', 'anchor', 'travel', 'chance'],
  words: ['leaf', 'feather', 'paper', 'float'],
  pose: (values, unit, { come }) => {
    const away = 1 - come
    const first = either(values, unit, 1) < 0 ? -1 : 1
    const swing = maths.sin(2 * Math.PI * numberIn(values, 'swings') * away) * first
    const far = numberIn(values, 'distance') * unit.size
    return { move: [swing * far * 0.3 * away, -far * away], turn: swing * 35 * Math.sqrt(Math.max(0, away)) }
  },
})
