import { count, degrees } from '../params/make'
import { kaleidoscope } from '../steps/warp/kaleidoscope'
import { through } from './through'

export const kaleidoscopeOver = through({
  id: 'kaleidoscope-over',
  name: 'Kaleidoscope over the cut',
  purpose: 'The picture breaks into mirrors that turn, and the next one puts itself together out of them.',
  words: ['mirror', 'pattern', 'facets'],
  params: {
    sides: count('Sides', 'How many wedges make the round.', 8, [2, 24]),
    angle: degrees('Turn', 'How far the pattern turns.', 90),
  },
  proxyError: 0.5,
  step: kaleidoscope,
  values: (v, _, p) => ({ sides: v.sides, angle: v.angle * p, wedge: v.angle * p }),
})
