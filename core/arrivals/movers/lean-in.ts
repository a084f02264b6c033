import { number } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const leanIn = declarePass({
  id: 'lean-in',
  name: 'Lean in',
  purpose: 'Runs in leaning, brakes and stands straight.',
  params: {
    distance: distance(5),
    lean: number('Leans', 'How slanted it is on the way.', 0.6, [-3, 3], { soft: [-1, 1] }),
  },
  begins: {
    unit: 'word',
    anchor: 'base',
    ease: 'spring',
    stiffness: 200,
    damping: 0.55,
    frames: 24,
    fade: 0.2,
  },
  uses: ['ease', 'anchor', 'travel'],
  words: ['skew', 'speed', 'run', 'brake'],
  pose: (values, { size, rightToLeft }, { come }) => {
    const way = rightToLeft ? 1 : -1
    const away = 1 - come
    return {
      move: [way * away * numberIn(values, 'distance') * size, 0],
      lean: -way * away * numberIn(values, 'lean'),
    }
  },
})
