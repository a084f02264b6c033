import { copyOf } from '../../kernels'
import { number } from '../../params/make'
import { declareStep, otherTimes } from '../declare'

export const freeze = declareStep({
  id: 'freeze',
  name: 'Freeze',
  aim: 'time',
  family: 'time',
  purpose: 'Holds one frame for as long as the step acts.',
  words: ['still', 'hold', 'pause', 'stop'],
  params: {
    frame: number(
      'Frame',
      'The frame that is held, in frames of the shot’s treatment.',
      0,
      [-100000, 100000],
      {
        soft: [0, 240],
        step: 1,
        digits: 0,
        unit: 'frames',
      },
    ),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.02,
  neutral: () => false,
  reach: () => 0,
  inputs: otherTimes((v: { frame: number }) => [Math.round(v.frame)]),
  /** The picture before the step at that frame. */
  render: ({ kernels: k, input, times }) => copyOf(k, times.before?.[0] ?? input),
})
