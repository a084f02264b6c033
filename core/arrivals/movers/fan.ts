import { degrees } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'
import { middleOf } from '../order'

export const fan = declarePass({
  id: 'fan',
  name: 'Fan out',
  purpose: 'Opens like a fan about a point below.',
  params: {
    from: degrees('From', 'How far it is turned together.', 35, { limits: [-180, 180] }),
    distance: distance(6, 'Point below by'),
  },
  begins: { unit: 'letter', overlap: 1, fade: 0.5 },
  uses: ['ease', 'travel'],
  words: ['open', 'spread'],
  pose: (values, { box, whole, size, index, count }, { come }) => {
    const [x] = middleOf({ box: whole })
    const about = [x, box.bottom + numberIn(values, 'distance') * size] as const
    const place = count > 1 ? (2 * index) / (count - 1) - 1 : 0
    return { about, turn: -(1 - come) * numberIn(values, 'from') * place }
  },
})
