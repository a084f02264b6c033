import { maths } from '../../maths'
import { degrees, edge, point, toggle } from '../../params/make'
import { declareStep } from '../declare'
import { bent } from './rule'

export const mirror = declareStep({
  id: 'mirror',
  name: 'Mirror',
  aim: 'bend',
  family: 'warp',
  purpose: 'Mirrors one side of a line onto the other.',
  words: ['reflect', 'flip', 'symmetry', 'flop'],
  params: {
    centre: point('Line through', 'A place on the mirror.'),
    angle: degrees('Angle', 'Turns the mirror; 0 is upright and keeps the left side.', 0),
    whole: toggle('Turn over', 'Turns the whole picture over instead of keeping one side.', false),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.1,
  neutral: () => false,
  reach: () => Infinity,
  /** A place beyond the line takes what lies as far before it. */
  render({ kernels: k, input, values: v, place }) {
    const turn = (v.angle * Math.PI) / 180
    const [nx, ny] = [maths.cos(turn), maths.sin(turn)]
    return bent(k, input, place, v.centre, v.edge, (x, y, to) => {
      const d = x * nx + y * ny
      if (d <= 0 && !v.whole) return
      to[0] = x - 2 * d * nx
      to[1] = y - 2 * d * ny
    })
  },
})
