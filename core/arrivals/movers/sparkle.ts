import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { comesBetween, flightOf, flightParams } from '../flying'

export const sparkle = declarePass({
  id: 'sparkle',
  name: 'Sparkle',
  purpose: 'Appears where specks of light glitter along its edge.',
  params: {
    ...flightParams({
      count: 60,
      life: 0.5,
      angle: -90,
      spread: 360,
      speed: 0.6,
      gravity: 0.4,
      sway: 0.08,
      size: 0.15,
      grows: 0.3,
      opacity: 1,
      own: false,
      near: [1, 0.93, 0.75],
      far: [1, 0.55, 0.15],
    }),
    twinkle: share('Glitter', 'How much their light flickers.', 0.85),
  },
  begins: { unit: 'letter', fade: 0, frames: 30, overlap: 0.8, gathers: false, kind: 'bell' },
  uses: ['chance'],
  without: ['ease', 'fade'],
  words: ['glitter', 'stars', 'particles', 'shine', 'specks'],
  pose: (values, unit, at) => [
    { opacity: comesBetween(at.share, 0.15, 0.7) },
    { motes: flightOf(values, unit, at, { twinkle: numberIn(values, 'twinkle'), onto: 'light' }) },
  ],
})
