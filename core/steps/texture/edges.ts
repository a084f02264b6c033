import {
  alphaFrom,
  bendPlane,
  filled,
  gaussian,
  gaussianReach,
  holdBy,
  mixInto,
  runProgram,
  slopes,
  weigh,
} from '../../kernels'
import { maths } from '../../maths'
import { colour, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const edges = declareStep({
  id: 'edges',
  name: 'Drawn edges',
  aim: 'texture',
  family: 'texture',
  purpose: 'Draws the edges of things with a pen, on paper or over the picture.',
  words: ['sketch', 'pencil', 'outline', 'ink', 'comic', 'line art'],
  params: {
    width: px('Pen', 'How wide lines are.', 1.5, [0.5, 10], { limits: [0.3, 60] }),
    threshold: share('Threshold', 'How clear an edge must be.', 0.04),
    soft: share('Softness', 'How gently lines set in.', 0.18),
    ink: colour('Ink', 'The colour of the lines.', [0.015, 0.015, 0.02]),
    paper: colour('Paper', 'The colour of the ground.', [0.9, 0.88, 0.82]),
    ground: share('Ground', '0 draws over the picture, 1 on paper.', 1),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.6,
  neutral: () => false,
  reach: (v, scale) => gaussianReach(Math.max(0.3, v.width * scale * 0.5)) + 2,
  /** Sobel slopes of display codes under a Gaussian of half the pen's width, times that width (Sobel’s own 0.6 px among it); ink where they pass the threshold. */
  render({ kernels: k, input, values: v, scale }) {
    const codes = runProgram(k, input, [{ op: 'encode' }, { op: 'clamp', low: 0, high: 1 }])
    const sigma = Math.max(0.3, v.width * scale * 0.5)
    const soft = gaussian(k, codes, sigma, sigma, 'clamp')
    k.free(codes)
    const slope = slopes(k, soft)
    k.free(soft)
    const line = weigh(k, slope, [0, 0, 3 * maths.hypot(sigma, 0.6), 0])
    k.free(slope)
    const span = Math.max(v.soft, 0.01)
    bendPlane(k, line, 1 / span, -v.threshold / span, true)
    const { width, height } = input
    const ground = filled(k, width, height, [...v.paper, 1])
    const alpha = weigh(k, input, [0, 0, 0, 1])
    holdBy(k, ground, alpha)
    mixInto(k, input, ground, v.ground)
    const ink = filled(k, width, height, [...v.ink, 1])
    holdBy(k, ink, alpha)
    mixInto(k, ground, ink, 1, line)
    k.free(ground, line, alpha)
    alphaFrom(k, ink, input)
    return ink
  },
})
