import { maths } from '../maths'
import { IDENTITY, type Matrix3, multiply, radians, shifted } from '../matrix'
import type { Values } from '../params'
import type { AnchorName } from './common'
import type { Pose, Unit } from './declare'
import { middleOf } from './order'

export const REST: Pose = {
  move: [0, 0],
  near: 0,
  scale: [1, 1],
  turn: 0,
  tip: [0, 0],
  lean: 0,
  pull: [0, 1],
  about: undefined,
  opacity: 1,
  blur: 0,
  light: 1,
  window: undefined,
  cut: undefined,
  letter: undefined,
  drawn: undefined,
  thin: 0,
  extra: undefined,
  motes: undefined,
}

/** The eye of a design, in an object's own pixels: what it stands before, and how high the picture is; it is some heights away. */
export interface Eye {
  at: readonly [number, number]
  height: number
}

/** Depth at which nothing can be seen any more, as a share of the eye's distance. */
const CLOSE = 0.05

/** What a unit is turned and sized about. */
export function anchorOf(values: Values, unit: Unit): [number, number] {
  const { box, whole, base } = unit
  const [x, y] = middleOf(unit)
  switch (values['anchor'] as AnchorName) {
    case 'base':
      return [x, base]
    case 'top':
      return [x, box.top]
    case 'bottom':
      return [x, box.bottom]
    case 'left':
      return [box.left, y]
    case 'right':
      return [box.right, y]
    case 'whole':
      return middleOf({ box: whole })
    default:
      return [x, y]
  }
}

/**
 * From where a unit rests to how it stands, in the object's own pixels: leaned, pulled, sized, turned and tipped about its anchor, moved, and seen by the eye. Undefined where a corner of it would be at the eye or behind it.
 */
export function poseMatrix(
  pose: Pose,
  anchor: readonly [number, number],
  eye: { at: readonly [number, number]; far: number },
  box: Unit['box'],
): Matrix3 | undefined {
  const [ax, ay] = pose.about ?? anchor
  const flat = flatPart(pose)
  const [tx, ty] = [radians(pose.tip[0]), radians(pose.tip[1])]
  if (tx === 0 && ty === 0 && pose.near === 0) {
    const moved = multiply(shifted(ax + pose.move[0], ay + pose.move[1]), flat)
    return multiply(moved, shifted(-ax, -ay))
  }
  const [sx, cx, sy, cy] = [maths.sin(tx), maths.cos(tx), maths.sin(ty), maths.cos(ty)]
  const [a, b, , d, e] = flat
  // First about the upright line, then about the level one; z towards the eye.
  const rows = [
    [cy * a, cy * b],
    [cx * d + sx * sy * a, cx * e + sx * sy * b],
    [sx * d - cx * sy * a, sx * e - cx * sy * b],
  ] as const
  const [ex, ey] = eye.at
  const far = Math.max(1, eye.far)
  const [ox, oy, oz] = [ax + pose.move[0], ay + pose.move[1], pose.near]
  // X = rows · p + o; seen at (X - e) / (1 - z / far) + e.
  const [g, h, i] = [-rows[2][0] / far, -rows[2][1] / far, 1 - oz / far]
  const seen: Matrix3 = [
    rows[0][0] + ex * g,
    rows[0][1] + ex * h,
    ox - ex + ex * i,
    rows[1][0] + ey * g,
    rows[1][1] + ey * h,
    oy - ey + ey * i,
    g,
    h,
    i,
  ]
  const matrix = multiply(seen, shifted(-ax, -ay))
  const behind = [box.left, box.right].some((x) =>
    [box.top, box.bottom].some((y) => matrix[6] * x + matrix[7] * y + matrix[8] < CLOSE),
  )
  return behind ? undefined : matrix
}

/** What of a pose lies in the picture, about 0. */
function flatPart({ scale, turn, lean, pull }: Pose): Matrix3 {
  let m: Matrix3 = [scale[0], 0, 0, 0, scale[1], 0, 0, 0, 1]
  if (lean !== 0) m = multiply(m, [1, -lean, 0, 0, 1, 0, 0, 0, 1])
  if (pull[1] !== 1) {
    const along: Matrix3 = [pull[1], 0, 0, 0, 1 / pull[1], 0, 0, 0, 1]
    m = multiply(multiply(multiply(turnedBy(pull[0]), along), turnedBy(-pull[0])), m)
  }
  return turn === 0 ? m : multiply(turnedBy(turn), m)
}

function turnedBy(angle: number): Matrix3 {
  const [c, s] = [maths.cos(radians(angle)), maths.sin(radians(angle))]
  return [c, -s, 0, s, c, 0, 0, 0, 1]
}

export const isIdentity = (m: Matrix3): boolean => m.every((v, i) => v === IDENTITY[i])
