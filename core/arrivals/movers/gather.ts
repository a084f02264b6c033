import { pair, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { middleOf } from '../order'

export const gather = declarePass({
  id: 'gather',
  name: 'Gather from a point',
  purpose: 'Comes out of one point to its places.',
  params: {
    from: pair(
      'Out of',
      'In pixels of the object from its middle.',
      ['Across', 'Down'],
      [0, 0],
      [-32000, 32000],
    ),
    size: times('Size', 'How large they are at the point.', 0.2, 20, { soft: [0, 2] }),
  },
  begins: { unit: 'letter', overlap: 0.9, fade: 0.3 },
  uses: ['ease', 'anchor', 'travel'],
  words: ['burst', 'from centre', 'expand'],
  pose: (values, unit, { come }) => {
    const [fx = 0, fy = 0] = (values['from'] as number[] | undefined) ?? []
    const [[x, y], [wx, wy]] = [middleOf(unit), middleOf({ box: unit.whole })]
    const away = 1 - come
    const from = numberIn(values, 'size')
    const size = Math.max(0, from + (1 - from) * come)
    return { move: [(wx + fx - x) * away, (wy + fy - y) * away], scale: [size, size] }
  },
})
