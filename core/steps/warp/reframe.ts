import { addScaledInto, type Edge, filled, type Kernels, warpPerspective } from '../../kernels'
import type { Frame } from '../../frame'
import { maths } from '../../maths'
import { invert, type Matrix3, multiply, radians, shifted, turned } from '../../matrix'
import { count, degrees, edge, number, point, px } from '../../params/make'
import { declareStep } from '../declare'

/** Heights of the picture between the eye and it: how strong perspective is. */
const DISTANCE = 2

const tilted = { limits: [-89, 89], soft: [-89, 89], step: 0.1, group: 'Perspective' } as const

export const reframe = declareStep({
  id: 'reframe',
  name: 'Reframe',
  aim: 'bend',
  family: 'warp',
  purpose: 'Moves, sizes, turns and tilts the picture, as if it hung in space.',
  words: ['transform', 'position', 'scale', 'rotate', 'zoom', 'crop', 'move'],
  params: {
    across: px('Across', 'How far the picture is moved to the right.', 0, [-640, 640], {
      limits: [-20000, 20000],
    }),
    down: px('Down', 'How far the picture is moved down.', 0, [-360, 360], { limits: [-20000, 20000] }),
    scale: number('Size', '1 is as it came.', 1, [0.01, 50], {
      soft: [0.1, 4],
      step: 0.005,
      digits: 3,
      unit: '×',
    }),
    angle: degrees('Angle', 'Turns about the anchor, clockwise.', 0, { step: 0.1 }),
    shear: degrees('Shear', 'Leans upright lines to the right.', 0, {
      limits: [-80, 80],
      soft: [-60, 60],
      step: 0.1,
    }),
    anchor: point('Anchor', 'The place that size, angle and perspective leave where it is.'),
    turn: degrees('Turn away', 'Swings one side of the picture away from the eye.', 0, tilted),
    lean: degrees('Lean back', 'Leans the upper edge away from the eye.', 0, tilted),
    edge: edge(),
    shutter: degrees(
      'Shutter',
      'How long each frame is exposed to the movement; 360 is the whole frame.',
      0,
      {
        limits: [0, 720],
        soft: [0, 360],
        group: 'Motion blur',
      },
    ),
    samples: count('Samples', 'How many moments of the exposure are seen.', 8, [2, 32], {
      group: 'Motion blur',
      when: (v) => Number(v.shutter) > 0,
    }),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.09,
  neutral: (v) =>
    v.across === 0 &&
    v.down === 0 &&
    v.scale === 1 &&
    v.angle === 0 &&
    v.shear === 0 &&
    v.turn === 0 &&
    v.lean === 0 &&
    v.shutter === 0,
  reach: () => Infinity,
  /** Moments evenly over the time that the shutter is open, centred on the frame. */
  exposure: (v) =>
    v.shutter > 0
      ? Array.from(
          { length: Math.round(v.samples) },
          (_, i) => ((i + 0.5) / Math.round(v.samples) - 0.5) * (v.shutter / 360),
        )
      : [],
  /**
   * About the anchor: shear, size and angle, then the plane is turned about the upright and leant about the level axis, seen from two picture heights away, then
   * moved. Bicubic, filtered where it shrinks. With a shutter the mean over its moments.
   */
  render({ kernels: k, input, values, moments, scale }) {
    const distinct = moments.some((m) => JSON.stringify(m) !== JSON.stringify(moments[0]))
    if (!distinct) return moved(k, input, moments[0] ?? values, scale)
    const out = filled(k, input.width, input.height, [0, 0, 0, 0])
    for (const moment of moments) {
      const frame = moved(k, input, moment, scale)
      addScaledInto(k, out, frame, 1 / moments.length)
      k.free(frame)
    }
    return out
  },
})

interface Form {
  across: number
  down: number
  scale: number
  angle: number
  shear: number
  anchor: [number, number]
  turn: number
  lean: number
  edge: string
}

function moved(k: Kernels, input: Frame, v: Form, scale: number): Frame {
  const [ax, ay] = [v.anchor[0] * input.width, v.anchor[1] * input.height]
  const toDestination = [
    shifted(ax + v.across * scale, ay + v.down * scale),
    tilt(v.turn, v.lean, DISTANCE * input.height),
    turned(v.angle, v.scale),
    [1, -maths.tan(radians(v.shear)), 0, 0, 1, 0, 0, 0, 1] as Matrix3,
    shifted(-ax, -ay),
  ].reduce(multiply)
  return warpPerspective(k, input, invert(toDestination), { edge: v.edge as Edge, filter: 'bicubic' })
}

/** The plane z = 0 turned in space and projected: (x, y, z) goes to d (x, y) / (d + z). */
function tilt(turn: number, lean: number, d: number): Matrix3 {
  const [ct, st] = [maths.cos(radians(turn)), maths.sin(radians(turn))]
  const [cl, sl] = [maths.cos(radians(lean)), maths.sin(radians(lean))]
  // x' = ct x, z' = st x; then y'' = cl y + sl z', z'' = cl z' - sl y.
  return [ct, 0, 0, sl * st, cl, 0, (cl * st) / d, -sl / d, 1]
}
