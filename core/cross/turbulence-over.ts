import { smoothstep } from '../colour'
import { px, seed } from '../params/make'
import { turbulence } from '../steps/warp/turbulence'
import { through } from './through'

export const turbulenceOver = through({
  id: 'turbulence-over',
  name: 'Turbulence over the cut',
  purpose: 'The picture boils away, and the next one settles out of it.',
  words: ['heat', 'smoke', 'distort', 'liquid'],
  params: {
    amount: px('Amount', 'How far points stray in the middle.', 140, [0, 400], { limits: [0, 800] }),
    size: px('Size', 'Size of the whirls.', 160, [20, 600], { limits: [4, 4000] }),
    seed: seed(6),
  },
  proxyError: 0.4,
  step: turbulence,
  values: (v, s) => ({ amount: v.amount * smoothstep(s), size: v.size, seed: v.seed }),
})
