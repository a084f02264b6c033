import { bendPlane, copyOf, mixInto, runProgram, weigh } from '../kernels'
import { share, toggle } from '../params/make'
import { declareCrossing } from './crossing'
import { goneOver, plainEdge } from './shares'

export const pictureDissolve = declareCrossing({
  id: 'picture-dissolve',
  name: 'Dissolve by a picture',
  purpose: 'The tones of a picture say when each place goes over: dark ones first.',
  words: ['gradient', 'wipe', 'matte', 'luma', 'pattern', 'brush'],
  params: {
    turned: toggle('Bright first', 'Bright places of the picture go over first.', false),
    soft: share('Softness', 'How gently each tone goes over.', 0.1),
  },
  inputs: {
    when: {
      label: 'Picture',
      help: 'The picture whose tones say when; without one it is a plain dissolve.',
      kind: 'frame',
      default: 'none',
    },
  },
  proxyError: 0.3,
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, frames, p }) {
    if (!frames.when) {
      const out = copyOf(k, incoming)
      mixInto(k, input, out, p)
      return out
    }
    const codes = runProgram(k, frames.when, [{ op: 'encode' }])
    const when = weigh(k, codes, [0.2126, 0.7152, 0.0722, 0])
    k.free(codes)
    bendPlane(k, when, v.turned ? -1 : 1, v.turned ? 1 : 0)
    return goneOver(k, input, incoming, when, {
      p,
      span: 1,
      scale: 1,
      edge: plainEdge(Math.max(0.005, v.soft)),
    })
  },
})
