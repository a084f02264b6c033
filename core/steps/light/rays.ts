import { type Affine, gaussian, type Kernels, passesFor, resample, trail } from '../../kernels'
import type { Frame } from '../../frame'
import { choice, colour, degrees, point, px, share, times } from '../../params/make'
import { declareStep, regionInput } from '../declare'
import { unitNoise } from '../../anim'
import { maths } from '../../maths'
import { gainOf, JOIN, joinLight, lightMode, SOURCE, sourceLight } from './source'

/** Rays are soft: they are made on a picture of half the size. */
const BY = 2

export const rays = declareStep({
  id: 'rays',
  name: 'Rays',
  aim: 'light',
  family: 'light',
  purpose: 'Draws light out into beams, away from a point or along a direction.',
  words: ['god rays', 'light shafts', 'volumetric', 'crepuscular', 'beams', 'zoom'],
  params: {
    ...SOURCE,
    way: choice('Go', 'Away from a point, or all alike.', {
      point: 'Away from a point',
      along: 'Along a direction',
    }),
    centre: point('Light', 'Where the rays come from.', [0.5, 0.3], { when: (v) => v.way === 'point' }),
    angle: degrees('Direction', 'Where the rays go.', 60, { when: (v) => v.way === 'along' }),
    length: share(
      'Length',
      'How far a ray goes: all the way to the light’s distance, or as a share of the height.',
      0.5,
    ),
    decay: share('Fall-off', 'How much fainter a ray ends than it begins.', 0.8),
    shimmer: share('Shimmer', 'How much the rays stir in time.', 0),
    soft: px('Smoothness', 'Softens the source, so that rays show no grain.', 2, [0, 20], {
      limits: [0, 100],
    }),
    intensity: times('Intensity', 'How much light is given back.', 1.5, 40, { soft: [0, 5], group: 'Light' }),
    tint: colour('Tint', 'The colour of the rays.', [1, 0.95, 0.85], { group: 'Light' }),
    blend: JOIN,
  },
  outputs: [{ id: 'light', label: 'Rays alone' }],
  keepsAlpha: true,
  moves: true,
  proxyError: 0.12,
  neutral: (v) => v.intensity === 0,
  inputs: regionInput('Where light comes from.', (v) => v.from === 'region'),
  reach: () => Infinity,
  /** The mean of copies of the light that are scaled about the point (or moved along), decaying geometrically; spacing is at most a pixel and a half of the half-size picture. */
  render({ kernels: k, input, values: v, scale, view, mattes: { amount }, time }) {
    const light = sourceLight(k, input, v, scale, amount)
    const small = resample(k, light, Math.ceil(input.width / BY), Math.ceil(input.height / BY))
    k.free(light)
    const sigma = (v.soft * scale) / BY
    const soft = gaussian(k, small, sigma, sigma, 'black')
    k.free(small)
    const drawn = v.way === 'point' ? fromPoint(k, soft, v) : alongAngle(k, soft, v)
    k.free(soft)
    const out = resample(k, drawn, input.width, input.height, 'bilinear')
    k.free(drawn)
    const stir = 1 + v.shimmer * 0.8 * unitNoise(41, time / 7)
    return joinLight(k, input, out, gainOf(v.tint, v.intensity * stir * 4), lightMode(view, v.blend))
  },
})

interface Form {
  centre: [number, number]
  angle: number
  length: number
  decay: number
}

function fromPoint(k: Kernels, src: Frame, v: Form): Frame {
  const [cx, cy] = [v.centre[0] * src.width, v.centre[1] * src.height]
  const reach = maths.hypot(Math.max(cx, src.width - cx), Math.max(cy, src.height - cy))
  const shrink = Math.max(1 - v.length * 0.98, 0.02)
  const passes = passesFor(Math.min(1024, (reach * (1 - shrink)) / 1.5))
  const count = maths.pow(4, passes)
  const power = (n: number): Affine => {
    const s = maths.pow(shrink, n / count)
    return [s, 0, cx * (1 - s), 0, s, cy * (1 - s)]
  }
  return trail(k, src, power, { passes, decay: maths.pow(1 - v.decay * 0.98, 1 / count), edge: 'black' })
}

function alongAngle(k: Kernels, src: Frame, v: Form): Frame {
  const length = v.length * src.height
  const passes = passesFor(Math.min(1024, length / 1.5))
  const count = maths.pow(4, passes)
  const turn = (v.angle * Math.PI) / 180
  const [dx, dy] = [(-maths.cos(turn) * length) / count, (-maths.sin(turn) * length) / count]
  const power = (n: number): Affine => [1, 0, dx * n, 0, 1, dy * n]
  return trail(k, src, power, { passes, decay: maths.pow(1 - v.decay * 0.98, 1 / count), edge: 'black' })
}
