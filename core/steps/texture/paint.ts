import { alphaFrom, gaussianReach, paint as painted, runProgram } from '../../kernels'
import { count, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const paint = declareStep({
  id: 'paint',
  name: 'Paint',
  aim: 'texture',
  family: 'texture',
  purpose: 'Turns the picture into strokes of few colours, with edges that stay crisp.',
  words: ['oil', 'watercolour', 'brush', 'cartoon', 'kuwahara', 'illustration'],
  params: {
    radius: px('Stroke', 'How wide the brush is.', 6, [2, 24], { limits: [1, 80] }),
    colours: count('Tones', 'How many tones are mixed; 0 takes all.', 0, [0, 64], { soft: [0, 24] }),
    strength: share('Strength', 'How much of the painting shows.', 1),
  },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.35,
  neutral: (v) => v.strength === 0,
  reach: (v, scale) => Math.ceil(v.radius * scale) + gaussianReach((v.radius * scale) / 2) + 2,
  /** On display codes: of eight neighbourhoods about each pixel those count most that vary least; then the nearest of so many even tones. */
  render({ kernels: k, input, values: v, scale }) {
    const codes = runProgram(k, input, [{ op: 'encode' }])
    const out = painted(k, codes, v.radius * scale)
    const n = input.width * input.height
    const levels = Math.round(v.colours)
    if (levels >= 2) runProgram(k, out, [{ op: 'posterise', levels }], out)
    k.raw.mix(out.block.at, codes.block.at, out.block.at, n, v.strength)
    k.free(codes)
    runProgram(k, out, [{ op: 'decode' }], out)
    alphaFrom(k, out, input)
    return out
  },
})
