import type { Frame, Plane } from '../../frame'
import { addScaledInto, type Edge, iris, type Kernels, pick } from '../../kernels'
import { maths } from '../../maths'
import { choice, count, degrees, edge, px, share, times } from '../../params/make'
import { declareStep, regionInput } from '../declare'

/** How many pictures of rising blur a region chooses between. */
const LEVELS = 5

export const lensBlur = declareStep({
  id: 'lens-blur',
  name: 'Lens blur',
  aim: 'focus',
  family: 'blur',
  purpose: 'Throws the picture out of focus: every point becomes the opening of a lens.',
  words: ['bokeh', 'defocus', 'iris', 'depth of field', 'out of focus'],
  params: {
    radius: px('Radius', 'How large a point becomes.', 12, [0, 60], { limits: [0, 300] }),
    blades: count('Blades', '3 to 9 blades; 0 is a circle.', 6, [0, 9]),
    curvature: share('Curvature', 'How round the blades are.', 0.2, { when: (v) => Number(v.blades) >= 3 }),
    rotation: degrees('Rotation', 'Turns the opening.', 15, { when: (v) => Number(v.blades) >= 3 }),
    emphasis: times('Highlights', 'How much brighter lights become that are spread.', 0, 20, {
      soft: [0, 5],
    }),
    threshold: times('From', 'Light above this counts as a highlight.', 0.8, 100, {
      soft: [0, 2],
      when: (v) => Number(v.emphasis) > 0,
    }),
    by: choice(
      'Region',
      'Whether the region limits the blur, or says how strong it is at each place, as depth does.',
      {
        limit: 'Limits the blur',
        amount: 'Says how much, like depth',
      },
    ),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.12,
  neutral: (v) => v.radius === 0,
  inputs: regionInput(
    'How much is blurred where: white in full, black not at all.',
    (v) => v.by === 'amount',
  ),
  reach: (v, scale) => Math.ceil(v.radius * scale) * 2 + 32,
  /** The mean over the opening, exact to 24 px of the frame. With a region as amount: the matte chooses among radii that rise as its square. */
  render({ kernels: k, input, values: v, scale, mattes: { amount } }) {
    const bright = k.frame(input.width, input.height)
    bright.data.set(input.data)
    if (v.emphasis > 0) {
      const light = k.frame(input.width, input.height)
      k.raw.glowLight(
        light.block.at,
        input.block.at,
        input.width * input.height,
        v.threshold,
        v.threshold * 0.2,
      )
      addScaledInto(k, bright, light, v.emphasis)
      k.free(light)
    }
    const opened = (radius: number) => {
      const blades = v.blades < 3 ? 0 : Math.round(v.blades)
      return iris(
        k,
        bright,
        { radius: radius * scale, blades, curvature: v.curvature, rotation: v.rotation },
        v.edge as Edge,
      )
    }
    const out = amount ? graded(k, input, amount, (share) => opened(v.radius * share)) : opened(v.radius)
    k.free(bright)
    return out
  },
})

/** Pictures for rising shares of a blur, chosen among by a matte. The first is the picture itself. */
export function graded(k: Kernels, input: Frame, amount: Plane, blurred: (share: number) => Frame): Frame {
  const made = Array.from({ length: LEVELS - 1 }, (_, i) => blurred(maths.pow((i + 1) / (LEVELS - 1), 2)))
  const out = pick(k, [input, ...made], amount)
  k.free(...made)
  return out
}
