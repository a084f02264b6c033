import { addScaledInto, filled, gaussian, gaussianReach, type Kernels } from '../../kernels'
import type { Frame } from '../../frame'
import { declareStep } from '../declare'

/** Each further ring is this much wider than the one before. */
const RING_STEP = 2.4
const JOIN = { add: 0, soft: 1, alone: 2 }

export const glow = declareStep({
  id: 'glow',
  name: 'Glow',
  family: 'light',
  purpose: 'Lets bright parts of the picture shine into their surroundings.',
  params: {
    threshold: {
      ...{ type: 'number', label: 'Threshold', help: 'Light above this shines; 1 is diffuse white.' },
      ...{ default: 0.6, min: 0, max: 100, soft: [0, 2], step: 0.01, digits: 2, group: 'Source' },
    },
    softness: {
      ...{ type: 'number', label: 'Softness', help: 'How gently the glow sets in about the threshold.' },
      ...{ default: 0.3, min: 0, max: 1, step: 0.01, digits: 2, group: 'Source' },
    },
    radius: {
      ...{ type: 'number', label: 'Radius', help: 'Standard deviation of the innermost ring of light.' },
      ...{ default: 24, min: 0, max: 500, soft: [0, 120], step: 0.5, digits: 1, unit: 'px', group: 'Spread' },
    },
    rings: {
      ...{ type: 'number', label: 'Rings', help: 'Wider rings added for a long natural skirt.' },
      ...{ default: 2, min: 1, max: 4, step: 1, digits: 0, group: 'Spread' },
    },
    intensity: {
      ...{ type: 'number', label: 'Intensity', help: 'How much light is given back.' },
      ...{ default: 1, min: 0, max: 20, soft: [0, 4], step: 0.02, digits: 2, unit: '×', group: 'Light' },
    },
    tint: {
      type: 'colour',
      label: 'Tint',
      help: 'The colour that the light is filtered to.',
      default: [1, 1, 1],
      group: 'Light',
    },
    blend: {
      ...{
        type: 'choice',
        label: 'Add as',
        help: 'Light adds up plainly, or like film, which never burns colours out.',
      },
      ...{ default: 'soft', group: 'Light' },
      options: [
        { value: 'add', label: 'Plain' },
        { value: 'soft', label: 'Gentle' },
      ],
    },
  },
  views: [{ id: 'light', label: 'Glow alone' }],
  keepsAlpha: true,
  proxyError: 0.06,
  neutral: (v) => v.intensity === 0,
  reach: (v, scale) => gaussianReach(v.radius * scale * RING_STEP ** (Math.round(v.rings) - 1)),
  /**
   * Light above the threshold (quadratic knee), spread by Gaussians of radius r, 2.4 r, 5.8 r … with weights 1, 1/2, 1/4 …
   * that sum to 1, times tint and intensity. Plain: a + g. Soft: 1 - (1 - a) e^-g where a < 1, a elsewhere.
   */
  render({ kernels: k, input, values: v, scale, view }) {
    const n = input.width * input.height
    const light = k.frame(input.width, input.height)
    k.raw.glowLight(light.block.at, input.block.at, n, v.threshold, v.softness * v.threshold)
    const spread = spreadLight(k, light, v.radius * scale, Math.round(v.rings))
    k.free(light)
    const [r, g, b] = v.tint.map((c) => c * v.intensity) as [number, number, number]
    const mode = view === 'light' ? JOIN.alone : v.blend === 'add' ? JOIN.add : JOIN.soft
    k.raw.glowJoin(spread.block.at, input.block.at, spread.block.at, n, r, g, b, mode)
    return spread
  },
})

function spreadLight(k: Kernels, light: Frame, radius: number, rings: number): Frame {
  const sum = filled(k, light.width, light.height, [0, 0, 0, 0])
  const total = 2 - 2 ** (1 - rings)
  for (let i = 0; i < rings; i++) {
    const sigma = radius * RING_STEP ** i
    const ring = gaussian(k, light, sigma, sigma, 'black')
    addScaledInto(k, sum, ring, 2 ** -i / total)
    k.free(ring)
  }
  return sum
}
