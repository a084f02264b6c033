import { smoothstep } from '../colour'
import { colour, point, times } from '../params/make'
import { flare } from '../steps/light/flare'
import { through } from './through'

export const flareOver = through({
  id: 'flare-over',
  name: 'Lens flare over the cut',
  purpose: 'A light passes through the picture and takes the cut along.',
  words: ['sun', 'lens', 'passing', 'light'],
  params: {
    from: point('From', 'Where the light comes in.', [-0.1, 0.3]),
    to: point('To', 'Where it goes out.', [1.1, 0.4]),
    intensity: times('Intensity', 'Strength of the light in the middle.', 5, 20, { soft: [0, 10] }),
    colour: colour('Colour', 'The colour of the light.', [1, 0.88, 0.7]),
  },
  proxyError: 0.3,
  step: flare,
  onBoth: true,
  values: (v, s, p) => ({
    light: [v.from[0] + (v.to[0] - v.from[0]) * p, v.from[1] + (v.to[1] - v.from[1]) * p],
    intensity: v.intensity * smoothstep(s),
    tint: v.colour,
    size: 1 + s,
  }),
})
