import { bendPlane, filled, gaussian, gaussianReach, holdBy, runProgram, slopes, weigh } from '../../kernels'
import { maths } from '../../maths'
import { colour, px, share, times } from '../../params/make'
import { declareStep } from '../declare'
import { joinLight, lightMode } from './source'

export const edgeGlow = declareStep({
  id: 'edge-glow',
  name: 'Edge glow',
  aim: 'light',
  family: 'light',
  purpose: 'Traces the edges of things with light of a colour.',
  words: ['neon', 'outline', 'tron', 'sketch', 'electric'],
  params: {
    threshold: share('Threshold', 'How clear an edge must be.', 0.06),
    width: px('Width', 'How wide the line is.', 1.5, [0.5, 12], { limits: [0, 60] }),
    radius: px('Glow', 'How far it shines.', 10, [0, 60], { limits: [0, 300] }),
    intensity: times('Intensity', 'Strength of line and glow.', 1.5, 20, { soft: [0, 4] }),
    tint: colour('Colour', 'The colour of the light.', [0.1, 0.7, 1]),
    dim: share('Dim the picture', 'How far the rest goes dark.', 0.5),
  },
  outputs: [{ id: 'light', label: 'Light alone' }],
  keepsAlpha: true,
  proxyError: 0.5,
  neutral: (v) => v.intensity === 0 && v.dim === 0,
  reach: (v, scale) => gaussianReach(v.width * scale * 0.5) + gaussianReach(v.radius * scale) + 2,
  /** Sobel slopes of display codes under a Gaussian of half the width, times that width; lines and their Gaussian glow are added to the dimmed picture. */
  render({ kernels: k, input, values: v, scale, view }) {
    const codes = runProgram(k, input, [{ op: 'encode' }, { op: 'clamp', low: 0, high: 1 }])
    const sigma = Math.max(0.3, v.width * scale * 0.5)
    const soft = gaussian(k, codes, sigma, sigma, 'clamp')
    k.free(codes)
    const slope = slopes(k, soft)
    k.free(soft)
    const plane = weigh(k, slope, [0, 0, 3 * maths.hypot(sigma, 0.6), 0])
    k.free(slope)
    bendPlane(k, plane, 1 / 0.35, -v.threshold / 0.35, true)
    const line = filled(k, input.width, input.height, [...v.tint, 0] as [number, number, number, number])
    holdBy(k, line, plane)
    k.free(plane)
    const light = gaussian(k, line, v.radius * scale, v.radius * scale, 'black')
    k.raw.addScaled(light.block.at, line.block.at, input.width * input.height, 0.6)
    k.free(line)
    const keep = 1 - v.dim
    const base = runProgram(k, input, [{ op: 'levels', scale: [keep, keep, keep], offset: [0, 0, 0] }])
    const out = joinLight(k, base, light, [v.intensity, v.intensity, v.intensity], lightMode(view, 'add'))
    k.free(base)
    return out
  },
})
