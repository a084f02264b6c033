import { bendPlane, field } from '../kernels'
import { choice, count, px, seed, share } from '../params/make'
import { declareCrossing } from './crossing'
import { EDGE, goneOver } from './shares'

export const noiseDissolve = declareCrossing({
  id: 'noise-dissolve',
  name: 'Dissolve by noise',
  purpose: 'The next shot eats through in spots, blots or grain: ink that spreads, mould, burning paper.',
  words: ['ink', 'paint', 'spread', 'grain', 'blots', 'organic', 'burn', 'cloud'],
  params: {
    kind: choice('Kind', 'What the spots look like.', {
      smooth: 'Blots',
      ridges: 'Veins',
      folds: 'Folds',
      cells: 'Cells',
    }),
    size: px('Size', 'Size of the largest spots.', 180, [8, 800], { limits: [1, 8000] }),
    octaves: count('Detail', 'How many layers of finer forms their edges have.', 4, [1, 8]),
    roughness: share('Roughness', 'How strong finer forms are.', 0.5),
    seed: seed(5),
    ...EDGE,
  },
  proxyError: 0.35,
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const f = 1 / Math.max(1, v.size * scale)
    const when = field(k, input.width, input.height, {
      kind: v.kind as 'smooth',
      to: [f, 0, place.x * f, 0, f, place.y * f],
      depth: 0,
      seed: v.seed,
      octaves: Math.round(v.octaves),
      gain: v.roughness,
    })
    // Most of the noise lies within two thirds of 1.
    bendPlane(k, when, 0.7, 0.5)
    return goneOver(k, input, incoming, when, { p, span: v.size * scale * 2, scale, edge: v })
  },
})
