import type { Rgb } from '../../kernels'
import { declareColourStep } from '../declare'

const all = (v: number): Rgb => [v, v, v]
const ends = { min: -1, max: 4, soft: [0, 1], step: 0.005, digits: 3 } as const

const whole = ([low, high]: readonly [number, number]) => low === 0 && high === 1

export const levels = declareColourStep({
  id: 'levels',
  name: 'Levels',
  aim: 'correct',
  family: 'colour',
  purpose: 'Stretches a range of tones to black and white, or holds tones within a range.',
  params: {
    input: {
      type: 'range',
      label: 'Take from',
      help: 'These tones become the two ends of what is given.',
      default: [0, 1],
      ...ends,
    },
    bend: {
      type: 'number',
      label: 'Middle',
      help: 'Lightens or darkens between the ends.',
      default: 1,
      min: 0.1,
      max: 10,
      soft: [0.4, 2.5],
      step: 0.01,
      digits: 2,
      unit: '×',
    },
    output: {
      type: 'range',
      label: 'Give as',
      help: 'What the two ends become.',
      default: [0, 1],
      ...ends,
    },
    limit: {
      type: 'toggle',
      label: 'Cut beyond',
      help: 'Cuts tones outside the range instead of letting them go on.',
      default: false,
    },
  },
  proxyError: 0.03,
  neutral: (v) => !v.limit && v.bend === 1 && whole(v.input) && whole(v.output),
  /** On sRGB code values: (x - low) / (high - low), then a power of 1 / middle that keeps the sign, then to the range given. */
  colour({ input, output, bend, limit }) {
    if (!limit && bend === 1 && whole(input) && whole(output)) return []
    const width = Math.max(1e-4, input[1] - input[0])
    return [
      { op: 'encode' },
      { op: 'levels', scale: all(1 / width), offset: all(-input[0] / width) },
      ...(limit ? [{ op: 'clamp', low: 0, high: 1 } as const] : []),
      { op: 'power', exponent: all(1 / bend), scale: all(1) },
      { op: 'levels', scale: all(output[1] - output[0]), offset: all(output[0]) },
      { op: 'decode' },
    ]
  },
})
