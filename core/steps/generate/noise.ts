import type { Frame } from '../../frame'
import {
  bendPlane,
  colourRamp,
  field,
  type FieldKind,
  type Kernels,
  noise as perPixel,
  weigh,
} from '../../kernels'
import { maths } from '../../maths'
import { choice, colour, count, degrees, number, px, seed, share, times } from '../../params/make'
import { declareStep, type Place } from '../declare'
import { LAY, lay } from './lay'

const forms = { when: (v: Record<string, unknown>) => v.kind !== 'snow' }

export const noise = declareStep({
  id: 'noise',
  name: 'Noise',
  aim: 'make',
  family: 'generate',
  purpose:
    'Lays a moving pattern of chance in: smooth, ridged, folded, in cells, or the snow of an empty channel.',
  words: ['fractal', 'perlin', 'static', 'snow', 'marble', 'cells', 'texture', 'smoke'],
  params: {
    kind: choice('Kind', 'What the pattern looks like.', {
      smooth: 'Smooth',
      ridges: 'Ridges',
      folds: 'Folds',
      cells: 'Cells',
      snow: 'Snow',
    }),
    size: px('Size', 'Size of the largest forms.', 160, [8, 600], { limits: [1, 8000], ...forms }),
    stretch: times('Stretch', 'Draws forms out sideways.', 1, 40, { soft: [0.2, 6], ...forms }),
    octaves: count('Detail', 'Finer forms within the large ones.', 4, [1, 8], forms),
    gain: share('Roughness', 'How strong finer forms are.', 0.5, forms),
    contrast: times('Contrast', 'How clearly the two colours part.', 1, 20, { soft: [0, 4] }),
    balance: number('Balance', 'More of the first below 0, of the second above.', 0, [-2, 2], {
      soft: [-1, 1],
    }),
    speed: number('Changes', 'How fast it changes into others.', 0.5, [0, 60], { soft: [0, 4] }),
    drift: number('Drifts', 'How fast it moves, in forms a second at 24 frames.', 0, [-60, 60], {
      soft: [-2, 2],
      ...forms,
    }),
    angle: degrees('Drift angle', 'Where it drifts to.', 0, { when: (v) => Number(v.drift) !== 0 }),
    first: colour('First', 'The colour of the lows.', [0.01, 0.01, 0.015]),
    second: colour('Second', 'The colour of the highs.', [0.85, 0.85, 0.9]),
    seed: seed(1),
    ...LAY,
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.5,
  neutral: (v) => v.opacity === 0,
  reach: () => 0,
  /**
   * Gradient noise of several octaves (or distances to strewn points) about 1/2, between two colours in linear light. Snow is a uniform value for each pixel of
   * the frame and each moment.
   */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const seconds = time / 24
    const plane =
      v.kind === 'snow' ? snow(k, input, place, v, time) : forming(k, input, place, v, scale, seconds)
    bendPlane(k, plane, 0.5 * v.contrast, 0.5 + v.balance / 2)
    const made = colourRamp(k, plane, [...v.first, 1, ...v.second, 1])
    k.free(plane)
    return lay(k, input, made, v)
  },
})

interface Form {
  kind: string
  size: number
  stretch: number
  octaves: number
  gain: number
  speed: number
  drift: number
  angle: number
  seed: number
}

/** Values evenly in [-1, 1). */
function snow(k: Kernels, input: Frame, place: Place, v: Form, time: number) {
  const frame = Math.floor(time * Math.min(1, v.speed * 2))
  const field = perPixel(
    ...([k, input.width, input.height] as const),
    { seed: Math.round(v.seed), frame, x: place.x, y: place.y },
    'uniform',
  )
  field.data.forEach((value, i) => (field.data[i] = i % 4 === 3 ? 1 : value))
  const plane = weigh(k, field, [2, 0, 0, -1])
  k.free(field)
  return plane
}

function forming(k: Kernels, input: Frame, place: Place, v: Form, scale: number, seconds: number) {
  const f = 1 / (v.size * scale)
  const fx = f / Math.max(v.stretch, 0.01)
  const [way, turn] = [seconds * v.drift, (v.angle * Math.PI) / 180]
  return field(k, input.width, input.height, {
    kind: v.kind as FieldKind,
    seed: Math.round(v.seed),
    octaves: Math.round(v.octaves),
    gain: v.gain,
    depth: seconds * v.speed,
    to: [fx, 0, place.x * fx - maths.cos(turn) * way, 0, f, place.y * f - maths.sin(turn) * way],
  })
}
