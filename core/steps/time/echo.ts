import type { Frame } from '../../frame'
import { copyOf, addScaledInto, blendInto, filled, type Kernels, overInto } from '../../kernels'
import { maths } from '../../maths'
import { choice, count, number, share } from '../../params/make'
import { declareStep, otherTimes } from '../declare'

export const echo = declareStep({
  id: 'echo',
  name: 'Echo',
  aim: 'time',
  family: 'time',
  purpose: 'Lets earlier (or later) pictures linger.',
  words: ['trails', 'ghost', 'delay', 'feedback', 'motion trail'],
  params: {
    count: count('Echoes', 'How many other pictures are seen.', 5, [1, 16]),
    spacing: number(
      'Spacing',
      'Frames from one echo to the next; below 0 they come from later frames.',
      2,
      [-24, 24],
      {
        soft: [-8, 8],
        step: 1,
        digits: 0,
        unit: 'frames',
      },
    ),
    decay: share('Fall-off', 'How much of each is left in the next.', 0.7),
    join: choice('Join', 'How echoes and the picture are laid over each other.', {
      mean: 'Mean',
      lighten: 'Lighter wins',
      darken: 'Darker wins',
      plus: 'Adds up',
      under: 'Under each other',
    }),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.02,
  neutral: (v) => Math.round(v.spacing) === 0 || v.decay === 0,
  reach: () => 0,
  inputs: otherTimes((v: { count: number; spacing: number }, time) =>
    Array.from({ length: Math.round(v.count) }, (_, i) => time - (i + 1) * Math.round(v.spacing)),
  ),
  /** Weights 1, d, d^2 …: as a mean they are divided by their sum; else each picture joins the result in turn, times its weight. */
  render({ kernels: k, input, values: v, times }) {
    const others = times.before ?? []
    if (v.join === 'mean') return mean(k, [input, ...others], v.decay)
    let out = copyOf(k, input)
    others.forEach((frame, i) => {
      const weight = maths.pow(v.decay, i + 1)
      if (v.join === 'under') {
        const faint = scaledCopy(k, frame, weight)
        overInto(k, out, faint)
        k.free(out)
        out = faint
      } else blendInto(k, frame, out, v.join as 'plus', weight)
    })
    return out
  },
})

function scaledCopy(k: Kernels, frame: Frame, weight: number): Frame {
  const out = filled(k, frame.width, frame.height, [0, 0, 0, 0])
  addScaledInto(k, out, frame, weight)
  return out
}

function mean(k: Kernels, frames: readonly Frame[], decay: number): Frame {
  const [first] = frames as [Frame]
  const total = frames.reduce((sum, _, i) => sum + maths.pow(decay, i), 0)
  const out = filled(k, first.width, first.height, [0, 0, 0, 0])
  frames.forEach((frame, i) => addScaledInto(k, out, frame, maths.pow(decay, i) / total))
  return out
}
