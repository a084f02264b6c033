import { maths } from '../maths'
/** A 3x3 matrix in row order. */
export type Matrix3 = readonly [number, number, number, number, number, number, number, number, number]
export type Triple = readonly [number, number, number]

/** a b: what b does, then a. Written out, as it runs for every letter of every moment. */
export const multiply = (a: Matrix3, b: Matrix3): Matrix3 => [
  a[0] * b[0] + a[1] * b[3] + a[2] * b[6],
  a[0] * b[1] + a[1] * b[4] + a[2] * b[7],
  a[0] * b[2] + a[1] * b[5] + a[2] * b[8],
  a[3] * b[0] + a[4] * b[3] + a[5] * b[6],
  a[3] * b[1] + a[4] * b[4] + a[5] * b[7],
  a[3] * b[2] + a[4] * b[5] + a[5] * b[8],
  a[6] * b[0] + a[7] * b[3] + a[8] * b[6],
  a[6] * b[1] + a[7] * b[4] + a[8] * b[7],
  a[6] * b[2] + a[7] * b[5] + a[8] * b[8],
]

/** The same map with 1 as its last entry. */
export const normalised = (m: Matrix3): Matrix3 => m.map((v) => v / m[8]) as unknown as Matrix3

/** Whether a map leaves nothing of an area. */
export const isFlat = (m: Matrix3): boolean => Math.abs(m[0] * m[4] - m[1] * m[3]) < 1e-9

/** Where a map takes a place. */
export function through(m: Matrix3, x: number, y: number): [number, number] {
  const w = m[6] * x + m[7] * y + m[8]
  return [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w]
}

export const IDENTITY: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1]

/** By cofactors; of a matrix that has an inverse. */
export function invert([a, b, c, d, e, f, g, h, i]: Matrix3): Matrix3 {
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
  return [
    (e * i - f * h) / det,
    (c * h - b * i) / det,
    (b * f - c * e) / det,
    (f * g - d * i) / det,
    (a * i - c * g) / det,
    (c * d - a * f) / det,
    (d * h - e * g) / det,
    (b * g - a * h) / det,
    (a * e - b * d) / det,
  ]
}

export function apply(m: Matrix3, v: Triple): Triple {
  return [0, 3, 6].map(
    (r) => (m[r] ?? 0) * v[0] + (m[r + 1] ?? 0) * v[1] + (m[r + 2] ?? 0) * v[2],
  ) as unknown as Triple
}

/** Degrees to radians. */
export const radians = (degrees: number): number => (degrees * Math.PI) / 180

export const shifted = (x: number, y: number): Matrix3 => [1, 0, x, 0, 1, y, 0, 0, 1]

/** Turned clockwise (y down) by degrees and scaled. */
export function turned(angle: number, size = 1): Matrix3 {
  const [c, s] = [maths.cos(radians(angle)) * size, maths.sin(radians(angle)) * size]
  return [c, -s, 0, s, c, 0, 0, 0, 1]
}

export type Quad = readonly [Corner, Corner, Corner, Corner]
type Corner = readonly [x: number, y: number]

/**
 * The perspective map from the unit square to a quadrilateral whose corners are those of (0, 0), (1, 0), (1, 1), (0, 1) (Heckbert 1989, section 2.2.3); undefined where three of them lie
 * on a line or the shape crosses itself.
 */
export function squareToQuad([[x0, y0], [x1, y1], [x2, y2], [x3, y3]]: Quad): Matrix3 | undefined {
  const [dx1, dx2, sx] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3]
  const [dy1, dy2, sy] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3]
  const det = dx1 * dy2 - dx2 * dy1
  const size = maths.hypot(dx1, dy1) * maths.hypot(dx2, dy2)
  if (!(Math.abs(det) > 1e-6 * size)) return undefined
  const g = (sx * dy2 - dx2 * sy) / det
  const h = (dx1 * sy - sx * dy1) / det
  // Behind the eye: the corners' weights must all be above 0.
  if (1 + g <= 1e-6 || 1 + h <= 1e-6 || 1 + g + h <= 1e-6) return undefined
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1]
}
