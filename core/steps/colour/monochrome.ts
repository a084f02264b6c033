import { LUMA } from '../../colour'
import type { Rgb } from '../../kernels'
import { maths } from '../../maths'
import { colour, number, share } from '../../params/make'
import { declareColourStep } from '../declare'

/** How much of red, green and blue counts behind a filter of this colour; they sum to 1. */
function weights(filter: readonly number[]): Rgb {
  const raw = filter.map((f, i) => Math.max(0, f) * (LUMA[i] ?? 0))
  const sum = raw.reduce((a, b) => a + b, 0)
  return (sum > 1e-6 ? raw.map((w) => w / sum) : LUMA) as Rgb
}

export const monochrome = declareColourStep({
  id: 'monochrome',
  name: 'Monochrome',
  aim: 'look',
  family: 'colour',
  purpose: 'Makes black and white as through a coloured filter, and tones it.',
  words: ['black and white', 'grey', 'desaturate', 'sepia', 'noir'],
  params: {
    filter: colour('Filter', 'Lets its own colour through and darkens the opposite one.', [1, 1, 1]),
    contrast: number('Contrast', 'Spreads tones away from middle grey.', 1, [0, 4], {
      soft: [0.5, 2],
      unit: '×',
    }),
    tone: colour('Tone', 'The colour of the print.', [1, 0.82, 0.62]),
    toning: share('Toning', 'How far the print takes that colour.', 0),
    strength: share('Strength', 'How much colour goes.', 1),
  },
  proxyError: 0.03,
  neutral: (v) => v.strength === 0,
  /** Weighted light of the three channels, 0.18 (x / 0.18)^contrast, times the tone scaled to a luma of 1. */
  colour(v) {
    const w = weights(v.filter)
    const luma = v.tone.reduce((sum, c, i) => sum + c * (LUMA[i] ?? 0), 0) || 1
    const tint = v.tone.map((c) => 1 + (c / luma - 1) * v.toning) as unknown as Rgb
    const scale = maths.pow(0.18, 1 - v.contrast)
    const print = [
      { op: 'matrix', rows: [...w, 0, ...w, 0, ...w, 0] },
      { op: 'power', exponent: [v.contrast, v.contrast, v.contrast], scale: [scale, scale, scale] },
      { op: 'levels', scale: tint, offset: [0, 0, 0] },
    ] as const
    return v.strength === 1 ? [...print] : [{ op: 'keep' }, ...print, { op: 'mixKept', amount: v.strength }]
  },
})
