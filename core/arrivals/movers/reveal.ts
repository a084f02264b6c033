import { choice } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { boxContour, distance, heightOf, roomOf, widthOf } from '../parts'

export const reveal = declarePass({
  id: 'reveal',
  name: 'Come out of a line',
  purpose: 'Slides out from behind an edge that is not seen.',
  params: {
    side: choice('Edge', 'The edge that it comes from behind.', {
      below: 'Below',
      above: 'Above',
      left: 'On the left',
      right: 'On the right',
    }),
    room: distance(0.12, 'Room'),
  },
  begins: { unit: 'line', fade: 0, overlap: 0.7 },
  uses: ['ease', 'travel'],
  words: ['mask', 'line', 'behind', 'slide up'],
  pose: (values, unit, { come }) => {
    const { box } = unit
    const room = numberIn(values, 'room') * unit.size
    const far = roomOf(unit)
    const edge = String(values['side'] ?? 'below')
    const away = 1 - come
    const [w, h] = [(widthOf(box) + 2 * room) * away, (heightOf(box) + 2 * room) * away]
    const move = { below: [0, h], above: [0, -h], left: [-w, 0], right: [w, 0] }[edge] ?? [0, h]
    // Only the edge that it comes from behind cuts; on its other sides there is room for what its coats add.
    const open = {
      left: box.left - (edge === 'left' ? room : far),
      right: box.right + (edge === 'right' ? room : far),
      top: box.top - (edge === 'above' ? room : far),
      bottom: box.bottom + (edge === 'below' ? room : far),
    }
    return { move: move as [number, number], window: { contours: [boxContour(open)], soft: 0 } }
  },
})
