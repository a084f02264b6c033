import { chance } from '../../hash'
import { maths } from '../../maths'
import { count, share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { heightOf, widthOf } from '../parts'

const POINTS = 24

export const brush = declarePass({
  id: 'brush',
  name: 'Brush',
  purpose: 'Is painted with strokes of a brush, one below the other.',
  params: {
    strokes: count('Strokes', 'How many.', 3, [1, 24], { soft: [1, 8] }),
    rough: share('Rough', 'How uneven their edges are.', 0.5),
  },
  begins: { unit: 'line', fade: 0, frames: 28, ease: 'both', overlap: 0.3 },
  uses: ['ease', 'chance'],
  words: ['paint', 'stroke', 'swipe'],
  pose: (values, unit, { come }) => {
    const strokes = Math.round(numberIn(values, 'strokes'))
    const seed = numberIn(values, 'seed')
    const room = 0.45 * unit.size
    const [left, right] = [unit.box.left - room, unit.box.right + room]
    const high = (heightOf(unit.box) + 2 * room) / strokes
    const rough = numberIn(values, 'rough') * high * 0.5
    const contours = Array.from({ length: strokes }, (_, i) => {
      const gone = Math.min(1, Math.max(0, come * strokes - i))
      if (gone <= 0) return []
      const back = (i % 2 === 1) !== unit.rightToLeft
      const far = (widthOf(unit.box) + 2 * room + 2 * rough) * gone
      const top = unit.box.top - room + i * high
      // The front of a stroke is as uneven as the hairs that make it.
      const hairs = Array.from({ length: POINTS + 1 }, (_, n) => {
        const off = chance(seed, unit.index, i, n) * rough * 1.6
        const y = top - rough + ((high + 2 * rough) * n) / POINTS + maths.sin(n * 2.4) * rough * 0.15
        return [back ? right + rough - far + off : left - rough + far - off, y]
      })
      const [first, last] = [hairs[0], hairs[POINTS]] as [number[], number[]]
      const start = back ? right + rough : left - rough
      return [start, first[1] as number, ...hairs.flat(), start, last[1] as number]
    }).filter((contour) => contour.length)
    return { cut: { contours: contours.length ? contours : [[0, 0, 0, 0, 0, 0]], soft: unit.size * 0.01 } }
  },
})
