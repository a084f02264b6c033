import { sliding } from './sliding'

export const uncover = sliding(
  {
    id: 'uncover',
    name: 'Uncover',
    purpose: 'The picture slides away and uncovers the next one.',
    words: ['reveal', 'move out', 'slide'],
  },
  { out: true, in: false },
)
