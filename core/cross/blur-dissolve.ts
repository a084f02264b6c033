import type { Frame } from '../frame'
import { copyOf, gaussian } from '../kernels'
import { px, share } from '../params/make'
import { declareCrossing } from './crossing'
import { middle, mixedAt } from './overlap'

export const blurDissolve = declareCrossing({
  id: 'blur-dissolve',
  name: 'Dissolve by blur',
  purpose: 'One picture goes out of focus, and the next comes into it.',
  words: ['defocus', 'focus', 'soft', 'rack'],
  params: {
    radius: px('Radius', 'How soft it is in the middle.', 30, [0, 200], { limits: [0, 1000] }),
    overlap: share('Overlap', 'How much of the time both are mixed.', 0.5),
  },
  proxyError: 0.05,
  reach: (v, scale) => Math.ceil(v.radius * scale * 4) + 2,
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const sigma = v.radius * scale * (1 - Math.abs(2 * p - 1))
    const soft = (frame: Frame) =>
      sigma > 0.05 ? gaussian(k, frame, sigma, sigma, 'clamp') : copyOf(k, frame)
    return mixedAt(
      k,
      middle(p, v.overlap),
      () => soft(input),
      () => soft(incoming),
    )
  },
})
