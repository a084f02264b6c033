import { type Edge, iris, warpPerspective } from '../../kernels'
import { count, edge, number, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const focusPull = declareStep({
  id: 'focus-pull',
  name: 'Focus pull',
  aim: 'focus',
  family: 'blur',
  purpose: 'Racks focus: one number that blurs and, as lenses do, changes the size of the picture a little.',
  words: ['rack focus', 'breathing', 'defocus'],
  params: {
    focus: share('Out of focus', '0 is sharp; set keys on this one.', 0.6),
    radius: px('Radius', 'How large a point becomes when it is quite out of focus.', 24, [0, 80], {
      limits: [0, 300],
    }),
    breathing: number('Breathing', 'How much larger the picture gets meanwhile.', 0.03, [-0.3, 0.3], {
      soft: [-0.1, 0.1],
      digits: 3,
      step: 0.001,
    }),
    blades: count('Blades', '3 to 9 blades; 0 is a circle.', 0, [0, 9]),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.1,
  neutral: (v) => v.focus === 0 || (v.radius === 0 && v.breathing === 0),
  reach: () => Infinity,
  /** Scaled about the middle by 1 + breathing * focus (bicubic), then the mean over an opening of radius * focus. */
  render({ kernels: k, input, values: v, scale }) {
    const s = 1 / Math.max(0.05, 1 + v.breathing * v.focus)
    const [w, h] = [input.width, input.height]
    const to = [s, 0, (w / 2) * (1 - s), 0, s, (h / 2) * (1 - s), 0, 0, 1]
    const sized = warpPerspective(k, input, to, { edge: v.edge as Edge, filter: 'bicubic' })
    const blades = v.blades < 3 ? 0 : Math.round(v.blades)
    const radius = v.radius * v.focus * scale
    const out = iris(k, sized, { radius, blades, curvature: 0.3, rotation: 0 }, v.edge as Edge)
    k.free(sized)
    return out
  },
})
