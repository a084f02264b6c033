import { type Edge, warpPerspective } from '../../kernels'
import { invert, type Matrix3, multiply } from '../../matrix'
import { declareStep } from '../declare'

/** Heights of the picture between the eye and it: how strong perspective is. */
const DISTANCE = 2

export const reframe = declareStep({
  id: 'reframe',
  name: 'Reframe',
  family: 'warp',
  purpose: 'Moves, sizes, turns and tilts the picture, as if it hung in space.',
  params: {
    across: {
      ...{ type: 'number', label: 'Across', help: 'How far the picture is moved to the right.' },
      ...{ default: 0, min: -20000, max: 20000, soft: [-640, 640], step: 0.5, digits: 1, unit: 'px' },
    },
    down: {
      ...{ type: 'number', label: 'Down', help: 'How far the picture is moved down.' },
      ...{ default: 0, min: -20000, max: 20000, soft: [-360, 360], step: 0.5, digits: 1, unit: 'px' },
    },
    scale: {
      ...{ type: 'number', label: 'Size', help: '1 is as it came.' },
      ...{ default: 1, min: 0.01, max: 50, soft: [0.1, 4], step: 0.005, digits: 3, unit: '×' },
    },
    angle: {
      ...{ type: 'number', label: 'Angle', help: 'Turns about the middle, clockwise.' },
      ...{ default: 0, min: -3600, max: 3600, soft: [-180, 180], step: 0.1, digits: 1, unit: '°' },
    },
    turn: {
      ...{ type: 'number', label: 'Turn away', help: 'Swings one side of the picture away from the eye.' },
      ...{ default: 0, min: -89, max: 89, step: 0.1, digits: 1, unit: '°', group: 'Perspective' },
    },
    lean: {
      ...{ type: 'number', label: 'Lean back', help: 'Leans the upper edge away from the eye.' },
      ...{ default: 0, min: -89, max: 89, step: 0.1, digits: 1, unit: '°', group: 'Perspective' },
    },
    edge: {
      ...{ type: 'choice', label: 'Beyond the edge', help: 'What is taken to lie outside the picture.' },
      default: 'black',
      options: [
        { value: 'black', label: 'Nothing' },
        { value: 'clamp', label: 'Edge colour' },
        { value: 'mirror', label: 'Mirror' },
        { value: 'wrap', label: 'Wrap round' },
      ],
    },
  },
  views: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) =>
    v.across === 0 && v.down === 0 && v.scale === 1 && v.angle === 0 && v.turn === 0 && v.lean === 0,
  reach: () => Infinity,
  /**
   * About the middle: size and angle, then the plane is turned about the upright and leant about the level axis, seen from two picture heights away, then
   * moved. Bicubic, filtered where it shrinks.
   */
  render({ kernels, input, values: v, scale }) {
    const { width: w, height: h } = input
    const toDestination = [
      shift(w / 2 + v.across * scale, h / 2 + v.down * scale),
      tilt(v.turn, v.lean, DISTANCE * h),
      turned(v.angle, v.scale),
      shift(-w / 2, -h / 2),
    ].reduce(multiply)
    return warpPerspective(kernels, input, invert(toDestination), {
      edge: v.edge as Edge,
      filter: 'bicubic',
    })
  },
})

const radians = (degrees: number) => (degrees * Math.PI) / 180
const shift = (x: number, y: number): Matrix3 => [1, 0, x, 0, 1, y, 0, 0, 1]

function turned(angle: number, size: number): Matrix3 {
  const [c, s] = [Math.cos(radians(angle)) * size, Math.sin(radians(angle)) * size]
  return [c, -s, 0, s, c, 0, 0, 0, 1]
}

/** The plane z = 0 turned in space and projected: (x, y, z) goes to d (x, y) / (d + z). */
function tilt(turn: number, lean: number, d: number): Matrix3 {
  const [ct, st] = [Math.cos(radians(turn)), Math.sin(radians(turn))]
  const [cl, sl] = [Math.cos(radians(lean)), Math.sin(radians(lean))]
  // x' = ct x, z' = st x; then y'' = cl y + sl z', z'' = cl z' - sl y.
  return [ct, 0, 0, sl * st, cl, 0, (cl * st) / d, -sl / d, 1]
}
