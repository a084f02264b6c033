import { maths } from '../../maths'
import { degrees } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const wave = declareStay({
  id: 'wave',
  name: 'Wave',
  purpose: 'Goes up and down, one after the other.',
  params: { distance: distance(0.12, 'By'), turn: degrees('Turns', 'How far it turns with that.', 0) },
  begins: { unit: 'letter' },
  uses: ['anchor', 'travel'],
  words: ['water', 'bob', 'float'],
  pose: (values, { size }, { seconds, amount }) => {
    const at = (2 * Math.PI * seconds) / numberIn(values, 'period')
    return {
      move: [0, -maths.sin(at) * numberIn(values, 'distance') * size * amount],
      turn: maths.cos(at) * numberIn(values, 'turn') * amount,
    }
  },
})
