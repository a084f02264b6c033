import { bendPlane, field, filled, holdBy } from '../../kernels'
import { maths } from '../../maths'
import { colour, count, degrees, number, px, seed, share } from '../../params/make'
import { declareStep } from '../declare'
import { LAY, lay } from './lay'

export const clouds = declareStep({
  id: 'clouds',
  name: 'Mist and clouds',
  aim: 'make',
  family: 'generate',
  purpose: 'Lets mist, smoke or clouds drift through the picture.',
  words: ['fog', 'smoke', 'haze', 'atmosphere', 'dust'],
  params: {
    cover: share('Cover', 'How much of the picture they take.', 0.5),
    density: share('Density', 'How thick they are.', 0.6),
    edge: share('Softness', 'How gently they end.', 0.6),
    size: px('Size', 'How large the largest clouds are.', 320, [20, 1200], { limits: [4, 8000] }),
    octaves: count('Detail', 'How many layers of finer wisps there are.', 5, [1, 8]),
    wind: number('Wind', 'How fast they drift, in their own size a second at 24 frames.', 0.15, [-20, 20], {
      soft: [-1, 1],
    }),
    angle: degrees('Wind angle', 'Where they drift to.', 0),
    boil: number('Changes', 'How fast their form changes.', 0.15, [0, 20], { soft: [0, 1] }),
    colour: colour('Colour', 'Their colour in light.', [0.75, 0.78, 0.82]),
    seed: seed(7),
    ...LAY,
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.06,
  neutral: (v) => v.opacity === 0 || v.cover === 0 || v.density === 0,
  reach: () => 0,
  /** Gradient noise of several octaves, cut by the cover with a smoothstep; its height times density is its opacity. */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const f = 1 / (v.size * scale)
    const [way, turn] = [(time / 24) * v.wind, (v.angle * Math.PI) / 180]
    const plane = field(k, input.width, input.height, {
      kind: 'smooth',
      seed: Math.round(v.seed),
      octaves: Math.round(v.octaves),
      gain: 0.55,
      depth: (time / 24) * v.boil,
      to: [f * 0.6, 0, place.x * f * 0.6 - maths.cos(turn) * way, 0, f, place.y * f - maths.sin(turn) * way],
    })
    const span = 0.05 + v.edge * 0.9
    const from = 0.75 - 1.5 * v.cover
    bendPlane(k, plane, 1 / span, -(from - span / 2) / span, true)
    bendPlane(k, plane, v.density, 0)
    const made = filled(k, input.width, input.height, [...v.colour, 1])
    holdBy(k, made, plane)
    k.free(plane)
    return lay(k, input, made, v)
  },
})
