import { smoothstep } from '../colour'
import { choice, degrees, px } from '../params/make'
import { fringe } from '../steps/texture/fringe'
import { through } from './through'

export const channelSlip = through({
  id: 'channel-slip',
  name: 'Channel slip',
  purpose: 'Red, green and blue slip apart and come together again as the next picture.',
  words: ['rgb', 'chromatic', 'split', 'colours'],
  params: {
    amount: px('Amount', 'How far red and blue lie apart in the middle.', 60, [0, 240], {
      limits: [0, 600],
    }),
    kind: choice('Come apart', 'All alike, or away from the middle.', {
      along: 'All alike',
      radial: 'From the middle',
    }),
    angle: degrees('Direction', 'The direction in which they come apart.', 0, {
      when: (v) => v.kind === 'along',
    }),
  },
  proxyError: 0.3,
  step: fringe,
  values: (v, s) => ({ amount: v.amount * smoothstep(s), kind: v.kind, angle: v.angle, steps: 3 }),
})
