import { maths } from '../../maths'
import { pair, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { middleOf } from '../order'

export const magnet = declarePass({
  id: 'magnet',
  name: 'Magnet',
  purpose: 'Is let go by a point that had sucked it in, long and thin at first.',
  params: {
    to: pair(
      'Point',
      'In pixels of the object from its middle.',
      ['Across', 'Down'],
      [0, 120],
      [-32000, 32000],
    ),
    long: times('Drawn', 'How long it becomes on the way.', 3, 20, { soft: [1, 6] }),
  },
  begins: { unit: 'letter', overlap: 0.85, fade: 0.2, frames: 20, order: 'point' },
  uses: ['ease', 'travel'],
  words: ['suck', 'vacuum', 'pull'],
  pose: (values, unit, { come }) => {
    const [px = 0, py = 0] = (values['to'] as number[] | undefined) ?? []
    const [[x, y], [wx, wy]] = [middleOf(unit), middleOf({ box: unit.whole })]
    const [dx, dy] = [wx + px - x, wy + py - y]
    const away = 1 - come
    const long = 1 + (numberIn(values, 'long') - 1) * Math.max(0, 4 * away * come)
    const size = Math.max(0.02, come)
    return {
      move: [dx * away, dy * away],
      scale: [size, size],
      pull: [(maths.atan2(dy, dx) * 180) / Math.PI, Math.max(0.2, long)],
    }
  },
})
