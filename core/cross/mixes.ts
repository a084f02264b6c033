import type { Frame } from '../frame'
import {
  addScaledInto,
  bendPlane,
  type ColourOp,
  field,
  filled,
  gaussian,
  type Kernels,
  mixInto,
  runProgram,
  weigh,
} from '../kernels'
import { maths } from '../maths'
import { choice, colour, count, number, px, seed, share, times, toggle } from '../params/make'
import { declareCrossing } from './crossing'
import { EDGE, goneOver } from './shares'

const none = () => 0
const copied = (k: Kernels, frame: Frame) => runProgram(k, frame, [])

export const dissolve = declareCrossing({
  id: 'dissolve',
  name: 'Dissolve',
  purpose: 'Lets one shot go over into the next.',
  words: ['crossfade', 'fade', 'mix', 'transition'],
  params: {
    space: choice(
      'Goes over',
      'In light it behaves like two exposures; as seen, the middle looks half and half; like film, lights hold longest.',
      { light: 'In light', seen: 'As seen', film: 'Like film' },
    ),
  },
  proxyError: 0.01,
  reach: none,
  /** a + (b - a) p in light, on display codes, or on densities: the logarithm of light, as two negatives printed through each other. */
  render({ kernels: k, input, incoming, values: v, p }) {
    const [to, back]: [ColourOp[], ColourOp[]] =
      v.space === 'seen' ? [[{ op: 'encode' }], [{ op: 'decode' }]] : [[], []]
    const out = runProgram(k, incoming, to)
    const from = to.length ? runProgram(k, input, to) : input
    if (v.space === 'film') return film(input, out, p)
    mixInto(k, from, out, p)
    if (!back.length) return out
    k.free(from)
    return runProgram(k, out, back, out)
  },
})

/** Where film has no density left: light above black that it answers to. */
const BASE = 0.02

/** Both prints lie on each other: the geometric mean of (light + base), weighted by how far it is; alpha goes evenly. */
function film(from: Frame, out: Frame, p: number): Frame {
  const { data } = out
  for (let i = 0; i < data.length; i += 4) {
    for (let c = 0; c < 3; c++) {
      const [a, b] = [from.data[i + c] as number, data[i + c] as number]
      const [u, w] = [Math.max(0, a) + BASE, Math.max(0, b) + BASE]
      // Between the arithmetic and the harmonic mean, without a power: lights hold, darks come late.
      const even = u + (w - u) * p
      const harmonic = (u * w) / (w + (u - w) * p)
      data[i + c] = Math.sqrt(even * harmonic) - BASE + Math.min(0, a) * (1 - p) + Math.min(0, b) * p
    }
    data[i + 3] = (from.data[i + 3] as number) * (1 - p) + (data[i + 3] as number) * p
  }
  return out
}

export const additiveDissolve = declareCrossing({
  id: 'additive-dissolve',
  name: 'Additive dissolve',
  purpose:
    'The next shot comes as light on the one before, which then goes: the middle is brighter than either.',
  words: ['add', 'bright', 'exposure', 'fade'],
  params: {
    overlap: share(
      'Overlap',
      'How much of the time both are there in full; at 0 it is a plain dissolve.',
      0.5,
    ),
  },
  proxyError: 0.01,
  reach: none,
  /** Each side's weight is a straight line that stays at 1 for the overlap; alpha is no more than 1. */
  render({ kernels: k, input, incoming, values: v, p }) {
    const length = 1 - v.overlap / 2
    const [a, b] = [Math.min(1, (1 - p) / length), Math.min(1, p / length)]
    const out = filled(k, input.width, input.height, [0, 0, 0, 0])
    addScaledInto(k, out, input, a)
    addScaledInto(k, out, incoming, b)
    for (let i = 3; i < out.data.length; i += 4) out.data[i] = Math.min(1, out.data[i] as number)
    return out
  },
})

export const dip = declareCrossing({
  id: 'dip',
  name: 'Dip to colour',
  purpose: 'Goes into a colour and out of it again: to black, to white, or to any other.',
  words: ['fade', 'black', 'white', 'through', 'in', 'out'],
  params: {
    colour: colour('Colour', 'What it goes through.', [0, 0, 0]),
    stays: share('Stays', 'How much of the time there is nothing but the colour.', 0.1),
    seen: toggle('As seen', 'Goes in steps that look even instead of in light.', true),
  },
  proxyError: 0.02,
  reach: none,
  render({ kernels: k, input, incoming, values: v, p }) {
    const side = (1 - v.stays) / 2
    const [shown, amount] =
      p < 0.5 ? [input, 1 - p / Math.max(side, 1e-6)] : [incoming, 1 - (1 - p) / Math.max(side, 1e-6)]
    const [r, g, b] = v.colour
    const ops: ColourOp[] = v.seen ? [{ op: 'encode' }] : []
    const plain = filled(k, input.width, input.height, [r, g, b, 1])
    const from = ops.length ? runProgram(k, plain, ops, plain) : plain
    const out = runProgram(k, shown, ops)
    mixInto(k, from, out, Math.max(0, amount))
    k.free(from)
    return v.seen ? runProgram(k, out, [{ op: 'decode' }], out) : out
  },
})

