import { chance } from '../../hash'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { boxContour, distance, heightOf, widthOf } from '../parts'

/** The most grains of a unit. */
const MOST = 6000

export const dissolve = declarePass({
  id: 'dissolve',
  name: 'Grain by grain',
  purpose: 'Comes together out of grains.',
  params: { grain: distance(0.06, 'Grain'), soft: distance(0.01, 'Soft edge') },
  begins: { unit: 'whole', fade: 0, frames: 24, ease: 'even' },
  uses: ['ease', 'chance'],
  words: ['noise', 'sand', 'pixels', 'disintegrate'],
  pose: (values, unit, { come }) => {
    const room = 0.5 * unit.size
    const box = unit.box
    const [w, h] = [widthOf(box) + 2 * room, heightOf(box) + 2 * room]
    const least = Math.sqrt((w * h) / MOST)
    const grain = Math.max(least, numberIn(values, 'grain') * unit.size, 0.5)
    const [cols, rows] = [Math.ceil(w / grain), Math.ceil(h / grain)]
    const seed = numberIn(values, 'seed')
    const contours: number[][] = []
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < cols; c++) {
        if (chance(seed, unit.index, c, r) >= come) continue
        const [left, top] = [box.left - room + c * grain, box.top - room + r * grain]
        contours.push(boxContour({ left, top, right: left + grain, bottom: top + grain }))
      }
    return {
      cut: {
        contours: contours.length ? contours : [[0, 0, 0, 0, 0, 0]],
        soft: numberIn(values, 'soft') * unit.size,
      },
    }
  },
})
