import type { ColourOp } from '../../kernels'
import { curveSamples } from '../../params'
import { declareColourStep } from '../declare'

const STRAIGHT = [0, 0, 1, 1]
/** Code values that the table covers; 1,025 samples put its error below 1e-4 for curves without kinks. */
const [LOW, HIGH, SAMPLES] = [-0.25, 2, 1025]

const straight = (points: readonly number[]) =>
  points.every((v, i) => (i % 2 ? Math.abs(v - (points[i - 1] as number)) < 1e-9 : true))

export const curves = declareColourStep({
  id: 'curves',
  name: 'Curves',
  aim: 'correct',
  family: 'colour',
  purpose: 'Bends tones along drawn curves, for all channels together and for each alone.',
  params: {
    tone: {
      type: 'curve',
      label: 'All',
      help: 'Tones of all channels: from the left dark to light.',
      default: STRAIGHT,
      group: 'All channels',
    },
    red: {
      type: 'curve',
      label: 'Red',
      help: 'Tones of red alone, after the common curve.',
      default: STRAIGHT,
      channel: 'red',
      group: 'Single channels',
    },
    green: {
      type: 'curve',
      label: 'Green',
      help: 'Tones of green alone, after the common curve.',
      default: STRAIGHT,
      channel: 'green',
      group: 'Single channels',
    },
    blue: {
      type: 'curve',
      label: 'Blue',
      help: 'Tones of blue alone, after the common curve.',
      default: STRAIGHT,
      channel: 'blue',
      group: 'Single channels',
    },
  },
  proxyError: 0.03,
  neutral: (v) => straight(v.tone) && straight(v.red) && straight(v.green) && straight(v.blue),
  /** On sRGB code values, as the eye sees tones: encode, curve, curve by channel, decode. Beyond the table's ends values are held. */
  colour(v): ColourOp[] {
    const table = (samples: readonly number[][]): ColourOp => ({
      op: 'curves',
      low: LOW,
      high: HIGH,
      samples,
    })
    const sampled = (points: readonly number[]) => curveSamples(points, LOW, HIGH, SAMPLES)
    const tone = sampled(v.tone)
    const single = [v.red, v.green, v.blue]
    if ([v.tone, ...single].every(straight)) return []
    return [
      { op: 'encode' },
      ...(straight(v.tone) ? [] : [table([tone, tone, tone])]),
      ...(single.every(straight) ? [] : [table(single.map(sampled))]),
      { op: 'decode' },
    ]
  },
})
