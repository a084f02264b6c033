import { choice, degrees } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const flip = declarePass({
  id: 'flip',
  name: 'Flip',
  purpose: 'Turns to the front out of the picture’s depth.',
  params: {
    axis: choice('Line', 'The line that it turns about.', { upright: 'Upright', level: 'Level' }),
    from: degrees('From', 'How far it is turned away.', 90, { limits: [-720, 720] }),
  },
  begins: { unit: 'letter', fade: 0.4 },
  uses: ['ease', 'anchor', 'travel', 'depth'],
  words: ['turn over', 'card', '3d'],
  pose: (values, _, { come }) => {
    const away = (1 - come) * numberIn(values, 'from')
    return { tip: values['axis'] === 'level' ? [away, 0] : [0, away] }
  },
})
