import { degrees } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const swing = declarePass({
  id: 'swing',
  name: 'Swing',
  purpose: 'Swings in like a sign on hinges and comes to rest.',
  params: { from: degrees('From', 'How far it is swung out of the picture.', 100, { limits: [-170, 170] }) },
  begins: {
    unit: 'word',
    anchor: 'top',
    ease: 'spring',
    stiffness: 160,
    damping: 0.32,
    frames: 30,
    fade: 0.15,
    eye: 1.4,
  },
  uses: ['ease', 'anchor', 'travel', 'depth'],
  words: ['hinge', 'sign', 'door', '3d'],
  pose: (values, _, { come }) => ({ tip: [(1 - come) * numberIn(values, 'from'), 0] }),
})
