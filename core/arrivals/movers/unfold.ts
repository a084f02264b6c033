import { maths } from '../../maths'
import { radians } from '../../matrix'
import { count, share } from '../../params/make'
import { declarePass, type Pose } from '../declare'
import { numberIn } from '../ease'
import { boxContour, heightOf, roomOf } from '../parts'

export const unfold = declarePass({
  id: 'unfold',
  name: 'Unfold',
  purpose: 'Opens downwards like folded paper.',
  params: {
    folds: count('Folds', 'Into how many parts it is folded.', 4, [1, 24], { soft: [1, 8] }),
    shade: share('Shade', 'How dark what is turned away becomes.', 0.45),
  },
  begins: { unit: 'whole', fade: 0.1, frames: 18 },
  uses: ['ease', 'travel'],
  words: ['paper', 'fold', 'map'],
  pose: (values, unit, { come }) => {
    const folds = Math.round(numberIn(values, 'folds'))
    const { box } = unit
    const strip = heightOf(box) / folds
    const angle = radians(90 * (1 - Math.min(1, come)))
    const high = Math.max(1e-3, maths.cos(angle))
    const room = roomOf(unit)
    return Array.from({ length: folds }, (_, i): Partial<Pose> => {
      const top = box.top + i * strip
      const part = {
        ...box,
        top: i ? top : top - room,
        bottom: i < folds - 1 ? top + strip : top + strip + room,
      }
      const shade = 1 - numberIn(values, 'shade') * maths.sin(angle) * (i % 2 ? 1 : 0.4)
      return {
        about: [0, box.top],
        scale: [1, high],
        light: shade,
        cut: {
          contours: [boxContour({ ...part, left: part.left - room, right: part.right + room })],
          soft: 0,
        },
      }
    })
  },
})
