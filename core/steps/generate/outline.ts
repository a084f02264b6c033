import { filled, gaussian, gaussianReach, grow, holdBy, joinInto, overInto, weigh } from '../../kernels'
import { choice, colour, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const outline = declareStep({
  id: 'outline',
  name: 'Outline',
  aim: 'make',
  family: 'generate',
  purpose: 'Draws a line round what is opaque.',
  words: ['stroke', 'sticker', 'border', 'alpha', 'contour'],
  params: {
    width: px('Width', 'How wide the line is.', 6, [0, 40], { limits: [0, 120] }),
    soft: px('Softness', 'How soft its outer edge is.', 0, [0, 30], { limits: [0, 200] }),
    where: choice('Lies', 'On which side of the edge.', { outside: 'Outside', inside: 'Inside' }),
    colour: colour('Colour', 'The colour of the line.', [0.95, 0.93, 0.86]),
    opacity: share('Opacity', 'How much it covers.', 1),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.12,
  neutral: (v) => v.opacity === 0 || v.width === 0,
  reach: (v, scale) => Math.ceil(v.width * scale) + gaussianReach(v.soft * scale) + 2,
  /** Alpha grown (or shrunk) by a disc; the line lies under the picture, or over it inside. */
  render({ kernels: k, input, values: v, scale }) {
    const alpha = weigh(k, input, [0, 0, 0, 1])
    const inside = v.where === 'inside'
    const grown = grow(k, alpha, v.width * scale * (inside ? -1 : 1))
    if (inside) joinInto(k, alpha, grown, 'subtract')
    const [r, g, b] = v.colour.map((c) => c * v.opacity) as [number, number, number]
    const line = filled(k, input.width, input.height, [r, g, b, v.opacity])
    holdBy(k, line, inside ? alpha : grown)
    k.free(grown, alpha)
    const soft = gaussian(k, line, v.soft * scale, v.soft * scale, 'black')
    k.free(line)
    if (!inside) {
      overInto(k, input, soft)
      return soft
    }
    const out = k.frame(input.width, input.height)
    out.data.set(input.data)
    overInto(k, soft, out)
    k.free(soft)
    return out
  },
})
