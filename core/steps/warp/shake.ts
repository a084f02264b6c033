import { unitNoise } from '../../anim'
import { addScaledInto, type Edge, filled, type Kernels, warpPerspective } from '../../kernels'
import type { Frame } from '../../frame'
import { maths } from '../../maths'
import { invert, multiply, shifted, turned } from '../../matrix'
import { count, degrees, edge, number, px, seed, share, times } from '../../params/make'
import { declareStep } from '../declare'

export const shake = declareStep({
  id: 'shake',
  name: 'Shake',
  aim: 'bend',
  family: 'warp',
  purpose: 'Shakes the camera: handheld, a blow, an earthquake.',
  words: ['camera shake', 'handheld', 'impact', 'earthquake', 'jitter', 'wiggle'],
  params: {
    position: px('Position', 'How far the picture strays.', 12, [0, 80], { limits: [0, 2000] }),
    rotation: degrees('Rotation', 'How far it turns.', 0.6, {
      limits: [0, 180],
      soft: [0, 6],
      digits: 2,
      step: 0.05,
    }),
    size: share('Size', 'How far it grows and shrinks.', 0.01),
    rate: number('Rate', 'Swings a second, at 24 frames.', 3, [0.05, 24], {
      soft: [0.2, 12],
      digits: 1,
      step: 0.1,
    }),
    octaves: count('Roughness', 'Quicker, smaller swings on top.', 2, [1, 6]),
    decay: times('Dies down', 'Halves after so many seconds from the step’s start; 0 goes on.', 0, 60, {
      soft: [0, 4],
      unit: 's',
    }),
    zoom: number('Zoom in', 'Enlarges the picture so that its borders stay hidden.', 1.04, [1, 3], {
      soft: [1, 1.3],
      digits: 3,
      step: 0.005,
      unit: '×',
    }),
    shutter: degrees('Shutter', 'How long each frame is exposed to the movement.', 0, {
      limits: [0, 720],
      soft: [0, 360],
    }),
    seed: seed(9),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.08,
  neutral: (v) => v.zoom === 1 && v.position === 0 && v.rotation === 0 && v.size === 0,
  reach: () => Infinity,
  /** A shift, a turn and a size by smooth seeded noise of several octaves; with a shutter the mean of eight moments. */
  render({ kernels: k, input, values: v, scale, time }) {
    if (!(v.shutter > 0)) return shaken(k, input, v, scale, time)
    const out = filled(k, input.width, input.height, [0, 0, 0, 0])
    for (let i = 0; i < MOMENTS; i++) {
      const frame = shaken(k, input, v, scale, time + ((i + 0.5) / MOMENTS - 0.5) * (v.shutter / 360))
      addScaledInto(k, out, frame, 1 / MOMENTS)
      k.free(frame)
    }
    return out
  },
})

const MOMENTS = 8

interface Form {
  position: number
  rotation: number
  size: number
  rate: number
  octaves: number
  decay: number
  zoom: number
  seed: number
  edge: string
}

function shaken(k: Kernels, input: Frame, v: Form, scale: number, time: number): Frame {
  const strength = v.decay > 0 ? maths.pow(2, -Math.max(0, time) / 24 / v.decay) : 1
  const swing = (stream: number) => {
    let [sum, total] = [0, 0]
    for (let i = 0; i < Math.round(v.octaves); i++) {
      sum +=
        unitNoise(Math.round(v.seed) * 29 + stream * 7 + i, ((time / 24) * v.rate * maths.pow(2, i)) % 1e6) /
        maths.pow(2, i)
      total += 1 / maths.pow(2, i)
    }
    return (strength * sum) / total
  }
  const [mx, my] = [input.width / 2, input.height / 2]
  const toDestination = [
    shifted(mx + swing(1) * v.position * scale, my + swing(2) * v.position * scale),
    turned(swing(3) * v.rotation, v.zoom * Math.max(0.05, 1 + swing(4) * v.size)),
    shifted(-mx, -my),
  ].reduce(multiply)
  return warpPerspective(k, input, invert(toDestination), { edge: v.edge as Edge, filter: 'bicubic' })
}
