import { fromOklab, oklabMap, toOklab, whiteBalance } from '../../colour'
import type { ColourOp } from '../../kernels'
import { maths } from '../../maths'
import type { Matrix3 } from '../../matrix'
import { declareColourStep } from '../declare'

/** Turns the hue of every colour in Oklab, by degrees. */
export function turnHue(degrees: number): ColourOp[] {
  const [c, s] = [maths.cos((degrees * Math.PI) / 180), maths.sin((degrees * Math.PI) / 180)]
  return [...toOklab, oklabMap([1, 0, 0, 0, c, -s, 0, s, c], [0, 0, 0]), ...fromOklab]
}

const rgb = { type: 'rgb', min: -4, max: 8, step: 0.005, digits: 3 } as const

export const grade = declareColourStep({
  id: 'grade',
  name: 'Grade',
  aim: 'correct',
  family: 'colour',
  purpose: 'Sets exposure, balance, contrast and colour of the picture in linear light.',
  params: {
    exposure: {
      type: 'number',
      label: 'Exposure',
      help: 'Brightens or darkens in stops: each stop doubles the light.',
      default: 0,
      min: -10,
      max: 10,
      soft: [-3, 3],
      step: 0.02,
      digits: 2,
      unit: 'stops',
      group: 'Light',
    },
    contrast: {
      type: 'number',
      label: 'Contrast',
      help: 'Spreads tones away from the pivot, as a power.',
      default: 1,
      min: 0,
      max: 4,
      soft: [0.5, 2],
      step: 0.01,
      digits: 2,
      unit: '×',
      group: 'Light',
    },
    pivot: {
      type: 'number',
      label: 'Pivot',
      help: 'The linear tone that contrast leaves where it is.',
      default: 0.18,
      min: 0.001,
      max: 4,
      soft: [0.02, 1],
      step: 0.005,
      digits: 3,
      group: 'Light',
      when: (v) => v.contrast !== 1,
    },
    temperature: {
      type: 'number',
      label: 'Temperature',
      help: 'Warmer to the right, cooler to the left, in mired.',
      default: 0,
      min: -80,
      max: 400,
      soft: [-80, 80],
      step: 0.5,
      digits: 1,
      unit: 'mired',
      group: 'Colour',
    },
    tint: {
      type: 'number',
      label: 'Tint',
      help: 'Towards magenta to the right, towards green to the left.',
      default: 0,
      min: -60,
      max: 60,
      soft: [-30, 30],
      step: 0.2,
      digits: 1,
      group: 'Colour',
    },
    saturation: {
      type: 'number',
      label: 'Saturation',
      help: 'Strength of all colours; 0 is monochrome.',
      default: 1,
      min: 0,
      max: 4,
      soft: [0, 2],
      step: 0.01,
      digits: 2,
      unit: '×',
      group: 'Colour',
    },
    vibrance: {
      type: 'number',
      label: 'Vibrance',
      help: 'Strength of dull colours; strong ones move least.',
      default: 0,
      min: -1,
      max: 2,
      soft: [-1, 1],
      step: 0.01,
      digits: 2,
      group: 'Colour',
    },
    hue: {
      type: 'number',
      label: 'Hue',
      help: 'Turns all colours round the circle; lightness stays.',
      default: 0,
      min: -180,
      max: 180,
      soft: [-60, 60],
      step: 0.5,
      digits: 1,
      unit: '°',
      group: 'Colour',
    },
    lift: {
      ...rgb,
      label: 'Lift',
      help: 'Raises or lowers black and leaves white.',
      default: [0, 0, 0],
      group: 'Tones',
    },
    gamma: {
      ...rgb,
      min: 0.1,
      label: 'Gamma',
      help: 'Bends the middle tones.',
      default: [1, 1, 1],
      group: 'Tones',
    },
    gain: {
      ...rgb,
      min: 0,
      label: 'Gain',
      help: 'Scales white and leaves black.',
      default: [1, 1, 1],
      group: 'Tones',
    },
  },
  proxyError: 0.02,
  neutral: (v) =>
    v.exposure === 0 &&
    v.temperature === 0 &&
    v.tint === 0 &&
    v.contrast === 1 &&
    v.saturation === 1 &&
    v.vibrance === 0 &&
    v.hue === 0 &&
    v.lift.every((x) => x === 0) &&
    v.gamma.every((x) => x === 1) &&
    v.gain.every((x) => x === 1),
  /**
   * In this order: white balance and exposure as one matrix; pivot * (x / pivot)^contrast; x * (gain - lift) + lift;
   * x^(1 / gamma); luma + (x - luma) * saturation; vibrance; hue turned in Oklab. Powers keep the sign, so values below 0 survive.
   */
  colour(v) {
    const balance: Matrix3 =
      v.temperature || v.tint ? whiteBalance(v.temperature, v.tint) : [1, 0, 0, 0, 1, 0, 0, 0, 1]
    const stop = maths.pow(2, v.exposure)
    const rows = [0, 3, 6].flatMap((i) => [...balance.slice(i, i + 3).map((x) => x * stop), 0])
    const scale = maths.pow(v.pivot, 1 - v.contrast)
    const [lift, gain, gamma] = [v.lift, v.gain, v.gamma]
    return [
      ...(v.exposure || v.temperature || v.tint ? [{ op: 'matrix', rows } as const] : []),
      { op: 'power', exponent: [v.contrast, v.contrast, v.contrast], scale: [scale, scale, scale] },
      { op: 'levels', scale: [gain[0] - lift[0], gain[1] - lift[1], gain[2] - lift[2]], offset: lift },
      { op: 'power', exponent: [1 / gamma[0], 1 / gamma[1], 1 / gamma[2]], scale: [1, 1, 1] },
      { op: 'saturation', amount: v.saturation },
      ...(v.vibrance ? [{ op: 'vibrance', amount: v.vibrance } as const] : []),
      ...(v.hue ? turnHue(v.hue) : []),
    ]
  },
})
