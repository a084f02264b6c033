import { px, seed } from '../params/make'
import { gate } from '../steps/texture/gate'
import { through } from './through'

export const gateSlip = through({
  id: 'gate-slip',
  name: 'Gate slip',
  purpose: 'The film jumps in the gate while one picture takes the place of the other.',
  words: ['film', 'jump', 'projector', 'jam', 'shutter'],
  params: {
    amount: px('Amount', 'How far it jumps in the middle.', 80, [0, 240], { limits: [0, 2000] }),
    seed: seed(2),
  },
  proxyError: 0.3,
  step: gate,
  values: (v, s) => ({
    weave: v.amount * 0.3 * s,
    jump: v.amount * s,
    turn: s,
    rate: 10,
    seed: v.seed,
    edge: 'mirror',
  }),
})
