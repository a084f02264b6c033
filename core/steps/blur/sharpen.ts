import { gaussian, gaussianReach, runProgram } from '../../kernels'
import { px, share, times } from '../../params/make'
import { declareStep } from '../declare'

export const sharpen = declareStep({
  id: 'sharpen',
  name: 'Sharpen',
  aim: 'focus',
  family: 'blur',
  purpose: 'Makes fine edges clearer.',
  words: ['unsharp mask', 'crisp', 'detail'],
  params: {
    amount: times('Amount', 'How much detail is added.', 0.8, 10, { soft: [0, 3] }),
    radius: px('Radius', 'The size of the detail.', 1.2, [0.3, 10], { limits: [0.2, 100] }),
    guard: share('Guard', 'Holds back where edges are strong already, so that they grow no rims.', 0.3),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.25,
  neutral: (v) => v.amount === 0,
  reach: (v, scale) => gaussianReach(v.radius * scale),
  /** On display codes: x + amount * d / (1 + guard * 12 |d|), d the difference from a Gaussian. */
  render({ kernels: k, input, values: v, scale }) {
    const codes = runProgram(k, input, [{ op: 'encode' }])
    const soft = gaussian(k, codes, v.radius * scale, v.radius * scale, 'clamp')
    k.raw.detail(
      soft.block.at,
      codes.block.at,
      soft.block.at,
      input.width * input.height,
      v.amount,
      v.guard * 12,
    )
    k.free(codes)
    return runProgram(k, soft, [{ op: 'decode' }], soft)
  },
})
