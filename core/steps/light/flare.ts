import { filled, type Kernels, layDab } from '../../kernels'
import type { Frame } from '../../frame'
import { maths } from '../../maths'
import { colour, count, degrees, point, share, times, toggle } from '../../params/make'
import { declareStep } from '../declare'
import { gainOf, joinLight, lightMode } from './source'

/** Ghosts of a lens: where each lies on the line from the light through the middle (1 is the light, -1 opposite), how large it is (of the height), its colour and form. */
const GHOSTS: readonly [
  at: number,
  size: number,
  rgb: readonly [number, number, number],
  form: 'even' | 'ring' | 'bell',
][] = [
  [0.62, 0.035, [0.5, 0.7, 0.35], 'even'],
  [0.36, 0.075, [0.35, 0.25, 0.6], 'ring'],
  [0.18, 0.02, [0.9, 0.5, 0.2], 'even'],
  [-0.22, 0.05, [0.2, 0.55, 0.5], 'even'],
  [-0.4, 0.11, [0.45, 0.2, 0.2], 'ring'],
  [-0.58, 0.028, [0.3, 0.4, 0.9], 'even'],
  [-0.85, 0.16, [0.25, 0.35, 0.2], 'bell'],
  [-1.1, 0.07, [0.55, 0.35, 0.15], 'ring'],
]

export const flare = declareStep({
  id: 'flare',
  name: 'Lens flare',
  aim: 'light',
  family: 'light',
  purpose: 'Shows a light into the lens: its core, streak, ring and the ghosts between the glasses.',
  words: ['sun', 'ghosts', 'optical', 'anamorphic', 'halo'],
  params: {
    light: point('Light', 'Where the light stands.', [0.3, 0.3]),
    intensity: times('Intensity', 'Strength of the whole.', 1, 20, { soft: [0, 4] }),
    tint: colour('Colour', 'The colour of the light.', [1, 0.88, 0.7]),
    size: times('Size', 'Size of the core and its ring.', 1, 10, { soft: [0.2, 3] }),
    ghosts: times('Ghosts', 'Strength of the reflections on the axis.', 0.6, 10, { soft: [0, 2] }),
    spacing: times('Spacing', 'How far the reflections lie apart.', 1, 4, { soft: [0.3, 2] }),
    ring: times('Ring', 'Strength of the circle about the light.', 0.4, 10, { soft: [0, 2] }),
    streak: times('Streak', 'Strength of the long streak through it.', 0.5, 10, { soft: [0, 3] }),
    angle: degrees('Streak angle', 'Turns the streak.', 0),
    beams: count('Beams', 'How many beams the core throws.', 8, [0, 24], { soft: [0, 16] }),
    hides: toggle(
      'Hides behind things',
      'Goes out as the place of the light gets darker in the picture.',
      false,
    ),
    sense: share('How bright it must be', 'Light at its place below this covers it.', 0.5, {
      when: (v) => v.hides === true,
    }),
  },
  outputs: [{ id: 'light', label: 'Flare alone' }],
  keepsAlpha: true,
  proxyError: 0.1,
  neutral: (v) => v.intensity === 0,
  reach: (v) => (v.hides ? Infinity : 0),
  /** The axis runs from the light through the middle of the picture; every ghost lies on it at its own share of the distance, of its own size and colour. */
  render({ kernels: k, input, values: v, place, view }) {
    const out = filled(k, input.width, input.height, [0, 0, 0, 0])
    const h = place.height
    const at: [number, number] = [v.light[0] * place.width - place.x, v.light[1] * h - place.y]
    const middle: [number, number] = [place.width / 2 - place.x, h / 2 - place.y]
    const seen = v.hides ? coverage(input, at, h, v.sense) : 1
    const spot = (
      radius: number,
      opacity: number,
      form: 'bell' | 'ring' | 'even',
      rgb = [1, 1, 1],
      soft = radius * 0.3,
    ) =>
      layDab(
        k,
        out,
        {
          from: at,
          radius: Math.max(0.5, radius * h),
          soft: Math.max(1, soft * h),
          opacity,
          form,
          colour: rgb as never,
        },
        'light',
      )
    if (seen > 0) {
      spot(0.02 * v.size, 3 * seen, 'bell')
      spot(0.07 * v.size, 0.8 * seen, 'bell')
      spot(0.28 * v.size, 0.3 * seen, 'bell', [1, 0.8, 0.6])
      if (v.ring > 0) spot(0.22 * v.size, 0.22 * v.ring * seen, 'ring', [1, 0.55, 0.35], 0.03 * v.size)
      beams(k, out, at, v, h, seen)
      if (v.streak > 0) streak(k, out, at, v, h, seen)
      for (const [where, size, rgb, form] of v.ghosts > 0 ? GHOSTS : []) {
        const t = 1 + (where - 1) * v.spacing
        const from: [number, number] = [
          middle[0] + (at[0] - middle[0]) * t,
          middle[1] + (at[1] - middle[1]) * t,
        ]
        const soft = form === 'ring' ? size * h * 0.12 : size * h * 0.25
        layDab(
          k,
          out,
          {
            from,
            radius: size * h * Math.sqrt(v.size),
            soft: Math.max(1, soft),
            colour: rgb as never,
            opacity: 0.22 * v.ghosts * seen,
            form,
          },
          'light',
        )
      }
    }
    return joinLight(k, input, out, gainOf(v.tint, v.intensity), lightMode(view, 'soft'))
  },
})

