import { chance } from '../../hash'
import { count, share, times } from '../../params/make'
import { declarePass, type Pose } from '../declare'
import { numberIn } from '../ease'
import { boxContour, distance, heightOf, roomOf } from '../parts'

export const glitch = declarePass({
  id: 'glitch',
  name: 'Disturbed',
  purpose: 'Comes torn in slices that jump about, as over a bad line.',
  params: {
    slices: count('Slices', 'How many.', 9, [2, 80], { soft: [3, 24] }),
    distance: distance(1.2, 'Jumps by'),
    speed: times('Jumps', 'Times a second.', 12, 60, { soft: [2, 24] }),
    torn: share('Torn', 'How many of the slices are out of place.', 0.6),
  },
  begins: { unit: 'whole', fade: 0.1, frames: 18, ease: 'even' },
  uses: ['ease', 'travel', 'chance'],
  words: ['glitch', 'digital', 'signal', 'interference'],
  pose: (values, unit, { come, seconds }) => {
    const slices = Math.round(numberIn(values, 'slices'))
    const seed = numberIn(values, 'seed')
    const moment = Math.floor(seconds * numberIn(values, 'speed'))
    const away = Math.max(0, 1 - come)
    const room = roomOf(unit)
    const high = heightOf(unit.box) / slices
    const far = numberIn(values, 'distance') * unit.size
    return Array.from({ length: slices }, (_, i): Partial<Pose> => {
      const off = chance(seed, unit.index, i, moment, 1) < numberIn(values, 'torn') * Math.min(1, 2 * away)
      const x = off ? (2 * chance(seed, unit.index, i, moment, 2) - 1) * far * away : 0
      const top = unit.box.top + i * high
      const part = {
        left: unit.box.left - room,
        right: unit.box.right + room,
        top: i ? top : top - room,
        bottom: i < slices - 1 ? top + high : top + high + room,
      }
      const gone = chance(seed, unit.index, i, moment, 3) < 0.35 * away
      return { move: [x, 0], opacity: gone ? 0 : 1, cut: { contours: [boxContour(part)], soft: 0 } }
    })
  },
})
