import { maths } from '../maths'
import { type Matrix3, multiply, shifted, turned } from '../matrix'

/** Where an object stands, at one time. */
export interface ObjectNumbers {
  place: [number, number]
  anchor: [number, number]
  scale: [number, number]
  /** Degrees, clockwise. */
  turn: number
}

/** From an object's own pixels (counted from its middle; a group's from the corner of the design) to those of what it stands in: T(place) R(turn) S(scale) T(-anchor). */
export function objectMatrix({ place, anchor, scale, turn }: ObjectNumbers): Matrix3 {
  const sized: Matrix3 = [scale[0], 0, 0, 0, scale[1], 0, 0, 0, 1]
  const about = multiply(sized, shifted(-anchor[0], -anchor[1]))
  const upright = turn === 0 ? about : multiply(turned(turn), about)
  return multiply(shifted(place[0], place[1]), upright)
}

/** Place, scale and turn with which an object of an anchor has a matrix; what shears it is left out. */
export function numbersOf(matrix: Matrix3, anchor: [number, number]): ObjectNumbers {
  const [a, b, c, d, e, f] = matrix
  const x = maths.hypot(a, d)
  const y = x > 0 ? (a * e - b * d) / x : maths.hypot(b, e)
  return {
    anchor,
    scale: [x, y],
    turn: (maths.atan2(d, a) * 180) / Math.PI,
    place: [a * anchor[0] + b * anchor[1] + c, d * anchor[0] + e * anchor[1] + f],
  }
}
