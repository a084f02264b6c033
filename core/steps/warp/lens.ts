import { maths } from '../../maths'
import { choice, edge, number, point } from '../../params/make'
import { declareStep } from '../declare'
import { bent } from './rule'

export const lensDistortion = declareStep({
  id: 'lens-distortion',
  name: 'Lens distortion',
  aim: 'bend',
  family: 'warp',
  purpose: 'Takes the curvature of a lens away, or puts it back.',
  words: ['barrel', 'pincushion', 'fisheye', 'undistort', 'wide angle'],
  params: {
    way: choice(
      'Does',
      'Bends straight lines as a lens does, or straightens what a lens has bent; the two undo each other.',
      { on: 'Puts curvature on', off: 'Takes it off' },
    ),
    k1: number('Curvature', 'Above 0 barrel, below 0 pincushion.', 0.1, [-0.8, 0.8], {
      soft: [-0.4, 0.4],
      step: 0.002,
      digits: 3,
    }),
    k2: number('Towards the border', 'Curvature that grows faster.', 0, [-0.8, 0.8], {
      soft: [-0.3, 0.3],
      step: 0.002,
      digits: 3,
    }),
    centre: point('Centre', 'Where the lens looks straight.'),
    scale: number('Size', 'Enlarges the result to hide its borders.', 1, [0.1, 4], {
      soft: [0.8, 1.5],
      step: 0.005,
      digits: 3,
      unit: '×',
    }),
    edge: edge(),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) => v.k1 === 0 && v.k2 === 0 && v.scale === 1,
  reach: () => Infinity,
  /**
   * Places in heights from the centre: a straight picture at radius r is seen by the lens at the radius q for which r = q (1 + k1 q^2 + k2 q^4) (Brown 1966, with the distorted radius on the
   * right). On: the result at q takes the source at r. Off: the result at r takes the source at q, found by Newton's method.
   */
  render({ kernels: k, input, values: v, place }) {
    const straight = (q: number) => q * (1 + q * q * (v.k1 + v.k2 * q * q))
    return bent(
      k,
      input,
      place,
      v.centre,
      v.edge,
      (x, y, to) => {
        const r = Math.sqrt(x * x + y * y) / v.scale
        const from = v.way === 'on' ? straight(r) : curved(r, v.k1, v.k2)
        const f = r > 1e-9 ? from / r / v.scale : 1 / v.scale
        to[0] = x * f
        to[1] = y * f
      },
      v.way === 'on' ? 6 : 1,
    )
  },
})

/** q with q (1 + k1 q^2 + k2 q^4) = r; NaN where the lens has no such place. */
export function curved(r: number, k1: number, k2: number): number {
  let q = r
  for (let i = 0; i < 24; i++) {
    const q2 = q * q
    const slope = 1 + 3 * k1 * q2 + 5 * k2 * q2 * q2
    if (slope < 0.02) return NaN
    const step = (q * (1 + k1 * q2 + k2 * q2 * q2) - r) / slope
    q -= step
    if (Math.abs(step) < 1e-12) return q
  }
  return Math.abs(q * (1 + k1 * q * q + k2 * maths.pow(q, 4)) - r) < 1e-6 ? q : NaN
}
