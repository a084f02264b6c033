import { maths } from '../../maths'
import { degrees } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const hover = declareStay({
  id: 'hover',
  name: 'Hover',
  purpose: 'Turns slowly in the depth of the picture.',
  params: { turn: degrees('By', 'How far to either side.', 12, { limits: [-80, 80] }) },
  begins: { unit: 'whole', period: 6, eye: 1.5 },
  uses: ['anchor', 'travel', 'depth'],
  words: ['3d', 'float', 'depth'],
  pose: (values, _, { seconds, amount }) => {
    const at = (2 * Math.PI * seconds) / numberIn(values, 'period')
    const by = numberIn(values, 'turn') * amount
    return { tip: [maths.sin(at * 2) * by * 0.35, maths.sin(at) * by] }
  },
})
