import { bendPlane, copyOf, gaussian, runProgram, weigh } from '../kernels'
import { choice, px, share } from '../params/make'
import { declareCrossing } from './crossing'
import { goneOver, plainEdge } from './shares'

export const toneDissolve = declareCrossing({
  id: 'tone-dissolve',
  name: 'Dissolve by tone',
  purpose: 'Bright or dark places of a picture go over first.',
  words: ['luma', 'luminance', 'dark', 'bright', 'fade'],
  params: {
    by: choice('By', 'Whose tones say when.', { out: 'The shot before', in: 'The shot that comes' }),
    first: choice('First', 'What goes over first.', { light: 'Bright places', dark: 'Dark places' }),
    soft: share('Softness', 'How gently each tone goes over.', 0.35),
    smooth: px('Smoothness', 'Softens the tones, so that no grain shows in the edge.', 3, [0, 40], {
      limits: [0, 400],
    }),
  },
  proxyError: 0.3,
  reach: (v, scale) => Math.ceil(v.smooth * scale * 4) + 2,
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const of = v.by === 'out' ? input : incoming
    const sigma = v.smooth * scale
    const smooth = sigma > 0.05 ? gaussian(k, of, sigma, sigma, 'clamp') : copyOf(k, of)
    runProgram(k, smooth, [{ op: 'encode' }], smooth)
    const when = weigh(k, smooth, [0.2126, 0.7152, 0.0722, 0])
    k.free(smooth)
    bendPlane(k, when, v.first === 'light' ? -1 : 1, v.first === 'light' ? 1 : 0)
    return goneOver(k, input, incoming, when, {
      p,
      span: 1,
      scale: 1,
      edge: plainEdge(Math.max(0.02, v.soft)),
    })
  },
})
