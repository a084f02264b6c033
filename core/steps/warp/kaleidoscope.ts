import { maths } from '../../maths'
import { count, degrees, edge, point, times } from '../../params/make'
import { declareStep } from '../declare'
import { bent } from './rule'

export const kaleidoscope = declareStep({
  id: 'kaleidoscope',
  name: 'Kaleidoscope',
  aim: 'bend',
  family: 'warp',
  purpose: 'Repeats a wedge of the picture all round, mirrored at each seam.',
  words: ['mandala', 'symmetry', 'prism', 'fractal'],
  params: {
    sides: count('Sides', 'How many wedges make the round.', 6, [2, 48], { soft: [2, 16] }),
    centre: point('Centre', 'The middle of the pattern.'),
    from: point('Taken from', 'The place in the picture where the wedge has its tip.'),
    angle: degrees('Angle', 'Turns the pattern.', 0),
    wedge: degrees('Wedge', 'Turns the wedge that is taken.', 0),
    size: times('Size', 'How large the wedge is shown.', 1, 20, { soft: [0.3, 3] }),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.15,
  neutral: () => false,
  reach: () => Infinity,
  /** Angles are folded into one half of a wedge: |((a + w / 2) mod w) - w / 2|, w = a full turn over the sides. */
  render({ kernels: k, input, values: v, place }) {
    const w = (2 * Math.PI) / Math.round(v.sides)
    const [turn, taken] = [(v.angle * Math.PI) / 180, (v.wedge * Math.PI) / 180]
    const ratio = place.width / place.height
    const offset = [(v.from[0] - v.centre[0]) * ratio, v.from[1] - v.centre[1]] as const
    const size = Math.max(v.size, 0.01)
    return bent(k, input, place, v.centre, v.edge, (x, y, to) => {
      const r = Math.sqrt(x * x + y * y) / size
      const a = maths.atan2(y, x) - turn + w / 2
      const folded = Math.abs(a - w * Math.floor(a / w) - w / 2) + taken
      to[0] = maths.cos(folded) * r + offset[0]
      to[1] = maths.sin(folded) * r + offset[1]
    })
  },
})
