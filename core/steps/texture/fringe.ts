import { type Affine, gather, type Tap } from '../../kernels'
import { maths } from '../../maths'
import { choice, count, degrees, point, px } from '../../params/make'
import { declareStep } from '../declare'

export const fringe = declareStep({
  id: 'fringe',
  name: 'Colour fringes',
  aim: 'texture',
  family: 'texture',
  purpose: 'Lets colours come apart, as cheap glass does towards the border.',
  words: ['chromatic aberration', 'rgb split', 'anaglyph', 'prism', 'lens'],
  params: {
    kind: choice('Come apart', 'Away from a point, or all alike.', {
      radial: 'Away from a point',
      along: 'Along a direction',
    }),
    amount: px('Amount', 'How far red and blue lie apart: at the border, or everywhere.', 8, [0, 60], {
      limits: [-600, 600],
    }),
    centre: point('Centre', 'Where colours meet.', [0.5, 0.5], { when: (v) => v.kind === 'radial' }),
    angle: degrees('Angle', 'The direction in which they come apart.', 0, {
      when: (v) => v.kind === 'along',
    }),
    steps: count('Smoothness', 'How many colours the fringe runs through.', 8, [3, 16]),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.1,
  neutral: (v) => v.amount === 0,
  reach: () => Infinity,
  /** Copies moved or scaled by even steps from -1/2 to 1/2 of the amount; each channel weighs those of its own end of the spectrum and sums to 1. */
  render({ kernels: k, input, values: v, scale, place }) {
    const n = Math.round(v.steps)
    const [cx, cy] = [v.centre[0] * place.width - place.x, v.centre[1] * place.height - place.y]
    const far = maths.hypot(place.width, place.height) / 2
    const turn = (v.angle * Math.PI) / 180
    const hat = (u: number, middle: number) => Math.max(0, 1 - Math.abs(u - middle) / 0.5)
    const places = Array.from({ length: n }, (_, i) => i / (n - 1))
    const sums = [0, 0.5, 1].map((middle) => places.reduce((s, u) => s + hat(u, middle), 0))
    const taps = places.map((u): Tap => {
      const d = (u - 0.5) * v.amount * scale
      const s = 1 + d / far
      const to: Affine =
        v.kind === 'radial'
          ? [s, 0, cx * (1 - s), 0, s, cy * (1 - s)]
          : [1, 0, maths.cos(turn) * d, 0, 1, maths.sin(turn) * d]
      const [r, g, b] = [0, 0.5, 1].map((middle, c) => hat(u, middle) / (sums[c] as number)) as [
        number,
        number,
        number,
      ]
      return { to, weight: [r, g, b, (r + g + b) / 3] }
    })
    return gather(k, input, taps, 'clamp')
  },
})
