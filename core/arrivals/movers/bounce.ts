import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance, side, wayOf } from '../parts'

export const bounce = declarePass({
  id: 'bounce',
  name: 'Bounce',
  purpose: 'Comes on a spring, past its place and back.',
  params: { side: side(90), distance: distance(1.5) },
  begins: {
    unit: 'letter',
    ease: 'spring',
    stiffness: 260,
    damping: 0.35,
    frames: 26,
    fade: 0.15,
    overlap: 0.85,
  },
  uses: ['ease', 'travel'],
  words: ['spring', 'overshoot', 'boing'],
  pose: (values, { size }, { come }) => {
    const [x, y] = wayOf(values)
    const by = (1 - come) * numberIn(values, 'distance') * size
    return { move: [x * by, y * by] }
  },
})
