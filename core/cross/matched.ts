import { betweenFrames } from '../motion'
import { declareCrossing } from './crossing'

export const matchedDissolve = declareCrossing({
  id: 'matched-dissolve',
  name: 'Matched dissolve',
  purpose:
    'What moves or differs between the two pictures is bent from one to the other while they are mixed: for a cut within one take.',
  words: ['morph', 'flow', 'jump cut', 'smooth cut', 'bend', 'warp', 'optical flow', 'interview'],
  params: {},
  proxyError: 0.6,
  /** Both pictures moved along the motion between them, each by its share, and mixed (core/motion/flow.ts). */
  render: ({ kernels: k, input, incoming, p }) => betweenFrames(k, input, incoming, p),
})
