import { type ColourOp, runProgram, showPlane } from '../../kernels'
import { maths } from '../../maths'
import { choice, colour } from '../../params/make'
import { plainly, rasterise } from '../../region'
import { declareStep } from '../declare'

export const vignette = declareStep({
  id: 'vignette',
  name: 'Vignette',
  aim: 'light',
  family: 'light',
  purpose: 'Darkens or lightens the picture away from a place in it.',
  params: {
    centre: {
      type: 'point',
      label: 'Centre',
      help: 'The place that stays as it is.',
      default: [0.5, 0.5],
    },
    strength: {
      type: 'number',
      label: 'Strength',
      help: 'Stops of light taken away in full; below 0 gives light.',
      default: 1,
      min: -6,
      max: 10,
      soft: [0, 3],
      step: 0.02,
      digits: 2,
      unit: 'stops',
    },
    by: choice('Takes away', 'Whether the border loses light or gives way to a colour.', {
      light: 'Light',
      colour: 'Goes to a colour',
    }),
    colour: colour('Colour', 'The colour at the border.', [0.01, 0.012, 0.03], {
      when: (v) => v.by === 'colour',
    }),
    size: {
      type: 'number',
      label: 'Size',
      help: 'Where it is half as strong, as a share of the picture.',
      default: 0.9,
      min: 0.01,
      max: 4,
      soft: [0.2, 2],
      step: 0.01,
      digits: 2,
      unit: '×',
    },
    softness: {
      type: 'number',
      label: 'Softness',
      help: 'Width of the fall, as a share of the height.',
      default: 0.7,
      min: 0.01,
      max: 4,
      soft: [0.05, 1.5],
      step: 0.01,
      digits: 2,
      unit: '×',
    },
    form: {
      type: 'choice',
      label: 'Form',
      help: 'The outline that it falls off from.',
      default: 'ellipse',
      options: [
        { value: 'ellipse', label: 'Ellipse' },
        { value: 'rectangle', label: 'Rectangle' },
      ],
    },
    angle: {
      type: 'number',
      label: 'Angle',
      help: 'Turns the form, clockwise.',
      default: 0,
      min: -3600,
      max: 3600,
      soft: [-90, 90],
      step: 0.5,
      digits: 1,
      unit: '°',
    },
  },
  outputs: [{ id: 'fall', label: 'Fall-off' }],
  keepsAlpha: true,
  proxyError: 0.03,
  neutral: (v) => v.strength === 0,
  reach: () => 0,
  /** Colour times 2^-strength where the matte of the form, inverted, is 1, mixed by that matte; its edge is a smoothstep of the distance. */
  render({ kernels: k, input, values: v, scale, place, view }) {
    const [width, height] = [place.width / scale, place.height / scale]
    const soft = (v.softness * height) / 2
    const matte = rasterise(
      k,
      { x: place.x, y: place.y, width: input.width, height: input.height },
      [
        {
          ...plainly(),
          kind: v.form as 'ellipse',
          angle: v.angle,
          round: 0,
          feather: [soft, soft],
          centre: [v.centre[0] * width, v.centre[1] * height],
          size: [v.size * width, v.size * height],
        },
      ],
      true,
      { size: place, scale },
    )
    const gain = maths.pow(2, -v.strength)
    const kept = v.by === 'colour' ? Math.min(1, gain) : gain
    const dark: ColourOp = {
      op: 'levels',
      scale: [kept, kept, kept],
      offset:
        v.by === 'colour' ? (v.colour.map((c) => c * (1 - kept)) as [number, number, number]) : [0, 0, 0],
    }
    const out = view
      ? showPlane(k, matte)
      : runProgram(k, input, [{ op: 'keep' }, dark, { op: 'mixKept', amount: 1, matte }])
    k.free(matte)
    return out
  },
})
