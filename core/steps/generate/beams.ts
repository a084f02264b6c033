import { unitNoise } from '../../anim'
import { filled, layDab } from '../../kernels'
import { maths } from '../../maths'
import { colour, count, degrees, number, point, px, seed, share, times } from '../../params/make'
import { chance } from '../../hash'
import { declareStep } from '../declare'
import { LAY, lay } from './lay'

export const beams = declareStep({
  id: 'beams',
  name: 'Light beams',
  aim: 'make',
  family: 'generate',
  purpose: 'Sends beams of light through the picture, as of a window, a stage or a lighthouse.',
  words: ['spotlight', 'laser', 'stage', 'window', 'shaft', 'searchlight'],
  params: {
    from: point('From', 'Where the light comes from.', [0.15, -0.1]),
    angle: degrees('Direction', 'Where the beams go.', 50),
    spread: degrees('Spread', 'The fan that they make.', 40, { limits: [0, 360], soft: [0, 180] }),
    count: count('Beams', 'How many there are.', 5, [1, 60], { soft: [1, 16] }),
    length: times('Length', 'How far they go, in heights of the picture.', 1.6, 10, { soft: [0.1, 3] }),
    near: px('Width at the light', 'How wide a beam begins.', 6, [1, 80], { limits: [0.5, 1000] }),
    far: px('Width at the end', 'How wide it ends.', 90, [1, 400], { limits: [0.5, 2000] }),
    strength: times('Strength', 'How bright a beam is.', 0.35, 20, { soft: [0, 2] }),
    uneven: share('Unevenness', 'How far beams differ from each other.', 0.5),
    sway: number('Sway', 'How far they swing.', 3, [0, 90], { soft: [0, 20], unit: '°' }),
    rate: number('Rate', 'Swings a second, at 24 frames.', 0.2, [0, 12], { soft: [0, 2] }),
    colour: colour('Colour', 'The colour of the light.', [1, 0.92, 0.75]),
    seed: seed(2),
    opacity: LAY.opacity,
    lay: { ...LAY.lay, default: 'plus' },
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.08,
  neutral: (v) => v.opacity === 0 || v.strength === 0,
  reach: () => 0,
  /** Bell-shaped lines that widen and fade to nothing, spread over the fan, each swaying by its own noise. */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const made = filled(k, input.width, input.height, [0, 0, 0, 0])
    const n = Math.round(v.count)
    const s = Math.round(v.seed)
    const from: [number, number] = [v.from[0] * place.width - place.x, v.from[1] * place.height - place.y]
    for (let i = 0; i < n; i++) {
      const way = n === 1 ? 0 : i / (n - 1) - 0.5
      const own = 1 + v.uneven * (chance(s, i, 1) * 2 - 1)
      const sway = v.sway * unitNoise(s * 31 + i, (time / 24) * v.rate + i * 5.3)
      const turn =
        ((v.angle + v.spread * way + sway + v.uneven * 6 * (chance(s, i, 2) - 0.5)) * Math.PI) / 180
      const length = v.length * place.height * (1 + v.uneven * 0.4 * (chance(s, i, 3) - 0.5))
      const to: [number, number] = [from[0] + maths.cos(turn) * length, from[1] + maths.sin(turn) * length]
      const [radius, endRadius] = [(v.near * scale) / 2, (v.far * scale * own) / 2]
      const opacity = v.strength * (1 - v.uneven * 0.7 * chance(s, i, 4))
      layDab(
        k,
        made,
        { from, to, radius, endRadius, end: 0, colour: v.colour, opacity, form: 'bell' },
        'light',
      )
    }
    // But for adding up, light is as opaque as it is bright.
    if (v.lay !== 'plus')
      for (let i = 0; i < made.data.length; i += 4)
        made.data[i + 3] = Math.min(
          1,
          Math.max(made.data[i] ?? 0, made.data[i + 1] ?? 0, made.data[i + 2] ?? 0),
        )
    return lay(k, input, made, v)
  },
})
