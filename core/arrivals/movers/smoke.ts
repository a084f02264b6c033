import { declarePass } from '../declare'
import { comesBetween, flightOf, flightParams } from '../flying'

export const smoke = declarePass({
  id: 'smoke',
  name: 'Out of smoke',
  purpose: 'Gathers out of drifting smoke.',
  params: flightParams({
    count: 150,
    life: 0.85,
    angle: -75,
    spread: 70,
    speed: 0.9,
    gravity: -0.3,
    sway: 0.6,
    size: 0.3,
    grows: 4,
    opacity: 0.085,
    own: true,
    near: [0.75, 0.75, 0.78],
    far: [0.3, 0.3, 0.34],
  }),
  begins: { unit: 'letter', fade: 0, frames: 36, overlap: 0.8, kind: 'bell' },
  uses: ['chance'],
  without: ['ease', 'fade'],
  words: ['fog', 'mist', 'vapour', 'particles', 'steam', 'dissolve'],
  pose: (values, unit, at) => [
    { motes: flightOf(values, unit, at) },
    {
      opacity: comesBetween(at.share, 0.35, 0.95),
      blur: (1 - comesBetween(at.share, 0.3, 1)) * 0.08 * unit.size,
    },
  ],
})
