import type { Edge } from '../kernels'
import { maths } from '../maths'
import { multiply, shifted, turned } from '../matrix'
import { edge, number, point, share } from '../params/make'
import { smearedAbout } from '../steps/blur/radial'
import { declareCrossing } from './crossing'
import { warped } from './moving'

export const punchIn = declareCrossing({
  id: 'punch-in',
  name: 'Punch in',
  purpose: 'Jumps closer with the cut and settles, as a quick move of the camera.',
  words: ['jump', 'zoom', 'beat', 'hit', 'scale'],
  params: {
    centre: point('Centre', 'The place that stays where it is.'),
    zoom: number('Size', 'How much larger the pictures are at the cut.', 1.25, [0.5, 4], {
      soft: [1, 2],
      unit: '×',
    }),
    at: share('Cut at', 'When the one picture makes way for the other.', 0.3),
    blur: share('Motion blur', 'How much of the growing shows as blur.', 0.4),
    edge: edge('mirror'),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, p }) {
    const beyond = v.edge as Edge
    const at = Math.min(0.99, Math.max(0.01, v.at))
    const grown = p < at ? p / at : (1 - p) / (1 - at)
    const strength = grown * grown
    const [x, y] = [v.centre[0] * input.width, v.centre[1] * input.height]
    const map = multiply(shifted(x, y), multiply(turned(0, 1 + (v.zoom - 1) * strength), shifted(-x, -y)))
    const made = warped(k, p < at ? input : incoming, map, beyond)
    const smear = (v.zoom - 1) * v.blur * strength
    if (Math.abs(smear) < 1e-3) return made
    const far = maths.hypot(Math.max(x, made.width - x), Math.max(y, made.height - y))
    const exposure = { kind: 'zoom', spread: maths.log(1 + smear), shift: 1, far } as const
    const out = smearedAbout(k, made, [x, y], exposure, beyond)
    k.free(made)
    return out
  },
})
