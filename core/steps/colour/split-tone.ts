import { encodeSrgb, LUMA } from '../../colour'
import type { Rgb } from '../../kernels'
import { colour, number, share } from '../../params/make'
import { declareColourStep } from '../declare'

/** A tint as factors of codes whose luma is 1, mixed with white. */
function factors(tint: readonly number[], strength: number): Rgb {
  const codes = tint.map(encodeSrgb)
  const luma = codes.reduce((sum, c, i) => sum + c * (LUMA[i] ?? 0), 0)
  return codes.map((c) => 1 + (c / Math.max(luma, 1e-3) - 1) * strength) as unknown as Rgb
}

export const splitTone = declareColourStep({
  id: 'split-tone',
  name: 'Split tones',
  aim: 'look',
  family: 'colour',
  purpose: 'Tints shadows and highlights with colours of their own.',
  words: ['toning', 'teal orange', 'duotone', 'sepia'],
  params: {
    shadows: colour('Shadows', 'The tint of dark tones.', [0.08, 0.28, 0.4]),
    shadowStrength: share('Shadow strength', 'How far dark tones take their tint.', 0.3),
    highlights: colour('Highlights', 'The tint of light tones.', [0.9, 0.62, 0.3]),
    highlightStrength: share('Highlight strength', 'How far light tones take their tint.', 0.3),
    balance: share('Balance', 'The tone where one gives way to the other.', 0.5),
    width: number('Crossing', 'How many tones the change takes.', 0.6, [0.02, 2], { soft: [0.02, 1] }),
  },
  proxyError: 0.04,
  neutral: (v) => v.shadowStrength === 0 && v.highlightStrength === 0,
  /** Display codes times a factor that goes by a smoothstep of luma from the shadows' tint to the highlights'; tints keep luma. */
  colour: (v) => [
    { op: 'encode' },
    {
      op: 'toned',
      low: factors(v.shadows, v.shadowStrength),
      high: factors(v.highlights, v.highlightStrength),
      from: v.balance - v.width / 2,
      to: v.balance + v.width / 2,
    },
    { op: 'decode' },
  ],
})