interface Form {
  beams: number
  streak: number
  angle: number
  size: number
}

/** How much of the light can be seen: the brightness about its place against `sense`. */
function coverage(input: Frame, [x, y]: [number, number], h: number, sense: number): number {
  const radius = Math.max(1, Math.round(h * 0.012))
  let [sum, n] = [0, 0]
  for (let j = -radius; j <= radius; j++)
    for (let i = -radius; i <= radius; i++) {
      const [px, py] = [Math.floor(x) + i, Math.floor(y) + j]
      if (px < 0 || py < 0 || px >= input.width || py >= input.height) continue
      const p = (py * input.width + px) * 4
      sum += Math.max(...[0, 1, 2].map((c) => input.data[p + c] as number))
      n++
    }
  return n ? maths.pow(Math.min(1, Math.max(0, sum / n / Math.max(sense, 1e-3))), 2) : 0
}

function beams(k: Kernels, out: Frame, at: [number, number], v: Form, h: number, seen: number): void {
  const n = Math.round(v.beams)
  for (let i = 0; i < n; i++) {
    const turn = (i / n) * 2 * Math.PI + 0.35
    const length = h * (0.12 + 0.08 * ((i * 7) % 3)) * v.size
    const to: [number, number] = [at[0] + maths.cos(turn) * length, at[1] + maths.sin(turn) * length]
    layDab(
      k,
      out,
      {
        from: at,
        to,
        radius: 0.006 * h * v.size,
        endRadius: 0.001 * h,
        end: 0,
        colour: [1, 0.9, 0.8],
        opacity: 0.35 * seen,
        form: 'bell',
      },
      'light',
    )
  }
}

function streak(k: Kernels, out: Frame, at: [number, number], v: Form, h: number, seen: number): void {
  const turn = (v.angle * Math.PI) / 180
  for (const side of [-1, 1])
    for (const [reach, width, strength] of [
      [0.9, 0.004, 0.8],
      [0.5, 0.012, 0.3],
    ] as const) {
      const to: [number, number] = [
        at[0] + side * maths.cos(turn) * reach * h,
        at[1] + side * maths.sin(turn) * reach * h,
      ]
      layDab(
        k,
        out,
        {
          from: at,
          to,
          radius: Math.max(0.5, width * h),
          endRadius: 0.5,
          end: 0,
          colour: [0.55, 0.75, 1],
          opacity: strength * v.streak * seen,
          form: 'bell',
        },
        'light',
      )
    }
}
