import { sliding } from './sliding'

export const slideOver = sliding(
  {
    id: 'slide',
    name: 'Slide',
    purpose: 'The next picture slides in over the one before.',
    words: ['cover', 'over', 'move in'],
  },
  { out: false, in: true },
)
