import { copyOf } from '../../kernels'
import { number } from '../../params/make'
import { declareStep, otherTimes } from '../declare'

export const stutter = declareStep({
  id: 'stutter',
  name: 'Stepped frames',
  aim: 'time',
  family: 'time',
  purpose: 'Shows each picture for several frames, as drawn films do.',
  words: ['stutter', 'frame rate', 'on twos', 'strobe', 'choppy', 'stop motion'],
  params: {
    hold: number('Hold', 'How many frames each picture stays.', 3, [1, 48], {
      soft: [1, 12],
      step: 1,
      digits: 0,
      unit: 'frames',
    }),
    phase: number('Begins at', 'Shifts which frames are kept.', 0, [0, 47], {
      soft: [0, 12],
      step: 1,
      digits: 0,
      unit: 'frames',
    }),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.02,
  neutral: (v) => Math.round(v.hold) === 1,
  reach: () => 0,
  inputs: otherTimes((v: { hold: number; phase: number }, time) => {
    const [n, p] = [Math.round(v.hold), Math.round(v.phase)]
    return [Math.floor((time - p) / n) * n + p]
  }),
  /** The picture of the last kept frame: floor((t - phase) / hold) hold + phase. */
  render: ({ kernels: k, input, times }) => copyOf(k, times.before?.[0] ?? input),
})
