import { gaussianReach, guided, runProgram } from '../../kernels'
import { px, share } from '../../params/make'
import { declareStep } from '../declare'

export const smooth = declareStep({
  id: 'smooth',
  name: 'Smooth',
  aim: 'focus',
  family: 'blur',
  purpose: 'Smooths fine unevenness and leaves edges alone.',
  words: ['skin', 'denoise', 'edge-preserving', 'bilateral', 'surface blur', 'retouch'],
  params: {
    radius: px('Radius', 'How far it looks around.', 6, [1, 40], { limits: [0.5, 200] }),
    tolerance: share('Tolerance', 'Differences below this are smoothed, above it they are edges.', 0.08),
    strength: share('Strength', 'How much of what was smoothed shows.', 1),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.1,
  neutral: (v) => v.strength === 0 || v.tolerance === 0,
  reach: (v, scale) => 2 * gaussianReach(v.radius * scale),
  /** A guided filter (He, Sun and Tang 2013) on display codes, each channel its own guide. */
  render({ kernels: k, input, values: v, scale }) {
    const codes = runProgram(k, input, [{ op: 'encode' }])
    const out = guided(k, codes, v.radius * scale, v.tolerance)
    k.raw.mix(out.block.at, codes.block.at, out.block.at, input.width * input.height, v.strength)
    k.free(codes)
    return runProgram(k, out, [{ op: 'decode' }], out)
  },
})
