import { declarePass } from '../declare'

export const accordion = declarePass({
  id: 'accordion',
  name: 'Accordion',
  purpose: 'Is drawn open from one side.',
  params: {},
  begins: { unit: 'line', anchor: 'left', fade: 0.2, ease: 'landing', frames: 16 },
  uses: ['ease', 'anchor', 'travel'],
  words: ['squeeze', 'open', 'widen'],
  pose: (_, __, { come }) => ({ scale: [Math.max(1e-3, come), 1] }),
})
