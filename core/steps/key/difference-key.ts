import type { Frame, Plane } from '../../frame'
import { showPlane } from '../../kernels'
import { range, share } from '../../params/make'
import { declareStep, isBound } from '../declare'
import { cutBy, rise } from './alpha'

export const differenceKey = declareStep({
  id: 'difference-key',
  name: 'Difference key',
  aim: 'key',
  family: 'key',
  purpose: 'Keeps what is not in a picture of the same place without it: a clean plate.',
  words: ['clean plate', 'empty', 'background', 'cut out', 'matte', 'no screen'],
  params: {
    tones: range(
      'Range',
      'How far a place differs (in roots of light) where something begins, and where it surely is.',
      [0.05, 0.14],
      [0, 1],
      { soft: [0, 0.4] },
    ),
    shade: share(
      'Looks past shade',
      'How little a place counts that is darker in the plate’s own colour: shadows.',
      0.5,
    ),
  },
  inputs: {
    plate: {
      label: 'Clean plate',
      help: 'The same view without what is to be kept.',
      kind: 'frame',
      default: 'none',
    },
    amount: {
      label: 'Within',
      help: 'Only within it anything is kept: its region, or another matte.',
      kind: 'matte',
      default: 'region',
    },
  },
  outputs: [
    { id: 'alpha', label: 'Alpha', kind: 'matte' },
    { id: 'difference', label: 'Difference', kind: 'matte' },
  ],
  keepsAlpha: false,
  proxyError: 1,
  neutral: (v) => !isBound(v, 'plate'),
  reach: () => 0,
  /** The distance of roots of light; along the plate's own colour downwards it counts less. Alpha rises over the range, smooth at both ends. */
  render({ kernels: k, input, values: v, view, frames: { plate }, mattes }) {
    const off = k.plane(input.width, input.height)
    if (plate) differences(off, input, plate, v.shade)
    else off.data.fill(1)
    if (view !== 'difference') {
      const [low, high] = v.tones
      for (let i = 0; i < off.data.length; i++) off.data[i] = rise(off.data[i] as number, low, high)
    }
    const out = view ? showPlane(k, off) : cutBy(k, input, off, mattes.amount)
    k.free(off)
    return out
  },
})

function differences(out: Plane, { data: a }: Frame, { data: b }: Frame, shade: number): void {
  const root = (v: number) => Math.sqrt(Math.max(0, v))
  for (let i = 0, at = 0; i < out.data.length; i++, at += 4) {
    const r = root(a[at] as number) - root(b[at] as number)
    const g = root(a[at + 1] as number) - root(b[at + 1] as number)
    const c = root(a[at + 2] as number) - root(b[at + 2] as number)
    // What of the difference is the plate made darker.
    const [p, q, s] = [root(b[at] as number), root(b[at + 1] as number), root(b[at + 2] as number)]
    const long = p * p + q * q + s * s
    const along = long > 1e-6 ? (r * p + g * q + c * s) / long : 0
    const less = along < 0 ? along * shade : 0
    const [x, y, z] = [r - less * p, g - less * q, c - less * s]
    out.data[i] = Math.min(1, Math.sqrt((x * x + y * y + z * z) / 3))
  }
}
