import type { Frame } from '../../frame'
import { filterX, filterY, type Kernels, makeFilter, noise } from '../../kernels'
import { maths } from '../../maths'
import { defaults } from '../../params'
import { declareStep, type Place } from '../declare'

/** Mean over all phases of the sum of squared cubic B-spline weights: what interpolation leaves of the variance, each way. */
const LEFT = 151 / 315

export const grain = declareStep({
  id: 'grain',
  name: 'Grain',
  aim: 'texture',
  family: 'texture',
  purpose: 'Gives the picture the living grain of film.',
  params: {
    amount: {
      type: 'number',
      label: 'Amount',
      help: 'Strength, as the spread of exposure in stops.',
      default: 0.2,
      min: 0,
      max: 4,
      soft: [0, 1],
      step: 0.01,
      digits: 2,
      unit: 'stops',
      group: 'Grain',
    },
    size: {
      type: 'number',
      label: 'Size',
      help: 'Distance between grains.',
      default: 1.6,
      min: 1,
      max: 40,
      soft: [1, 8],
      step: 0.05,
      digits: 2,
      unit: 'px',
      group: 'Grain',
    },
    colour: {
      type: 'number',
      label: 'Colour',
      help: '0 is the same grain in all channels, 1 its own in each.',
      default: 0.3,
      min: 0,
      max: 1,
      step: 0.01,
      digits: 2,
      group: 'Grain',
    },
    shadows: {
      type: 'number',
      label: 'Shadows',
      help: 'Strength in black, against that in middle tones.',
      default: 0.7,
      min: 0,
      max: 4,
      soft: [0, 2],
      step: 0.01,
      digits: 2,
      unit: '×',
      group: 'Tones',
    },
    highlights: {
      type: 'number',
      label: 'Highlights',
      help: 'Strength in white, against that in middle tones.',
      default: 0.4,
      min: 0,
      max: 4,
      soft: [0, 2],
      step: 0.01,
      digits: 2,
      unit: '×',
      group: 'Tones',
    },
    every: {
      type: 'number',
      label: 'New every',
      help: 'How many frames the same grain stays.',
      default: 1,
      min: 1,
      max: 24,
      soft: [1, 6],
      step: 1,
      digits: 0,
      unit: 'frames',
      group: 'Change',
    },
    seed: {
      type: 'seed',
      label: 'Seed',
      help: 'Another number, another pattern.',
      default: 1,
      group: 'Change',
    },
  },
  outputs: [],
  keepsAlpha: true,
  moves: true,
  proxyError: 0.06,
  neutral: (v) => v.amount === 0,
  reach: () => 0,
  /**
   * Colour * 2^(amount * w * n): noise of density, as grain is. n is a field of unit variance, made of independent normal values on a lattice `size` pixels
   * of the full-size picture apart with cubic B-splines between them; at a proxy scale the same field is averaged. w weighs by tone.
   */
  render: ({ kernels, input, values, scale, place, time }) =>
    grained(kernels, input, values, { scale, place, time }),
})

interface Grain {
  amount: number
  size: number
  colour: number
  shadows: number
  highlights: number
  every: number
  seed: number
}

/** What grain is asked for where a step does not say otherwise. */
export const GRAIN: Grain = defaults(grain.params) as unknown as Grain

/** A picture (premultiplied) with grain; alpha stays. */
export function grained(
  k: Kernels,
  input: Frame,
  v: Grain,
  { scale, place, time }: { scale: number; place: Place; time: number },
): Frame {
  const frame = Math.floor(time / Math.max(1, Math.round(v.every)))
  const field = grainField(k, input, place, v.size * scale, { seed: Math.round(v.seed), frame })
  const length = maths.hypot(v.colour, 1 - v.colour)
  const [own, common] = [v.colour / length, (1 - v.colour) / length]
  const n = input.width * input.height
  const to = field.block.at
  k.raw.grain(to, input.block.at, to, n, v.amount, own, common, v.shadows, v.highlights)
  return field
}

function grainField(
  k: Kernels,
  { width, height }: Frame,
  { x, y }: Place,
  pitch: number,
  moment: { seed: number; frame: number },
): Frame {
  const across = splines(width, x, pitch)
  const down = splines(height, y, pitch)
  const lattice = noise(k, across.count, down.count, { ...moment, x: across.first, y: down.first }, 'normal')
  const wide = filterX(k, lattice, across.filter)
  k.free(lattice)
  const field = filterY(k, wide, down.filter)
  k.free(wide)
  return field
}

/** Cubic B-splines on a lattice `pitch` pixels apart, for n pixels from `offset` on; widened to a pixel where the lattice is finer. */
function splines(n: number, offset: number, pitch: number) {
  const stretch = Math.max(1, 1 / pitch)
  const reach = 2 * stretch
  const first = Math.floor((offset + 0.5) / pitch - reach)
  const count = Math.ceil((offset + n - 0.5) / pitch + reach) - first + 1
  const taps = Math.ceil(2 * reach) + 1
  const gain = 1 / Math.sqrt(LEFT) / stretch
  const filter = makeFilter(n, count, taps, 'clamp', (o) => {
    const at = (offset + o + 0.5) / pitch - first
    const start = Math.ceil(at - reach)
    const weights = Array.from({ length: taps }, (_, t) => spline(Math.abs(start + t - at) / stretch) * gain)
    return { start, weights }
  })
  return { first, count, filter }
}

const spline = (d: number) =>
  d < 1 ? (4 - 6 * d * d + 3 * maths.pow(d, 3)) / 6 : d < 2 ? maths.pow(2 - d, 3) / 6 : 0
