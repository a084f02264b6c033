import type { Frame } from '../../frame'
import {
  copyOf,
  type Blend,
  BLENDS,
  blendInto,
  holdBy,
  invertMatte,
  type Kernels,
  mixInto,
  overInto,
  runProgram,
} from '../../kernels'
import { matteFrom } from '../../region'
import { choice, share, toggle } from '../../params/make'
import { declareStep } from '../declare'

const capital = (text: string) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`
const modes = Object.fromEntries(BLENDS.map((mode) => [mode, mode === 'plus' ? 'Add' : capital(mode)]))
const on = (...ways: string[]) => ({ when: (v: Record<string, unknown>) => ways.includes(String(v.how)) })

export const join = declareStep({
  id: 'join',
  name: 'Join',
  aim: 'join',
  family: 'join',
  purpose: 'Brings a second picture to this one: over it, blended, as its matte, or in its place.',
  words: ['merge', 'composite', 'over', 'branch', 'track matte', 'switch', 'combine', 'blend'],
  params: {
    how: choice('How', 'What the other picture does.', {
      over: 'Lies over this one',
      under: 'Lies under this one',
      blend: 'Blends with it',
      alpha: 'Holds it by its alpha',
      luminance: 'Holds it by its brightness',
      switch: 'Takes its place',
    }),
    mode: choice('Mode', 'How the two blend.', modes, on('blend')),
    asSeen: toggle('As seen', 'Blends display codes instead of light.', true, on('blend')),
    invert: toggle(
      'Other way round',
      'Holds where the other is empty or dark.',
      false,
      on('alpha', 'luminance'),
    ),
    second: toggle('Show the other', 'With keys, it switches from one to the other.', true, on('switch')),
    amount: share('Amount', 'How much of the join shows.', 1),
  },
  inputs: {
    other: {
      label: 'Other picture',
      help: 'The picture that is brought in.',
      kind: 'frame',
      default: 'source',
    },
    matte: {
      label: 'Matte',
      kind: 'matte',
      default: 'none',
      help: 'Where the other picture comes in: white in full, black not at all.',
    },
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.02,
  neutral: (v) => v.amount === 0 || (v.how === 'switch' && !v.second),
  reach: () => 0,
  /** Over: Porter and Duff (1984). Blends: W3C Compositing and Blending. Held by a matte m: every channel times m. The matte input and the amount mix the result in. */
  render({ kernels: k, input, values: v, frames: { other }, mattes: { matte } }) {
    const out = other ? joined(k, input, other, v) : copyOf(k, input)
    if (v.amount < 1 || matte) mixInto(k, input, out, v.amount, matte)
    return out
  },
})

interface How {
  how: string
  mode: string
  asSeen: boolean
  invert: boolean
}

function joined(k: Kernels, input: Frame, other: Frame, v: How): Frame {
  if (v.how === 'switch') return copyOf(k, other)
  if (v.how === 'under') {
    const out = copyOf(k, other)
    overInto(k, input, out)
    return out
  }
  const out = copyOf(k, input)
  if (v.how === 'alpha' || v.how === 'luminance') {
    const matte = matteFrom(k, copyOf(k, other), v.how)
    if (v.invert) invertMatte(k, matte)
    holdBy(k, out, matte)
    k.free(matte)
    return out
  }
  if (v.how === 'over') {
    overInto(k, other, out)
    return out
  }
  if (!v.asSeen) {
    blendInto(k, other, out, v.mode as Blend)
    return out
  }
  const top = runProgram(k, other, [{ op: 'encode' }])
  runProgram(k, out, [{ op: 'encode' }], out)
  blendInto(k, top, out, v.mode as Blend)
  k.free(top)
  return runProgram(k, out, [{ op: 'decode' }], out)
}
