import type { Frame } from '../../frame'
import { grainIn } from '../../key'
import { gaussian, type Kernels, runProgram } from '../../kernels'
import { number, px, share } from '../../params/make'
import { grade } from '../colour/grade'
import { matchOps, spreadOf } from '../colour/match'
import type { Place } from '../declare'
import { GRAIN, grained } from '../texture/grain'

const fit = { group: 'Fit' }

/** What brings a subject to what lies behind it. */
export const FIT = {
  match: share(
    'Matches',
    'Brings the subject’s colours and light towards those of what lies behind: where to begin.',
    0,
    fit,
  ),
  exposure: number('Exposure', 'Brightens or darkens the subject, in stops.', 0, [-10, 10], {
    ...fit,
    soft: [-3, 3],
    step: 0.02,
    digits: 2,
    unit: 'stops',
  }),
  temperature: number('Temperature', 'Warmer to the right, cooler to the left, in mired.', 0, [-80, 400], {
    ...fit,
    soft: [-80, 80],
    step: 0.5,
    digits: 1,
    unit: 'mired',
  }),
  tint: number('Tint', 'Towards magenta to the right, towards green to the left.', 0, [-60, 60], {
    ...fit,
    soft: [-30, 30],
    step: 0.2,
    digits: 1,
  }),
  contrast: number('Contrast', 'Spreads its tones away from a middle grey.', 1, [0, 4], {
    ...fit,
    soft: [0.5, 2],
    step: 0.01,
    digits: 2,
    unit: '×',
  }),
  colours: number('Colour', 'Strength of its colours; 0 is monochrome.', 1, [0, 4], {
    ...fit,
    soft: [0, 2],
    step: 0.01,
    digits: 2,
    unit: '×',
  }),
  black: number(
    'Black level',
    'Raises its blacks to those of a hazy picture, or lowers them.',
    0,
    [-0.5, 0.5],
    {
      ...fit,
      soft: [-0.05, 0.1],
      step: 0.001,
      digits: 3,
    },
  ),
  defocus: px('Defocus', 'Softens the subject as the lens did what lies behind.', 0, [0, 12], {
    ...fit,
    limits: [0, 200],
  }),
  grain: share(
    'Grain',
    'Gives the subject as much grain as what lies behind has and it has not itself; 1 is all of that.',
    0,
    fit,
  ),
}

interface Fitting {
  match: number
  exposure: number
  temperature: number
  tint: number
  contrast: number
  colours: number
  black: number
  defocus: number
  grain: number
}

/** A subject (premultiplied) brought to what lies behind it: matched, then by its own controls as a grade has them, then softened. The subject itself where nothing is asked; else a new frame, and the old one is freed. */
export function fitted(
  k: Kernels,
  front: Frame,
  behind: Frame | undefined,
  v: Fitting,
  scale: number,
): Frame {
  let out = front
  const next = (made: Frame) => {
    k.free(out)
    out = made
  }
  if (v.match > 0 && behind)
    next(runProgram(k, out, matchOps(spreadOf(k, out), spreadOf(k, behind), { strength: v.match, light: 1 })))
  const { black, exposure, temperature, tint, contrast, colours } = v
  const graded = {
    exposure,
    temperature,
    tint,
    contrast,
    pivot: 0.18,
    saturation: colours,
    vibrance: 0,
    hue: 0,
    lift: [black, black, black],
    gamma: [1, 1, 1],
    gain: [1, 1, 1],
  }
  if (!grade.neutral(graded as never, {})) next(runProgram(k, out, grade.colour?.(graded as never, {}) ?? []))
  if (v.defocus > 0) next(gaussian(k, out, v.defocus * scale, v.defocus * scale, 'clamp'))
  return out
}

/** Grain less than this is not laid on. */
const LEAST = 0.002

/** A subject with the grain that what lies behind has and it lacks, measured on both; variances add. The subject itself where nothing is asked; else a new frame, and the old one is freed. */
export function grainFitted(
  k: Kernels,
  front: Frame,
  behind: Frame | undefined,
  share: number,
  at: { scale: number; place: Place; time: number },
): Frame {
  if (share === 0 || !behind) return front
  const [own, wanted] = [grainIn(front), grainIn(behind)]
  // Half as large a picture has half the grain of single pixels.
  const amount = (share * Math.sqrt(Math.max(0, wanted * wanted - own * own))) / at.scale
  if (amount < LEAST) return front
  const out = grained(k, front, { ...GRAIN, amount }, at)
  k.free(front)
  return out
}
