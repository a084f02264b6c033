import fc from 'fast-check'
import {
  apply,
  IDENTITY,
  invert,
  type Matrix3,
  multiply,
  normalised,
  type Quad,
  shifted,
  squareToQuad,
  through,
  turned,
} from '.'
import { eigen, mapped, transpose } from './symmetric'

const number = fc.double({ min: -4, max: 4, noNaN: true })
const matrix = fc
  .tuple(number, number, number, number, number, number, number, number, number)
  .map((m) => m as Matrix3)
/** Maps whose inverse is well away from the edge of what floats can tell. */
const invertible = matrix.filter((m) => {
  const [a, b, c, d, e, f, g, h, i] = m
  return Math.abs(a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)) > 0.5
})
const near = (got: readonly number[], exact: readonly number[], tolerance: number) =>
  got.forEach((v, i) => expect(Math.abs(v - (exact[i] as number))).toBeLessThan(tolerance))

it('a product does the second map, then the first', () => {
  fc.assert(
    fc.property(matrix, matrix, fc.tuple(number, number, number), (a, b, v) => {
      near(apply(multiply(a, b), v), apply(a, apply(b, v)), 1e-9)
    }),
  )
})

it('an inverse undoes its map on either side', () => {
  fc.assert(
    fc.property(invertible, (m) => {
      near(multiply(m, invert(m)), IDENTITY, 1e-8)
      near(multiply(invert(m), m), IDENTITY, 1e-8)
    }),
  )
})

it('a turn by some degrees is clockwise with y down, and shifts add up', () => {
  near(through(turned(90), 1, 0), [0, 1], 1e-12)
  near(through(turned(-90, 2), 1, 0), [0, -2], 1e-12)
  near(through(multiply(shifted(1, 2), shifted(3, 4)), 0, 0), [4, 6], 1e-12)
})

/** A convex quadrilateral, clockwise with y down: corners pushed out of a square. */
const quad = fc.array(fc.double({ min: -0.3, max: 0.3, noNaN: true }), { minLength: 8, maxLength: 8 }).map(
  (by): Quad =>
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].map(([x = 0, y = 0], i) => [10 * (x + (by[2 * i] ?? 0)), 10 * (y + (by[2 * i + 1] ?? 0))]) as never,
)

it('the map of a square onto four corners meets them, and straight lines stay straight', () => {
  fc.assert(
    fc.property(quad, fc.double({ min: 0, max: 1, noNaN: true }), (corners, t) => {
      const map = squareToQuad(corners)
      if (!map) return
      const square = [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const
      square.forEach(([x, y], i) => near(through(map, x, y), corners[i] ?? [], 1e-8))
      const [a, b, p] = [through(map, 0.2, 0), through(map, 0.7, 1), through(map, 0.2 + 0.5 * t, t)]
      const cross = (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
      expect(Math.abs(cross)).toBeLessThan(1e-6)
      near(normalised(map), map, 1e-12)
    }),
  )
})

it.each<[string, Quad]>([
  [
    'three corners on a line',
    [
      [0, 0],
      [1, 0],
      [2, 0],
      [0, 1],
    ],
  ],
  [
    'sides that cross',
    [
      [0, 0],
      [1, 1],
      [1, 0],
      [0, 1],
    ],
  ],
  [
    'no area',
    [
      [3, 3],
      [3, 3],
      [3, 3],
      [3, 3],
    ],
  ],
])('there is none for %s', (_, corners) => expect(squareToQuad(corners)).toBeUndefined())

it('a symmetric matrix is what its eigenvalues and eigenvectors say, and functions of it go through them', () => {
  fc.assert(
    fc.property(matrix, (m) => {
      const symmetric = multiply(m, transpose(m))
      const { values, vectors } = eigen(symmetric)
      const [x, y, z] = values
      near(multiply(multiply(vectors, [x, 0, 0, 0, y, 0, 0, 0, z]), transpose(vectors)), symmetric, 1e-8)
      near(multiply(vectors, transpose(vectors)), IDENTITY, 1e-9)
      expect(Math.min(...values)).toBeGreaterThan(-1e-8)
      const root = mapped(symmetric, (v) => Math.sqrt(Math.max(0, v)))
      near(multiply(root, root), symmetric, 1e-6)
    }),
  )
})
