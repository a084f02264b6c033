import type { Frame } from '../../frame'
import { addScaledInto, filled, gaussian, gaussianReach, type Kernels, runProgram } from '../../kernels'
import { maths } from '../../maths'
import { colour, count, px, share, times } from '../../params/make'
import { declareStep, regionInput } from '../declare'
import { gainOf, JOIN, joinLight, lightMode, SOURCE, sourceLight } from './source'

/** Each further ring is this much wider than the one before. */
const RING_STEP = 2.4

export const glow = declareStep({
  id: 'glow',
  name: 'Glow',
  aim: 'light',
  family: 'light',
  purpose: 'Lets bright parts of the picture shine into their surroundings.',
  words: ['bloom', 'shine', 'neon', 'aura'],
  params: {
    ...SOURCE,
    radius: px('Radius', 'Standard deviation of the innermost ring of light.', 24, [0, 120], {
      limits: [0, 500],
      group: 'Spread',
    }),
    rings: count('Rings', 'Wider rings added for a long natural skirt.', 2, [1, 4], { group: 'Spread' }),
    intensity: times('Intensity', 'How much light is given back.', 1, 20, {
      soft: [0, 4],
      step: 0.02,
      group: 'Light',
    }),
    tint: colour('Tint', 'The colour that the light is filtered to.', [1, 1, 1], { group: 'Light' }),
    far: colour('Tint far out', 'The colour that the outermost ring goes over to.', [1, 1, 1], {
      group: 'Light',
      when: (v) => Number(v.rings) > 1 && Number(v.fade) > 0,
    }),
    fade: share('Change of tint', 'How far the rings go over to the colour far out.', 0, {
      group: 'Light',
      when: (v) => Number(v.rings) > 1,
    }),
    blend: JOIN,
  },
  outputs: [{ id: 'light', label: 'Glow alone' }],
  keepsAlpha: true,
  proxyError: 0.06,
  neutral: (v) => v.intensity === 0,
  inputs: regionInput('Where light comes from.', (v) => v.from === 'region'),
  reach: (v, scale) => gaussianReach(v.radius * scale * maths.pow(RING_STEP, Math.round(v.rings) - 1)) + 1,
  /**
   * Light above the threshold (quadratic knee), spread by Gaussians of radius r, 2.4 r, 5.8 r … with weights 1, 1/2, 1/4 …
   * that sum to 1, times tint and intensity. Plain: a + g. Gentle: 1 - (1 - a) e^-g where a < 1, a elsewhere.
   */
  render({ kernels: k, input, values: v, scale, view, mattes: { amount } }) {
    const light = sourceLight(k, input, v, scale, amount)
    const rings = Math.round(v.rings)
    const tints = Array.from({ length: rings }, (_, i) => {
      const way = rings > 1 ? (v.fade * i) / (rings - 1) : 0
      return v.tint.map((c, ch) => c + ((v.far[ch] as number) - c) * way) as [number, number, number]
    })
    const spread = spreadLight(k, light, v.radius * scale, tints)
    k.free(light)
    return joinLight(k, input, spread, gainOf([1, 1, 1], v.intensity), lightMode(view, v.blend))
  },
})

function spreadLight(k: Kernels, light: Frame, radius: number, tints: [number, number, number][]): Frame {
  const sum = filled(k, light.width, light.height, [0, 0, 0, 0])
  const total = 2 - maths.pow(2, 1 - tints.length)
  tints.forEach((tint, i) => {
    const sigma = radius * maths.pow(RING_STEP, i)
    const ring = gaussian(k, light, sigma, sigma, 'black')
    if (tint.some((c) => c !== 1))
      runProgram(k, ring, [{ op: 'levels', scale: tint, offset: [0, 0, 0] }], ring)
    addScaledInto(k, sum, ring, maths.pow(2, -i) / total)
    k.free(ring)
  })
  return sum
}
