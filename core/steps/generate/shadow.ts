import { filled, gather, gaussian, gaussianReach, holdBy, overInto, weigh } from '../../kernels'
import { maths } from '../../maths'
import { colour, degrees, px, share, toggle } from '../../params/make'
import { declareStep } from '../declare'

export const dropShadow = declareStep({
  id: 'drop-shadow',
  name: 'Drop shadow',
  aim: 'make',
  family: 'generate',
  purpose: 'Lets what is opaque cast a shadow on what lies below.',
  words: ['shadow', 'depth', 'alpha', 'lift'],
  params: {
    angle: degrees('Angle', 'Where the shadow falls.', 55),
    distance: px('Distance', 'How far it falls.', 14, [0, 120]),
    soft: px('Softness', 'How soft it is.', 8, [0, 60], { limits: [0, 500] }),
    opacity: share('Opacity', 'How dark it is.', 0.6),
    colour: colour('Colour', 'The colour of the shadow.', [0, 0, 0]),
    alone: toggle('Shadow alone', 'Leaves out what casts it.', false),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) => v.opacity === 0 && !v.alone,
  reach: (v, scale) => Math.ceil(v.distance * scale) + gaussianReach(v.soft * scale) + 2,
  /** Alpha, moved and under a Gaussian, times opacity, in a colour, below the picture (or alone). */
  render({ kernels: k, input, values: v, scale }) {
    const alpha = weigh(k, input, [0, 0, 0, v.opacity])
    const flat = filled(k, input.width, input.height, [...v.colour, 1])
    holdBy(k, flat, alpha)
    k.free(alpha)
    const turn = (v.angle * Math.PI) / 180
    const [dx, dy] = [maths.cos(turn) * v.distance * scale, maths.sin(turn) * v.distance * scale]
    const moved = gather(k, flat, [{ to: [1, 0, -dx, 0, 1, -dy], weight: [1, 1, 1, 1] }], 'black')
    k.free(flat)
    const soft = gaussian(k, moved, v.soft * scale, v.soft * scale, 'black')
    k.free(moved)
    if (!v.alone) overInto(k, input, soft)
    return soft
  },
})
