import { sliding } from './sliding'

export const push = sliding(
  {
    id: 'push',
    name: 'Push',
    purpose: 'The next picture pushes the one before out.',
    words: ['shove', 'move', 'slide'],
  },
  { out: true, in: true },
)
