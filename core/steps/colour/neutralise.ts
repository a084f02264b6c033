import { LUMA } from '../../colour'
import { maths } from '../../maths'
import { declareColourStep } from '../declare'

/** The largest gain of one channel. */
const MOST = 16

export const neutralise = declareColourStep({
  id: 'neutralise',
  name: 'Neutralise',
  aim: 'correct',
  family: 'colour',
  purpose: 'Takes out the cast of a sampled colour that should be grey.',
  params: {
    sample: {
      type: 'reference',
      of: 'colour',
      label: 'Should be grey',
      default: '',
      help: 'A colour on the shelf, sampled from the picture.',
    },
    strength: {
      type: 'number',
      label: 'Strength',
      help: '0 leaves the cast, 1 takes all of it.',
      default: 1,
      min: 0,
      max: 1,
      step: 0.01,
      digits: 2,
      when: (v) => v.sample !== '',
    },
  },
  proxyError: 0.02,
  neutral: (v) => v.strength === 0 || v.sample.length < 3,
  /** Each channel times (luma of the sample / its channel)^strength: at full strength the sample becomes grey and keeps its luma. */
  colour({ sample, strength }) {
    const luma = LUMA.reduce((sum, w, i) => sum + w * (sample[i] ?? 0), 0)
    const gain = [0, 1, 2].map((i) =>
      maths.pow(Math.min(MOST, Math.max(1 / MOST, (luma || 1) / Math.max(1e-6, sample[i] ?? 1))), strength),
    )
    return [{ op: 'levels', scale: gain as unknown as [number, number, number], offset: [0, 0, 0] }]
  },
})
