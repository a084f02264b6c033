import { smoothstep } from '../colour'
import { colour, seed, times } from '../params/make'
import { lightLeak } from '../steps/light/leak'
import { through } from './through'

export const leakOver = through({
  id: 'leak-over',
  name: 'Light leak over the cut',
  purpose: 'Light gets into the camera and washes over the cut.',
  words: ['burn', 'film', 'warm', 'orange', 'wash'],
  params: {
    intensity: times('Intensity', 'Strength of the light in the middle.', 4, 20, { soft: [0, 10] }),
    first: colour('Near colour', 'The colour at the border.', [1, 0.35, 0.08]),
    second: colour('Far colour', 'The colour of the light that comes furthest in.', [1, 0.7, 0.3]),
    seed: seed(3),
  },
  proxyError: 0.3,
  step: lightLeak,
  onBoth: true,
  values: (v, s) => ({
    intensity: v.intensity * smoothstep(s),
    first: v.first,
    second: v.second,
    size: 0.35 + 0.65 * s,
    pulse: 0,
    speed: 3,
    seed: v.seed,
  }),
})
