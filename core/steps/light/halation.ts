import { addScaledInto, gaussian, gaussianReach, runProgram } from '../../kernels'
import { colour, px, share, times } from '../../params/make'
import { declareStep } from '../declare'

export const halation = declareStep({
  id: 'halation',
  name: 'Halation',
  aim: 'light',
  family: 'light',
  purpose: 'Rings bright edges in red, as light does that bounces off the back of film.',
  words: ['film', 'red glow', 'fringe', 'bounce'],
  params: {
    threshold: times('Threshold', 'Light above this goes through to the back.', 0.7, 100, { soft: [0, 2] }),
    softness: share('Softness', 'How gently it sets in.', 0.5),
    radius: px('Radius', 'How far the light comes back.', 9, [1, 60], { limits: [0, 400] }),
    strength: times('Strength', 'How much light comes back.', 0.6, 10, { soft: [0, 2] }),
    tint: colour('Colour', 'Film answers in red first, then in orange.', [1, 0.22, 0.04]),
    core: share('Spare the light', 'Keeps the ring off the bright part itself.', 0.8),
  },
  outputs: [{ id: 'light', label: 'Halo alone' }],
  keepsAlpha: true,
  proxyError: 0.06,
  neutral: (v) => v.strength === 0,
  reach: (v, scale) => gaussianReach(v.radius * scale * 2.2),
  /** Light above the threshold under two Gaussians (r and 2.2 r, 3 to 1), less `core` of the light itself where that is brighter, tinted and added. */
  render({ kernels: k, input, values: v, scale, view }) {
    const n = input.width * input.height
    const light = k.frame(input.width, input.height)
    k.raw.glowLight(light.block.at, input.block.at, n, v.threshold, v.softness * v.threshold)
    const halo = gaussian(k, light, v.radius * scale, v.radius * scale, 'black')
    const wide = gaussian(k, light, v.radius * scale * 2.2, v.radius * scale * 2.2, 'black')
    runProgram(k, halo, [{ op: 'levels', scale: [0.75, 0.75, 0.75], offset: [0, 0, 0] }], halo)
    addScaledInto(k, halo, wide, 0.25)
    addScaledInto(k, halo, light, -v.core)
    k.free(light, wide)
    runProgram(k, halo, [{ op: 'clamp', low: 0, high: 1e9 }], halo)
    const gain = v.tint.map((c) => c * v.strength) as [number, number, number]
    k.raw.glowJoin(halo.block.at, input.block.at, halo.block.at, n, ...gain, view === 'light' ? 2 : 1)
    return halo
  },
})
