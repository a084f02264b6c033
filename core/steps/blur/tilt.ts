import { bendPlane, gaussian, gaussianReach, ramp, runProgram, showPlane } from '../../kernels'
import { maths } from '../../maths'
import { degrees, point, px, share, times } from '../../params/make'
import { declareStep } from '../declare'
import { graded } from './lens'

export const tiltBand = declareStep({
  id: 'tilt-band',
  name: 'Tilt band',
  aim: 'focus',
  family: 'blur',
  purpose: 'Keeps a band sharp and softens the picture away from it, so that the scene looks like a model.',
  words: ['tilt shift', 'miniature', 'toy', 'model'],
  params: {
    centre: point('Centre', 'The middle of the sharp band.', [0.5, 0.6]),
    angle: degrees('Angle', 'Turns the band.', 0),
    width: times('Band', 'How high the sharp band is, as a share of the picture.', 0.18, 4, { soft: [0, 1] }),
    fall: times('Fall-off', 'How far it takes to full softness.', 0.35, 4, { soft: [0.02, 1] }),
    radius: px('Softness', 'Standard deviation of the blur far from the band.', 14, [0, 60], {
      limits: [0, 300],
    }),
    strong: share('Colours', 'How much stronger colours get, as in toys.', 0),
  },
  outputs: [{ id: 'amount', label: 'Amount of blur' }],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) => v.radius === 0 && v.strong === 0,
  reach: (v, scale) => gaussianReach(v.radius * scale),
  /** The amount rises by a smoothstep of the distance from the band; it chooses among Gaussians whose deviation rises as its square. */
  render({ kernels: k, input, values: v, scale, place, view }) {
    const turn = (v.angle * Math.PI) / 180
    const centre: [number, number] = [
      v.centre[0] * place.width - place.x,
      v.centre[1] * place.height - place.y,
    ]
    const along: [number, number] = [-maths.sin(turn) / place.height, maths.cos(turn) / place.height]
    const amount = ramp(k, input.width, input.height, 'square', { centre, along, across: [0, 0] })
    const fall = Math.max(v.fall, 1e-3)
    bendPlane(k, amount, 1 / fall, -v.width / 2 / fall, true)
    if (view) {
      const shown = showPlane(k, amount)
      k.free(amount)
      return shown
    }
    const out = graded(k, input, amount, (share) => {
      const sigma = v.radius * scale * share
      return gaussian(k, input, sigma, sigma, 'clamp')
    })
    k.free(amount)
    if (v.strong > 0) runProgram(k, out, [{ op: 'vibrance', amount: v.strong }], out)
    return out
  },
})
