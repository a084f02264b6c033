import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, either } from '../parts'

export const scatter = declarePass({
  id: 'scatter',
  name: 'Scatter',
  purpose: 'Lies about in disorder and finds its place.',
  params: {
    distance: distance(2.5),
    turn: share('Turned', 'How far they are turned.', 0.5),
    sizes: share('Sizes', 'How unlike their sizes are.', 0.5),
  },
  begins: { unit: 'letter', frames: 22, overlap: 0.95, fade: 0.6 },
  uses: ['ease', 'anchor', 'travel', 'chance'],
  words: ['explode', 'assemble', 'chaos'],
  pose: (values, unit, { come }) => {
    const away = 1 - come
    const far = numberIn(values, 'distance') * unit.size * away
    const size = Math.max(0.05, 1 + either(values, unit, 4) * 0.9 * numberIn(values, 'sizes') * away)
    return {
      move: [either(values, unit, 1) * far, either(values, unit, 2) * far],
      turn: either(values, unit, 3) * 180 * numberIn(values, 'turn') * away,
      scale: [size, size],
    }
  },
})
