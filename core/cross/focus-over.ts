import { smoothstep } from '../colour'
import { px, times } from '../params/make'
import { lensBlur } from '../steps/blur/lens'
import { through } from './through'

export const focusOver = through({
  id: 'focus-over',
  name: 'Focus over the cut',
  purpose:
    'The lens goes out of focus on one picture and comes into focus on the next, with its discs of light.',
  words: ['bokeh', 'defocus', 'rack', 'lens'],
  params: {
    radius: px('Radius', 'How large a point becomes in the middle.', 40, [0, 120], { limits: [0, 300] }),
    lights: times('Highlights', 'How much brighter lights become that are spread.', 2, 20, {
      soft: [0, 8],
    }),
  },
  proxyError: 0.35,
  step: lensBlur,
  values: (v, s) => ({ radius: v.radius * smoothstep(s), emphasis: v.lights * s }),
})
