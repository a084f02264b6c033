import { mixInto, runProgram } from '../kernels'
import { choice } from '../params/make'
import { declareStep } from '../steps/declare'

export const dissolve = declareStep({
  id: 'dissolve',
  name: 'Dissolve',
  aim: 'cross',
  family: 'cross',
  purpose: 'Lets one shot go over into the next.',
  words: ['crossfade', 'fade', 'mix', 'transition'],
  params: {
    space: choice(
      'Goes over',
      'In light it behaves like two exposures; as seen, the middle looks half and half.',
      {
        light: 'In light',
        seen: 'As seen',
      },
    ),
    pace: choice('Pace', 'How it runs.', { even: 'Even', ease: 'Gently in and out' }),
  },
  inputs: {
    incoming: { label: 'Incoming', help: 'The shot that comes.', kind: 'frame', default: 'incoming' },
  },
  outputs: [],
  keepsAlpha: false,
  crosses: true,
  proxyError: 0.01,
  neutral: () => false,
  reach: () => 0,
  /** a + (b - a) p, with p from 0 to 1 or 3p² - 2p³; as seen, on display codes. */
  render({ kernels: k, input, values: v, frames: { incoming }, progress: p }) {
    const share = v.pace === 'ease' ? p * p * (3 - 2 * p) : p
    const seen = v.space === 'seen'
    const out = runProgram(k, incoming ?? input, seen ? [{ op: 'encode' }] : [])
    const from = seen ? runProgram(k, input, [{ op: 'encode' }]) : input
    mixInto(k, from, out, share)
    if (!seen) return out
    k.free(from)
    return runProgram(k, out, [{ op: 'decode' }], out)
  },
})
