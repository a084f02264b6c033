import { gaussianReach, guided, runProgram } from '../../kernels'
import { number, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const clarity = declareStep({
  id: 'clarity',
  name: 'Clarity',
  aim: 'focus',
  family: 'blur',
  purpose: 'Raises or lowers contrast between neighbouring areas, without rims along edges.',
  words: ['local contrast', 'structure', 'texture', 'dehaze', 'punch'],
  params: {
    amount: number('Amount', 'Above 0 more contrast, below 0 less.', 0.5, [-1, 4], { soft: [-1, 1.5] }),
    radius: px('Radius', 'The size of the areas.', 30, [4, 120], { limits: [1, 400] }),
    edges: share('Edges', 'Differences above this are left alone.', 0.25),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.08,
  neutral: (v) => v.amount === 0,
  reach: (v, scale) => 2 * gaussianReach(v.radius * scale),
  /** On display codes: x + amount (x - smoothed x), smoothed by a guided filter that keeps edges. */
  render({ kernels: k, input, values: v, scale }) {
    const codes = runProgram(k, input, [{ op: 'encode' }])
    const base = guided(k, codes, v.radius * scale, Math.max(v.edges, 1e-3))
    k.raw.detail(base.block.at, codes.block.at, base.block.at, input.width * input.height, v.amount, 0)
    k.free(codes)
    return runProgram(k, base, [{ op: 'decode' }], base)
  },
})
