import { degrees } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const tilt = declarePass({
  id: 'tilt',
  name: 'Stand up',
  purpose: 'Lies flat in the depth of the picture and stands up.',
  params: {
    from: degrees('From', 'How far it lies back.', -80, { limits: [-170, 170] }),
    distance: distance(0, 'Further by'),
  },
  begins: { unit: 'line', anchor: 'bottom', fade: 0.4, frames: 18, eye: 1.2 },
  uses: ['ease', 'anchor', 'travel', 'depth'],
  words: ['3d', 'rise', 'lay down', 'perspective'],
  pose: (values, { size }, { come }) => {
    const away = 1 - come
    return { tip: [away * numberIn(values, 'from'), 0], near: -away * numberIn(values, 'distance') * size }
  },
})
