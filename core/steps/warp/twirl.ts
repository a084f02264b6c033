import { maths } from '../../maths'
import { degrees, edge, point, times } from '../../params/make'
import { declareStep } from '../declare'
import { bent } from './rule'

export const twirl = declareStep({
  id: 'twirl',
  name: 'Twirl',
  aim: 'bend',
  family: 'warp',
  purpose: 'Stirs the picture about a point.',
  words: ['swirl', 'vortex', 'whirl', 'spiral'],
  params: {
    centre: point('Centre', 'The middle of the whirl.'),
    angle: degrees('Angle', 'How far the middle turns, clockwise.', 120, { soft: [-720, 720] }),
    radius: times('Radius', 'How far it reaches, as a share of the height.', 0.5, 4, { soft: [0.05, 1.5] }),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.1,
  neutral: (v) => v.angle === 0 || v.radius === 0,
  reach: () => Infinity,
  /** Turned by angle (1 - r / radius)^2 within the radius. */
  render({ kernels: k, input, values: v, place }) {
    const most = (v.angle * Math.PI) / 180
    return bent(
      k,
      input,
      place,
      v.centre,
      v.edge,
      (x, y, to) => {
        const q = 1 - Math.sqrt(x * x + y * y) / Math.max(v.radius, 1e-6)
        if (q <= 0) return
        const turn = -most * q * q
        const [c, s] = [maths.cos(turn), maths.sin(turn)]
        to[0] = c * x - s * y
        to[1] = s * x + c * y
      },
      2,
    )
  },
})
