import { maths } from '../../maths'
import { times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'
import { middleOf } from '../order'

export const ribbon = declarePass({
  id: 'ribbon',
  name: 'Ribbon',
  purpose: 'Flows in along a waving band that grows calm.',
  params: {
    distance: distance(6),
    high: distance(0.8, 'Wave'),
    waves: times('Waves', 'How many over its way.', 1.5, 20, { soft: [0.5, 4] }),
  },
  begins: { unit: 'letter', overlap: 0.93, frames: 36, fade: 0.3 },
  uses: ['ease', 'travel'],
  words: ['wave', 'flag', 'flow', 'snake'],
  pose: (values, unit, { come }) => {
    const away = 1 - come
    const far = numberIn(values, 'distance') * unit.size * (unit.rightToLeft ? 1 : -1)
    const high = numberIn(values, 'high') * unit.size
    const [x] = middleOf(unit)
    const whole = Math.max(1, unit.whole.right - unit.whole.left + Math.abs(far))
    const k = (2 * Math.PI * numberIn(values, 'waves')) / whole
    const at = x + far * away
    const [s, c] = [maths.sin(k * at), maths.cos(k * at)]
    return {
      move: [far * away, high * s * away],
      turn: (maths.atan2(high * k * c * away, 1) * 180) / Math.PI,
    }
  },
})
