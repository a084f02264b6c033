import { maths } from '../../maths'
import { declareStay } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const orbit = declareStay({
  id: 'orbit',
  name: 'Orbit',
  purpose: 'Goes round its place in a circle.',
  params: { distance: distance(0.15, 'Circle') },
  begins: { unit: 'letter' },
  uses: ['travel'],
  words: ['circle', 'round'],
  pose: (values, { size }, { seconds, amount }) => {
    const at = (2 * Math.PI * seconds) / numberIn(values, 'period')
    const r = numberIn(values, 'distance') * size * amount
    return { move: [r * maths.cos(at), r * maths.sin(at)] }
  },
})
