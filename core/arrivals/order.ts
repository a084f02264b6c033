import { chance } from '../hash'
import { maths } from '../maths'
import type { Values } from '../params'
import type { OrderName } from './common'
import type { Unit } from './declare'
import { numberIn } from './ease'

/** The middle of a unit's box. */
export const middleOf = ({ box }: Pick<Unit, 'box'>): [number, number] => [
  (box.left + box.right) / 2,
  (box.top + box.bottom) / 2,
]

/**
 * When each unit begins, as a place from 0 to one less than how many there are: by that place over the last, shares of the time in which all begin. From the middle, from the ends and by distance, several may begin together.
 */
export function ranksOf(values: Values, units: readonly Unit[]): number[] {
  const last = units.length - 1
  if (last <= 0) return units.map(() => 0)
  const spread = (by: readonly number[]) => {
    const [low, high] = [Math.min(...by), Math.max(...by)]
    return by.map((v) => (high > low ? ((v - low) / (high - low)) * last : 0))
  }
  const seed = numberIn(values, 'seed')
  switch (values['order'] as OrderName) {
    case 'together':
      return units.map(() => 0)
    case 'backwards':
      return units.map((_, i) => last - i)
    case 'middle':
      return spread(units.map((_, i) => Math.abs(i - last / 2)))
    case 'ends':
      return spread(units.map((_, i) => -Math.abs(i - last / 2)))
    case 'random': {
      const drawn = units.map((_, i) => ({ i, by: chance(seed, i, 17) }))
      const ranks = units.map(() => 0)
      drawn.sort((a, b) => a.by - b.by || a.i - b.i).forEach(({ i }, rank) => (ranks[i] = rank))
      return ranks
    }
    case 'point': {
      const [px = 0, py = 0] = Array.isArray(values['point']) ? (values['point'] as number[]) : []
      const [wx, wy] = middleOf({ box: units[0]?.whole as Unit['box'] })
      return spread(
        units.map((unit) => {
          const [x, y] = middleOf(unit)
          return maths.hypot(x - wx - px, y - wy - py)
        }),
      )
    }
    default:
      return units.map((_, i) => i)
  }
}
