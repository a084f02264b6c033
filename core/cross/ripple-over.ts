import { smoothstep } from '../colour'
import { point, px } from '../params/make'
import { ripple } from '../steps/warp/ripple'
import { through } from './through'

export const rippleOver = through({
  id: 'ripple-over',
  name: 'Ripple over the cut',
  purpose: 'Waves run over the picture as over water, and calm down as the next one.',
  words: ['water', 'waves', 'dream'],
  params: {
    height: px('Height', 'How far points are moved in the middle.', 30, [0, 120], { limits: [0, 600] }),
    length: px('Length', 'From one crest to the next.', 120, [20, 400], { limits: [4, 4000] }),
    centre: point('Centre', 'Where rings come from.'),
  },
  proxyError: 0.3,
  step: ripple,
  values: (v, s) => ({ height: v.height * smoothstep(s), length: v.length, centre: v.centre }),
})
