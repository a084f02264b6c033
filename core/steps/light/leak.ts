import { unitNoise } from '../../anim'
import { filled, layDab } from '../../kernels'
import { colour, number, seed, share, times } from '../../params/make'
import { declareStep } from '../declare'
import { JOIN, joinLight, lightMode } from './source'

export const lightLeak = declareStep({
  id: 'light-leak',
  name: 'Light leak',
  aim: 'light',
  family: 'light',
  purpose: 'Lets coloured light wander in from the border, as through a camera that does not close.',
  words: ['flare', 'film burn', 'orange', 'old camera'],
  params: {
    intensity: times('Intensity', 'Strength of the light.', 0.8, 20, { soft: [0, 3] }),
    first: colour('Near colour', 'The colour at the border.', [1, 0.35, 0.08]),
    second: colour('Far colour', 'The colour of the light that comes furthest in.', [0.9, 0.1, 0.3]),
    size: share('Size', 'How much of the picture it reaches.', 0.45),
    speed: times('Speed', 'How fast it wanders.', 1, 10, { soft: [0, 4] }),
    pulse: share('Pulse', 'How far its strength comes and goes.', 0.5),
    pools: number('Pools', 'How many lights there are.', 4, [1, 12], { step: 1, digits: 0 }),
    seed: seed(3),
    blend: JOIN,
  },
  outputs: [{ id: 'light', label: 'Light alone' }],
  keepsAlpha: true,
  moves: true,
  proxyError: 0.04,
  neutral: (v) => v.intensity === 0,
  reach: () => 0,
  /** Bell-shaped pools that wander along the border by seeded noise in time. */
  render({ kernels: k, input, values: v, time, place, view }) {
    const out = filled(k, input.width, input.height, [0, 0, 0, 0])
    const s = Math.round(v.seed) * 31
    const t = (time / 48) * v.speed
    for (let i = 0; i < Math.round(v.pools); i++) {
      const along = (unitNoise(s + i * 7, t * 0.5 + i * 3.7) + 1) * 2
      const side = Math.floor(along) % 4
      const way = along % 1
      const at = side === 0 ? [way, 0] : side === 1 ? [1, way] : side === 2 ? [1 - way, 1] : [0, 1 - way]
      const size = v.size * place.height * (0.7 + 0.5 * unitNoise(s + i * 7 + 1, t))
      const strength = Math.max(0, 1 - v.pulse * (0.5 + 0.5 * unitNoise(s + i * 7 + 2, t * 1.7)))
      const from: [number, number] = [
        (at[0] as number) * place.width - place.x,
        (at[1] as number) * place.height - place.y,
      ]
      layDab(
        k,
        out,
        { from, radius: Math.max(1, size * 1.6), colour: v.second, opacity: strength * 0.5, form: 'bell' },
        'light',
      )
      layDab(
        k,
        out,
        { from, radius: Math.max(1, size), colour: v.first, opacity: strength, form: 'bell' },
        'light',
      )
    }
    return joinLight(k, input, out, [v.intensity, v.intensity, v.intensity], lightMode(view, v.blend))
  },
})
