import { fromOklab, oklab, oklabMap, toOklab } from '../../colour'
import type { Frame } from '../../frame'
import { type ColourOp, type Kernels, resample, runProgram } from '../../kernels'
import { apply, type Matrix3, multiply } from '../../matrix'
import { mapped } from '../../matrix/symmetric'
import { share } from '../../params/make'
import { declareStep, isBound } from '../declare'
import { stillAsInput } from '../still-input'

/** Pictures are measured at this width. */
const MEASURED = 96
/** Added to every variance, so that a picture of one colour has a spread too. */
const FLOOR = 1e-5

interface Spread {
  mean: [number, number, number]
  covariance: Matrix3
}

/** Mean and covariance of the colours in Oklab, each weighted by its alpha. */
export function spreadOf(k: Kernels, frame: Frame): Spread {
  const height = Math.max(1, Math.round((MEASURED * frame.height) / frame.width))
  const small = resample(k, frame, Math.min(MEASURED, frame.width), Math.min(height, frame.height))
  const colours: [w: number, lab: [number, number, number]][] = []
  for (let i = 0; i < small.data.length; i += 4) {
    const a = small.data[i + 3] as number
    if (a < 0.01) continue
    const [r, g, b] = [0, 1, 2].map((c) => Math.min(16, Math.max(0, (small.data[i + c] as number) / a)))
    colours.push([Math.min(a, 1), oklab([r as number, g as number, b as number])])
  }
  k.free(small)
  const total = colours.reduce((sum, [w]) => sum + w, 0) || 1
  const mean = [0, 1, 2].map(
    (c) => colours.reduce((sum, [w, lab]) => sum + w * (lab[c] as number), 0) / total,
  )
  const covariance = Array.from({ length: 9 }, (_, i) => {
    const [p, q] = [Math.floor(i / 3), i % 3]
    const at = (lab: readonly number[], c: number) => (lab[c] as number) - (mean[c] as number)
    const sum = colours.reduce((s, [w, lab]) => s + w * at(lab, p) * at(lab, q), 0)
    return sum / total + (p === q ? FLOOR : 0)
  })
  return { mean: mean as Spread['mean'], covariance: covariance as unknown as Matrix3 }
}

/** The linear map of least effort that takes one spread to another: A^-1/2 (A^1/2 B A^1/2)^1/2 A^-1/2 (Pitié and Kokaram 2007). */
export function transport(from: Matrix3, to: Matrix3): Matrix3 {
  const root = mapped(from, (v) => Math.sqrt(Math.max(v, FLOOR)))
  const back = mapped(from, (v) => 1 / Math.sqrt(Math.max(v, FLOOR)))
  const middle = mapped(multiply(multiply(root, to), root), (v) => Math.sqrt(Math.max(v, 0)))
  return multiply(multiply(back, middle), back)
}

/** The operations that give colours of one spread the mean and spread of another, by a strength; `light` is how far lightness goes with colour. */
export function matchOps(
  own: Spread,
  wanted: Spread,
  { strength, light }: { strength: number; light: number },
): ColourOp[] {
  const full = transport(own.covariance, wanted.covariance)
  // Lightness apart: its row and column fade to those of doing nothing.
  const map = full.map((x, i) =>
    i < 3 || i % 3 === 0 ? (i === 0 ? 1 : 0) + (x - (i === 0 ? 1 : 0)) * light : x,
  )
  const m = map as unknown as Matrix3
  const moved = apply(m, own.mean)
  const goal = wanted.mean.map((x, i) => (i === 0 ? own.mean[0] + (x - own.mean[0]) * light : x))
  const offset = goal.map((x, i) => x - (moved[i] as number))
  return [{ op: 'keep' }, ...toOklab, oklabMap(m, offset), ...fromOklab, { op: 'mixKept', amount: strength }]
}

export const match = declareStep({
  id: 'match',
  name: 'Match a still',
  aim: 'correct',
  family: 'colour',
  purpose: 'Brings the colours of the picture to those of a kept still.',
  words: ['colour match', 'reference', 'transfer'],
  params: {
    strength: share('Strength', '0 leaves the colours, 1 gives them the still’s mean and spread.', 1),
    light: share('Lightness too', 'How far light and contrast are matched beside colour.', 1),
  },
  inputs: {
    still: {
      label: 'Still',
      help: 'The picture whose colours are wanted.',
      kind: 'frame',
      default: 'none',
      reach: () => Infinity,
    },
  },
  version: 2,
  migrate: { 1: stillAsInput },
  outputs: [],
  keepsAlpha: true,
  proxyError: 0.05,
  neutral: (v) => !isBound(v, 'still') || v.strength === 0,
  reach: () => Infinity,
  /** Means and covariances in Oklab, of the whole frame and of the still; one linear map between them, mixed in by strength. */
  render({ kernels: k, input, values: v, frames: { still } }) {
    if (!still) return runProgram(k, input, [])
    const [own, wanted] = [spreadOf(k, input), spreadOf(k, still)]
    return runProgram(k, input, matchOps(own, wanted, v))
  },
})
