import { type Edge, field, type Kernels, warpBy } from '../../kernels'
import type { Frame } from '../../frame'
import { count, edge, number, px, seed } from '../../params/make'
import { declareStep, type Place } from '../declare'

export const turbulence = declareStep({
  id: 'turbulence',
  name: 'Turbulence',
  aim: 'bend',
  family: 'warp',
  purpose: 'Lets the picture boil and drift, as over hot ground or under water.',
  words: ['heat haze', 'displace', 'underwater', 'liquid', 'shimmer'],
  params: {
    amount: px('Amount', 'How far points stray.', 12, [0, 80], { limits: [0, 800] }),
    size: px('Size', 'Size of the whirls.', 90, [8, 400], { limits: [4, 4000] }),
    octaves: count('Detail', 'Finer whirls within the large ones.', 2, [1, 6]),
    speed: number('Boils', 'How fast it changes.', 0.5, [0, 20], { soft: [0, 3] }),
    rise: number('Rises', 'How fast it moves up, in whirls a second at 24 frames.', 0, [-20, 20], {
      soft: [-3, 3],
    }),
    seed: seed(6),
    edge: edge('mirror'),
  },
  views: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.1,
  neutral: (v) => v.amount === 0,
  reach: () => Infinity,
  /** Points stray by two fields of gradient noise. */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const across = strays(k, input, place, v, scale, time, 0)
    const down = strays(k, input, place, v, scale, time, 1)
    const w = input.width
    const gain = v.amount * scale
    // Bound once: the rule is called for every pixel, and once beyond each row and column.
    const [dx, dy] = [across.data, down.data]
    const [lastX, lastY] = [w - 1, input.height - 1]
    const out = warpBy(
      k,
      input,
      (x, y, to) => {
        const i = Math.min(lastX, x | 0) + Math.min(lastY, y | 0) * w
        to[0] = x + (dx[i] as number) * gain
        to[1] = y + (dy[i] as number) * gain
      },
      { edge: v.edge as Edge, filter: 'bicubic' },
    )
    k.free(across, down)
    return out
  },
})

interface Form {
  size: number
  octaves: number
  speed: number
  rise: number
  seed: number
}

function strays(k: Kernels, input: Frame, place: Place, v: Form, scale: number, time: number, axis: number) {
  const f = 1 / (v.size * scale)
  const seconds = time / 24
  return field(k, input.width, input.height, {
    ...{ kind: 'smooth', octaves: Math.round(v.octaves), gain: 0.5, depth: seconds * v.speed },
    seed: Math.round(v.seed) * 2 + axis,
    to: [f, 0, place.x * f, 0, f, place.y * f + seconds * v.rise],
  })
}
