import { chance } from '../../hash'
import { count, share } from '../../params/make'
import { declarePass, type Pose } from '../declare'
import { numberIn } from '../ease'
import { distance, heightOf, widthOf } from '../parts'

export const shatter = declarePass({
  id: 'shatter',
  name: 'Shards',
  purpose: 'Comes together from shards; as it goes it breaks and falls.',
  params: {
    shards: count('Shards', 'Along the longer side.', 5, [2, 16], { soft: [2, 9] }),
    distance: distance(2.5, 'Apart by'),
    turn: share('Turned', 'How far they are turned.', 0.5),
    heavy: share('Heavy', 'How much they fall as they part.', 0.6),
  },
  begins: { unit: 'whole', fade: 0.3, frames: 24, ease: 'both' },
  uses: ['ease', 'travel', 'depth', 'chance'],
  words: ['break', 'glass', 'freeze', 'explode', 'pieces'],
  pose: (values, unit, { come }) => {
    const { box, size } = unit
    const seed = numberIn(values, 'seed')
    const away = 1 - come
    const room = 0.5 * size
    const [w, h] = [widthOf(box) + 2 * room, heightOf(box) + 2 * room]
    const along = Math.round(numberIn(values, 'shards'))
    const cols = w >= h ? along : Math.max(1, Math.round((along * w) / h))
    const rows = w >= h ? Math.max(1, Math.round((along * h) / w)) : along
    // Knots of a grid, moved at random inside it, so that shards meet without gaps.
    const knot = (c: number, r: number): [number, number] => {
      const inner = (n: number, most: number, k: number) =>
        n > 0 && n < most ? (chance(seed, unit.index, c, r, k) - 0.5) * 0.75 : 0
      return [
        box.left - room + ((c + inner(c, cols, 1)) / cols) * w,
        box.top - room + ((r + inner(r, rows, 2)) / rows) * h,
      ]
    }
    const far = numberIn(values, 'distance') * size
    const middle = [(box.left + box.right) / 2, (box.top + box.bottom) / 2] as const
    const shards: Partial<Pose>[] = []
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < cols; c++) {
        const corners = [knot(c, r), knot(c + 1, r), knot(c + 1, r + 1), knot(c, r + 1)]
        for (const [i, three] of [[0, [0, 1, 2]] as const, [1, [0, 2, 3]] as const]) {
          const points = three.map((n) => corners[n] as [number, number])
          const x = points.reduce((sum, p) => sum + p[0] / 3, 0)
          const y = points.reduce((sum, p) => sum + p[1] / 3, 0)
          const any = (k: number) => 2 * chance(seed, unit.index, c, r, i, k) - 1
          const out = [((x - middle[0]) / w) * 2, ((y - middle[1]) / h) * 2] as const
          shards.push({
            about: [x, y],
            move: [
              (out[0] + 0.5 * any(3)) * far * away,
              (out[1] * 0.6 + 0.5 * any(4)) * far * away + numberIn(values, 'heavy') * far * 2 * away * away,
            ],
            turn: any(5) * 240 * numberIn(values, 'turn') * away,
            tip: [
              any(6) * 120 * numberIn(values, 'turn') * away,
              any(7) * 120 * numberIn(values, 'turn') * away,
            ],
            cut: { contours: [points.flat()], soft: 0 },
          })
        }
      }
    return shards
  },
})
