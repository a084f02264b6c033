import { addScaledInto, alphaFrom, gaussian, gaussianReach, runProgram, shuffle } from '../../kernels'
import { maths } from '../../maths'
import { choice, px, share, times } from '../../params/make'
import { declareStep } from '../declare'

export const diffusion = declareStep({
  id: 'diffusion',
  name: 'Diffusion',
  aim: 'light',
  family: 'light',
  purpose:
    'Scatters light as a filter before the lens does: soft highlights, gentler contrast, detail that stays.',
  words: ['mist', 'soft filter', 'dreamy', 'haze', 'bloom'],
  params: {
    strength: share('Strength', 'The share of the light that is scattered.', 0.35),
    spread: px('Spread', 'How far most of it goes.', 22, [1, 120], { limits: [0, 500] }),
    scatters: choice('Scatters', 'Which light goes through the filter’s specks.', {
      all: 'All light',
      highlights: 'Highlights',
    }),
    threshold: times('Threshold', 'Light above this is scattered.', 0.5, 100, {
      soft: [0, 2],
      when: (v) => v.scatters === 'highlights',
    }),
    veil: share('Contrast loss', 'Light that is scattered over the whole picture.', 0.1),
  },
  outputs: [{ id: 'light', label: 'Scattered light' }],
  keepsAlpha: true,
  proxyError: 0.05,
  neutral: (v) => v.strength === 0 && v.veil === 0,
  reach: (v, scale) => (v.veil > 0 ? Infinity : gaussianReach(v.spread * scale * 4)),
  /** (1 - s) picture + s scattered: Gaussians of r, 2 r and 4 r with weights 1/2, 1/3, 1/6, and `veil` of it as the picture under a Gaussian of a quarter of its height. Energy is kept. */
  render({ kernels: k, input, values: v, scale, view, place }) {
    const n = input.width * input.height
    const light = k.frame(input.width, input.height)
    if (v.scatters === 'highlights')
      k.raw.glowLight(light.block.at, input.block.at, n, v.threshold, v.threshold / 2)
    else light.data.set(input.data)
    const far = place.height / 4
    const parts = [
      ...[0.5, 1 / 3, 1 / 6].map(
        (w, i) => [w * v.strength * (1 - v.veil), v.spread * scale * maths.pow(2, i)] as const,
      ),
      [v.veil * (v.scatters === 'all' ? 1 : v.strength), far] as const,
    ].filter(([w]) => w > 0)
    const lost = parts.reduce((sum, [w]) => sum + w, 0)
    const out = runProgram(k, view ? light : input, [{ op: 'levels', scale: [0, 0, 0], offset: [0, 0, 0] }])
    if (!view) {
      addScaledInto(k, out, input, 1)
      addScaledInto(k, out, light, -lost)
    }
    for (const [weight, sigma] of parts) {
      const ring = gaussian(k, light, sigma, sigma, 'clamp')
      addScaledInto(k, out, ring, weight)
      k.free(ring)
    }
    k.free(light)
    if (view) shuffle(k, out, ['r', 'g', 'b', 'one'])
    else alphaFrom(k, out, input)
    return out
  },
})
