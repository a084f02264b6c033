import type { Frame } from '../frame'
import { type ColourOp, mixInto, runProgram } from '../kernels'
import { choice } from '../params/make'
import { declareCrossing } from './crossing'

export const dissolve = declareCrossing({
  id: 'dissolve',
  name: 'Dissolve',
  purpose: 'Lets one shot go over into the next.',
  words: ['crossfade', 'fade', 'mix', 'transition'],
  params: {
    space: choice(
      'Goes over',
      'In light it behaves like two exposures; as seen, the middle looks half and half; like film, lights hold longest.',
      { light: 'In light', seen: 'As seen', film: 'Like film' },
    ),
  },
  proxyError: 0.01,
  reach: () => 0,
  /** a + (b - a) p in light, on display codes, or on densities: the logarithm of light, as two negatives printed through each other. */
  render({ kernels: k, input, incoming, values: v, p }) {
    const [to, back]: [ColourOp[], ColourOp[]] =
      v.space === 'seen' ? [[{ op: 'encode' }], [{ op: 'decode' }]] : [[], []]
    const out = runProgram(k, incoming, to)
    const from = to.length ? runProgram(k, input, to) : input
    if (v.space === 'film') return film(input, out, p)
    mixInto(k, from, out, p)
    if (!back.length) return out
    k.free(from)
    return runProgram(k, out, back, out)
  },
})

/** Where film has no density left: light above black that it answers to. */
const BASE = 0.02

/** Both prints lie on each other: the geometric mean of (light + base), weighted by how far it is; alpha goes evenly. */
function film(from: Frame, out: Frame, p: number): Frame {
  const { data } = out
  for (let i = 0; i < data.length; i += 4) {
    for (let c = 0; c < 3; c++) {
      const [a, b] = [from.data[i + c] as number, data[i + c] as number]
      const [u, w] = [Math.max(0, a) + BASE, Math.max(0, b) + BASE]
      // Between the arithmetic and the harmonic mean, without a power: lights hold, darks come late.
      const even = u + (w - u) * p
      const harmonic = (u * w) / (w + (u - w) * p)
      data[i + c] = Math.sqrt(even * harmonic) - BASE + Math.min(0, a) * (1 - p) + Math.min(0, b) * p
    }
    data[i + 3] = (from.data[i + 3] as number) * (1 - p) + (data[i + 3] as number) * p
  }
  return out
}