export const flash = declareCrossing({
  id: 'flash',
  name: 'Flash',
  purpose:
    'Exposure rises until the picture burns out, and falls onto the next one, as when a lamp goes off.',
  words: ['white', 'burst', 'exposure', 'bulb', 'camera', 'bright'],
  params: {
    stops: number('Exposure', 'Stops of light at the brightest moment.', 6, [0, 16], { soft: [1, 10] }),
    peak: share('Peak at', 'When it is brightest: 0.5 is the middle, earlier falls longer.', 0.4),
    tint: colour('Colour', 'The colour of the flash.', [1, 0.98, 0.94]),
    glow: times('Veil', 'Light of the flash itself, which lies over dark places too.', 1.5, 20, {
      soft: [0, 6],
    }),
    blur: px(
      'Blur',
      'How soft the picture is at the brightest moment, which covers its grain.',
      12,
      [0, 80],
      {
        limits: [0, 500],
      },
    ),
  },
  proxyError: 0.2,
  reach: (v, scale) => Math.ceil(v.blur * scale * 4) + 2,
  /** Exposure in stops rises with the square of the way to the peak and falls with the square of the way from it; blur and veil go along. */
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const peak = Math.min(0.99, Math.max(0.01, v.peak))
    const way = p < peak ? p / peak : (1 - p) / (1 - peak)
    const strength = way * way
    const shown = p < peak ? input : incoming
    const sigma = v.blur * scale * strength
    const soft = sigma > 0.05 ? gaussian(k, shown, sigma, sigma, 'clamp') : copied(k, shown)
    const gain = maths.pow(2, v.stops * strength)
    const veil = v.glow * strength
    const [r, g, b] = v.tint
    const { data } = soft
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3] as number
      data[i] = (data[i] as number) * gain + r * veil * alpha
      data[i + 1] = (data[i + 1] as number) * gain + g * veil * alpha
      data[i + 2] = (data[i + 2] as number) * gain + b * veil * alpha
    }
    return soft
  },
})

export const toneDissolve = declareCrossing({
  id: 'tone-dissolve',
  name: 'Dissolve by tone',
  purpose: 'Bright or dark places of a picture go over first.',
  words: ['luma', 'luminance', 'dark', 'bright', 'fade'],
  params: {
    by: choice('By', 'Whose tones say when.', { out: 'The shot before', in: 'The shot that comes' }),
    first: choice('First', 'What goes over first.', { light: 'Bright places', dark: 'Dark places' }),
    soft: share('Softness', 'How gently each tone goes over.', 0.35),
    smooth: px('Smoothness', 'Softens the tones, so that no grain shows in the edge.', 3, [0, 40], {
      limits: [0, 400],
    }),
  },
  proxyError: 0.3,
  reach: (v, scale) => Math.ceil(v.smooth * scale * 4) + 2,
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const of = v.by === 'out' ? input : incoming
    const sigma = v.smooth * scale
    const smooth = sigma > 0.05 ? gaussian(k, of, sigma, sigma, 'clamp') : copied(k, of)
    runProgram(k, smooth, [{ op: 'encode' }], smooth)
    const when = weigh(k, smooth, [0.2126, 0.7152, 0.0722, 0])
    k.free(smooth)
    bendPlane(k, when, v.first === 'light' ? -1 : 1, v.first === 'light' ? 1 : 0)
    return goneOver(k, input, incoming, when, {
      p,
      span: 1,
      scale: 1,
      edge: { ...PLAIN, soft: Math.max(0.02, v.soft) },
    })
  },
})

const PLAIN = { light: 0, edgeColour: [1, 1, 1] as [number, number, number] }

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
  reach: none,
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

export const pictureDissolve = declareCrossing({
  id: 'picture-dissolve',
  name: 'Dissolve by a picture',
  purpose: 'The tones of a picture say when each place goes over: dark ones first.',
  words: ['gradient', 'wipe', 'matte', 'luma', 'pattern', 'brush'],
  params: {
    turned: toggle('Bright first', 'Bright places of the picture go over first.', false),
    soft: share('Softness', 'How gently each tone goes over.', 0.1),
  },
  inputs: {
    when: {
      label: 'Picture',
      help: 'The picture whose tones say when; without one it is a plain dissolve.',
      kind: 'frame',
      default: 'none',
    },
  },
  proxyError: 0.3,
  reach: none,
  render({ kernels: k, input, incoming, values: v, frames, p }) {
    if (!frames.when) {
      const out = copied(k, incoming)
      mixInto(k, input, out, p)
      return out
    }
    const codes = runProgram(k, frames.when, [{ op: 'encode' }])
    const when = weigh(k, codes, [0.2126, 0.7152, 0.0722, 0])
    k.free(codes)
    bendPlane(k, when, v.turned ? -1 : 1, v.turned ? 1 : 0)
    return goneOver(k, input, incoming, when, {
      p,
      span: 1,
      scale: 1,
      edge: { ...PLAIN, soft: Math.max(0.005, v.soft) },
    })
  },
})

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
      sigma > 0.05 ? gaussian(k, frame, sigma, sigma, 'clamp') : copied(k, frame)
    return mixedAt(
      k,
      middle(p, v.overlap),
      () => soft(input),
      () => soft(incoming),
    )
  },
})

/** How far the incoming picture has come where both are mixed over a part of the time, in the middle of it. */
export const middle = (p: number, overlap: number): number =>
  Math.min(1, Math.max(0, (p - 0.5) / Math.max(overlap, 1e-6) + 0.5))

/** Both pictures mixed; one that does not show is not made. */
export function mixedAt(k: Kernels, share: number, from: () => Frame, to: () => Frame): Frame {
  if (share <= 0) return from()
  if (share >= 1) return to()
  const [a, b] = [from(), to()]
  mixInto(k, a, b, share)
  k.free(a)
  return b
}
