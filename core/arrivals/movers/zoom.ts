import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, either } from '../parts'

export const zoom = declarePass({
  id: 'zoom',
  name: 'Fly in',
  purpose: 'Comes from behind the eye, or from far away, through the depth of the picture.',
  params: {
    distance: {
      ...distance(6, 'Nearer by'),
      min: -500,
      soft: [-20, 8] as const,
    },
    turn: share('Turned', 'How far it is turned on the way.', 0),
  },
  begins: { unit: 'word', fade: 0.6, shutter: 180, frames: 16 },
  uses: ['ease', 'anchor', 'travel', 'depth', 'chance'],
  words: ['depth', '3d', 'through', 'camera'],
  pose: (values, unit, { come }) => {
    const away = 1 - come
    return {
      near: away * numberIn(values, 'distance') * unit.size,
      turn: away * numberIn(values, 'turn') * 90 * (either(values, unit, 2) < 0 ? -1 : 1),
    }
  },
})
