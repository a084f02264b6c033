import { type Edge, field, warpMesh } from '../../kernels'
import type { Plane } from '../../frame'
import { maths } from '../../maths'
import { count, edge, number, px, seed } from '../../params/make'
import { declareStep } from '../declare'

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
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.1,
  neutral: (v) => v.amount === 0,
  reach: () => Infinity,
  /** Points stray by two fields of gradient noise, made at knots sixteen to the finest whirl, with straight lines between. */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const { width: w, height: h } = input
    // Knots of the net: sixteen to the smallest whirl.
    const finest = (v.size * scale) / maths.pow(2, Math.round(v.octaves) - 1)
    const by = Math.max(1, Math.min(8, finest / 16))
    const [cols, rows] = [Math.ceil(w / by) + 1, Math.ceil(h / by) + 1]
    const [sx, sy] = [w / (cols - 1), h / (rows - 1)]
    const [across, down] = [0, 1].map((axis) => {
      const f = 1 / (v.size * scale)
      return field(k, cols, rows, {
        kind: 'smooth',
        octaves: Math.round(v.octaves),
        gain: 0.5,
        depth: (time / 24) * v.speed,
        seed: Math.round(v.seed) * 2 + axis,
        // The field's places are those of pixel centres; knot i lies at i steps.
        to: [f * sx, 0, (place.x - sx / 2) * f, 0, f * sy, (place.y - sy / 2) * f + (time / 24) * v.rise],
      })
    }) as [Plane, Plane]
    const places = new Float64Array(cols * rows * 2)
    for (let n = 0; n < cols * rows; n++) {
      places[2 * n] = (n % cols) * sx + (across.data[n] as number) * v.amount * scale
      places[2 * n + 1] = Math.floor(n / cols) * sy + (down.data[n] as number) * v.amount * scale
    }
    k.free(across, down)
    return warpMesh(k, input, { cols, rows, places }, { edge: v.edge as Edge, filter: 'bicubic' })
  },
})
