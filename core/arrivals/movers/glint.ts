import { degrees, share, times } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'
import { before, distance, reachAlong, wayOf } from '../parts'

export const glint = declareStay({
  id: 'glint',
  name: 'Glint',
  purpose: 'Now and then a band of light goes over it.',
  params: {
    side: degrees('Comes from', 'The side that the light comes from.', 200),
    distance: distance(0.8, 'Wide'),
    light: times('Light', 'How bright the band is.', 2.5, 20, { soft: [1, 6] }),
    takes: share('Takes', 'Which share of the time between two of them.', 0.3),
  },
  begins: { unit: 'whole', period: 3 },
  words: ['shine', 'gleam', 'sheen'],
  pose: (values, unit, { seconds, amount }) => {
    const part = seconds / numberIn(values, 'period')
    const gone = (part - Math.floor(part)) / Math.max(0.01, numberIn(values, 'takes'))
    if (gone >= 1 || amount <= 0) return {}
    const [sx, sy] = wayOf(values)
    const [x, y] = [-sx, -sy]
    const wide = numberIn(values, 'distance') * unit.size
    const [low, high] = reachAlong(unit.box, [x, y])
    const at = low - wide + (high - low + 2 * wide) * gone
    const [front, back] = [at, at - wide]
    return [
      {},
      {
        cut: { contours: [before(unit, [x * front, y * front], [x, y])], soft: wide * 0.2 },
        window: { contours: [before(unit, [x * back, y * back], [-x, -y])], soft: wide * 0.2 },
        light: 1 + (numberIn(values, 'light') - 1) * amount,
      },
    ]
  },
})
