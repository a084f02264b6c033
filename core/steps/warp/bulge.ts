import { edge, number, point, times } from '../../params/make'
import { declareStep } from '../declare'
import { bent } from './rule'

export const bulge = declareStep({
  id: 'bulge',
  name: 'Bulge',
  aim: 'bend',
  family: 'warp',
  purpose: 'Swells or pinches the picture about a point.',
  words: ['pinch', 'magnify', 'spherize', 'lens', 'punch'],
  params: {
    centre: point('Centre', 'The middle of the swelling.'),
    amount: number('Amount', 'Above 0 swells, below 0 pinches.', 0.5, [-0.95, 0.95], { soft: [-0.9, 0.9] }),
    radius: times('Radius', 'How far it reaches, as a share of the height.', 0.45, 4, { soft: [0.05, 1.5] }),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.1,
  neutral: (v) => v.amount === 0 || v.radius === 0,
  reach: () => Infinity,
  /** Within the radius R a point at r shows what lay at r (1 - amount (1 - (r / R)^2)^2): the slope at the rim is that of rest. */
  render({ kernels: k, input, values: v, place }) {
    return bent(
      k,
      input,
      place,
      v.centre,
      v.edge,
      (x, y, to) => {
        const q = 1 - (x * x + y * y) / Math.max(v.radius * v.radius, 1e-9)
        if (q <= 0) return
        const f = 1 - v.amount * q * q
        to[0] = x * f
        to[1] = y * f
      },
      3,
    )
  },
})
