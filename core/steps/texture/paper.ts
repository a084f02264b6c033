import type { Frame } from '../../frame'
import {
  alphaFrom,
  type Blend,
  blendInto,
  field,
  holdBy,
  type Kernels,
  runProgram,
  showPlane,
  weigh,
} from '../../kernels'
import { choice, px, seed, share, times } from '../../params/make'
import { declareStep, isBound, type Place } from '../declare'
import { stillAsInput } from '../still-input'

export const paper = declareStep({
  id: 'paper',
  name: 'Paper',
  aim: 'texture',
  family: 'texture',
  purpose: 'Lays the surface of paper, canvas or any still into the picture.',
  words: ['texture', 'overlay', 'canvas', 'grunge', 'still'],
  params: {
    blend: choice('Lays in', 'How surface and picture meet.', {
      multiply: 'Multiply',
      'soft light': 'Soft light',
      overlay: 'Overlay',
      screen: 'Screen',
    }),
    strength: share('Strength', 'How much of the surface shows.', 0.6),
    contrast: times('Contrast', 'How rough the surface is.', 1, 8, { soft: [0, 3] }),
    size: px('Fibre', 'Size of the fibres.', 5, [1, 40], {
      limits: [0.5, 400],
      when: (v) => !isBound(v, 'still'),
    }),
    seed: seed(4, { when: (v) => !isBound(v, 'still') }),
  },
  inputs: {
    still: {
      label: 'Still',
      help: 'A picture whose tones are the surface; without one, fibres are made.',
      kind: 'frame',
      default: 'none',
    },
  },
  version: 2,
  migrate: { 1: stillAsInput },
  outputs: [{ id: 'surface', label: 'The surface' }],
  keepsAlpha: true,
  proxyError: 0.15,
  neutral: (v) => v.strength === 0,
  reach: () => 0,
  /** The surface's luma, its mean brought to middle grey of code (white for multiply), blended as the W3C standard says on display codes. */
  render({ kernels: k, input, values: v, scale, place, frames: { still }, view }) {
    const surface = still ? toned(k, still, v.contrast) : fibres(k, input, place, v, scale)
    if (v.blend === 'multiply') {
      // White where the surface is at its mean or above.
      runProgram(
        k,
        surface,
        [
          { op: 'levels', scale: [1, 1, 1], offset: [0.45, 0.45, 0.45] },
          { op: 'clamp', low: 0, high: 1 },
        ],
        surface,
      )
    }
    if (view) return runProgram(k, surface, [{ op: 'decode' }], surface)
    const out = runProgram(k, input, [{ op: 'encode' }])
    const alpha = weigh(k, input, [0, 0, 0, v.strength])
    holdBy(k, surface, alpha)
    k.free(alpha)
    blendInto(k, surface, out, v.blend as Blend)
    k.free(surface)
    runProgram(k, out, [{ op: 'decode' }], out)
    alphaFrom(k, out, input)
    return out
  },
})

/** Codes of a still's luma, spread about one half. */
function toned(k: Kernels, still: Frame, contrast: number): Frame {
  const w = [0.2126, 0.7152, 0.0722]
  const soft = runProgram(k, still, [{ op: 'encode' }, { op: 'matrix', rows: [...w, 0, ...w, 0, ...w, 0] }])
  let [sum, count] = [0, 0]
  for (let i = 0; i < soft.data.length; i += 4) {
    if ((soft.data[i + 3] as number) > 0.5) {
      sum += soft.data[i] as number
      count++
    }
    soft.data[i + 3] = 1
  }
  const mean = count ? sum / count : 0.5
  const offset = 0.5 - mean * contrast
  return runProgram(
    k,
    soft,
    [
      { op: 'levels', scale: [contrast, contrast, contrast], offset: [offset, offset, offset] },
      { op: 'clamp', low: 0, high: 1 },
    ],
    soft,
  )
}

interface Fibre {
  size: number
  seed: number
  contrast: number
}

/** Codes of made paper: two fields of noise, drawn out across and down. */
function fibres(k: Kernels, input: Frame, place: Place, v: Fibre, scale: number): Frame {
  const pitch = v.size * scale
  const layer = (sx: number, sy: number, seed: number) =>
    field(k, input.width, input.height, {
      kind: 'smooth',
      depth: 0.5,
      seed: Math.round(v.seed) * 2 + seed,
      octaves: 3,
      gain: 0.6,
      to: [1 / (pitch * sx), 0, place.x / (pitch * sx), 0, 1 / (pitch * sy), place.y / (pitch * sy)],
    })
  const across = layer(4, 0.8, 0)
  const down = layer(0.8, 4, 1)
  const n = input.width * input.height
  k.raw.mix(across.block.at, across.block.at, down.block.at, Math.ceil(n / 4), 0.5)
  k.free(down)
  const grey = showPlane(k, across)
  k.free(across)
  const c = 0.4 * v.contrast
  return runProgram(
    k,
    grey,
    [
      { op: 'levels', scale: [c, c, c], offset: [0.5, 0.5, 0.5] },
      { op: 'clamp', low: 0, high: 1 },
    ],
    grey,
  )
}
