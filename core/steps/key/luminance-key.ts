import { LUMA } from '../../colour'
import type { Frame, Plane } from '../../frame'
import { type Kernels, showPlane } from '../../kernels'
import { choice, range, share } from '../../params/make'
import { declareStep } from '../declare'
import { cutBy, rise } from './alpha'

export const luminanceKey = declareStep({
  id: 'luminance-key',
  name: 'Luminance key',
  aim: 'key',
  family: 'key',
  purpose: 'Keeps what is bright, or what is dark, and lets the rest go: fire, smoke, paper, silhouettes.',
  words: ['luma', 'brightness', 'matte', 'fire', 'smoke', 'white', 'black', 'cut out'],
  params: {
    keeps: choice('Keeps', 'Which side of the range stays.', {
      bright: 'What is bright',
      dark: 'What is dark',
      between: 'What lies between',
    }),
    tones: range('Range', 'Tones (roots of luminance) between which alpha rises.', [0.25, 0.55], [0, 1]),
    ends: share(
      'Soft ends',
      'How far alpha goes on to fall beyond an end of the range, for what lies between.',
      0.1,
      {
        when: (v) => v.keeps === 'between',
      },
    ),
    hold: range(
      'Holds',
      'Tones within which everything is kept whatever else is said; none where both ends meet.',
      [0, 0],
      [0, 1],
    ),
  },
  inputs: {
    amount: {
      label: 'Within',
      help: 'Only within it anything is kept: its region, or another matte.',
      kind: 'matte',
      default: 'region',
    },
  },
  outputs: [{ id: 'alpha', label: 'Alpha', kind: 'matte' }],
  keepsAlpha: false,
  proxyError: 1,
  neutral: () => false,
  reach: () => 0,
  /** Tones are roots of luminance, near to codes; of straight colours. */
  render({ kernels: k, input, values: v, view, mattes }) {
    const [low, high] = v.tones
    const [from, to] = v.hold
    const alphaAt = (tone: number) => {
      if (to > from && tone >= from && tone <= to) return 1
      if (v.keeps === 'bright') return rise(tone, low, high)
      if (v.keeps === 'dark') return 1 - rise(tone, low, high)
      return Math.min(rise(tone, low - v.ends, low), 1 - rise(tone, high, high + v.ends))
    }
    const matte = byTone(k, input, alphaAt)
    const out = view === 'alpha' ? showPlane(k, matte) : cutBy(k, input, matte, mattes.amount)
    k.free(matte)
    return out
  },
})

const STEPS = 4096

/** A matte by the tone of each place, from a table over tones 0 to 1; brighter is as 1 is. */
function byTone(k: Kernels, { width, height, data }: Frame, alphaAt: (tone: number) => number): Plane {
  const table = new Float32Array(STEPS + 1)
  for (let i = 0; i <= STEPS; i++) table[i] = alphaAt(i / STEPS)
  const out = k.plane(width, height)
  for (let i = 0, at = 0; i < out.data.length; i++, at += 4) {
    const a = data[at + 3] as number
    const light =
      LUMA[0] * (data[at] as number) + LUMA[1] * (data[at + 1] as number) + LUMA[2] * (data[at + 2] as number)
    const tone = a > 0 ? Math.sqrt(Math.min(1, Math.max(0, light / a))) : 0
    out.data[i] = table[Math.round(tone * STEPS)] as number
  }
  return out
}
