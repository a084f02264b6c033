import { maths } from '../../maths'
import { degrees } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const sway = declareStay({
  id: 'sway',
  name: 'Sway',
  purpose: 'Turns to and fro about where it hangs.',
  params: { turn: degrees('By', 'How far to either side.', 3) },
  begins: { unit: 'word', anchor: 'top', period: 3 },
  uses: ['anchor', 'travel'],
  words: ['swing', 'hang', 'wind'],
  pose: (values, _, { seconds, amount }) => ({
    turn: maths.sin((2 * Math.PI * seconds) / numberIn(values, 'period')) * numberIn(values, 'turn') * amount,
  }),
})
