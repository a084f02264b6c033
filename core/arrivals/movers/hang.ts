import { degrees } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'
import { middleOf } from '../order'

export const hang = declarePass({
  id: 'hang',
  name: 'Hang',
  purpose: 'Swings to and fro on a cord until it hangs still.',
  params: {
    from: degrees('From', 'How far it is swung to the side.', 50, { limits: [-170, 170] }),
    distance: distance(2, 'Cord'),
  },
  begins: { unit: 'word', ease: 'spring', stiffness: 120, damping: 0.18, frames: 48, fade: 0.1 },
  uses: ['ease', 'travel'],
  words: ['pendulum', 'cord', 'sway'],
  pose: (values, unit, { come }) => {
    const [x] = middleOf(unit)
    const about = [x, unit.box.top - numberIn(values, 'distance') * unit.size] as const
    return { about, turn: (1 - come) * numberIn(values, 'from') }
  },
})
