import { px, seed, share } from '../params/make'
import { glitch } from '../steps/texture/glitch'
import { through } from './through'

export const glitchOver = through({
  id: 'glitch-over',
  name: 'Glitch over the cut',
  purpose: 'The signal breaks down: lines and blocks are thrown about, and another picture has come.',
  words: ['digital', 'signal', 'broken', 'loss', 'error'],
  params: {
    amount: share('Amount', 'How many lines and blocks are hit in the middle.', 0.9),
    shift: px('Shift', 'How far they are thrown.', 160, [0, 600], { limits: [0, 2000] }),
    seed: seed(11),
  },
  proxyError: 0.6,
  step: glitch,
  values: (v, s) => ({
    amount: v.amount * s,
    shift: v.shift,
    split: 24 * s,
    bursts: 1,
    hold: 2,
    seed: v.seed,
  }),
})
