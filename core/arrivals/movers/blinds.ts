import { count } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { before, reachAlong, side, wayOf } from '../parts'

export const blinds = declarePass({
  id: 'blinds',
  name: 'Blinds',
  purpose: 'Is uncovered in slats.',
  params: { side: side(90), slats: count('Slats', 'How many.', 8, [1, 200], { soft: [2, 24] }) },
  begins: { unit: 'whole', fade: 0, ease: 'both', frames: 18 },
  uses: ['ease'],
  words: ['slats', 'strips', 'venetian'],
  pose: (values, unit, { come }) => {
    const [sx, sy] = wayOf(values)
    const way = [-sx, -sy] as const
    const slats = Math.round(numberIn(values, 'slats'))
    const [low, high] = reachAlong(unit.box, way)
    const room = 0.4 * unit.size
    const each = (high - low + 2 * room) / slats
    const contours = Array.from({ length: slats }, (_, i) => {
      const from = low - room + i * each
      return band(unit, way, from, from + each * Math.min(1, come))
    })
    return { cut: { contours, soft: 0 } }
  },
})

/** The band between two places along a way. */
function band(
  unit: Parameters<typeof before>[0],
  way: readonly [number, number],
  from: number,
  to: number,
): number[] {
  const [x, y] = way
  const r = 4 * (unit.whole.right - unit.whole.left + unit.whole.bottom - unit.whole.top + unit.size * 2)
  const at = (along: number, across: number) => [x * along - y * across, y * along + x * across]
  return [...at(from, -r), ...at(to, -r), ...at(to, r), ...at(from, r)]
}
