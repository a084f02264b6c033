import { degrees } from '../../params/make'
import { declarePass, type Pose } from '../declare'
import { numberIn } from '../ease'
import { middleOf } from '../order'
import { before, distance, wayOf } from '../parts'

export const split = declarePass({
  id: 'split',
  name: 'Split',
  purpose: 'Its two halves slide together.',
  params: {
    side: degrees('Parted at', 'How the line between the halves lies: 0 is level.', 0),
    distance: distance(3, 'Apart by'),
  },
  begins: { unit: 'whole', fade: 0.5, shutter: 180 },
  uses: ['ease', 'travel'],
  words: ['halves', 'cut', 'slice'],
  pose: (values, unit, { come }) => {
    const [x, y] = wayOf(values)
    const middle = middleOf(unit)
    const by = (1 - come) * numberIn(values, 'distance') * unit.size
    return [1, -1].map((half): Partial<Pose> => {
      const across = [-y * half, x * half] as const
      return {
        move: [x * by * half, y * by * half],
        cut: { contours: [before(unit, middle, across)], soft: 0 },
      }
    })
  },
})
