import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { before, distance, reachAlong, side, wayOf } from '../parts'

export const wipe = declarePass({
  id: 'wipe',
  name: 'Wipe',
  purpose: 'Is uncovered from a side.',
  params: { side: side(180), soft: distance(0.15, 'Soft edge') },
  begins: { unit: 'whole', fade: 0, ease: 'both', frames: 18 },
  uses: ['ease'],
  words: ['reveal', 'uncover'],
  pose: (values, unit, { come }) => {
    // It goes on away from the side that it begins at.
    const [sx, sy] = wayOf(values)
    const way = [-sx, -sy] as const
    const soft = numberIn(values, 'soft') * unit.size
    const [low, high] = reachAlong(unit.box, way)
    const room = 0.4 * unit.size + 2 * soft
    const at = low - room + (high - low + 2 * room) * come
    return { cut: { contours: [before(unit, [way[0] * at, way[1] * at], way)], soft } }
  },
})
