import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const focus = declarePass({
  id: 'focus',
  name: 'Focus in',
  purpose: 'Is brought into focus, breathing as a lens does.',
  params: {
    blur: distance(0.5, 'Out of focus by'),
    breathing: share('Breathing', 'How much larger it is out of focus.', 0.12),
    bloom: share('Bloom', 'How much brighter it is out of focus.', 0.6),
  },
  begins: { unit: 'whole', fade: 0.6, frames: 20, ease: 'both' },
  uses: ['ease', 'anchor', 'travel'],
  words: ['lens', 'rack focus'],
  pose: (values, { size }, { come }) => {
    const away = 1 - come
    const grown = 1 + numberIn(values, 'breathing') * away
    return {
      blur: Math.abs(away) * numberIn(values, 'blur') * size,
      scale: [grown, grown],
      light: 1 + numberIn(values, 'bloom') * Math.max(0, away),
    }
  },
})
