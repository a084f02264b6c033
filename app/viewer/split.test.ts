import fc from 'fast-check'
import { sideOf, splitAxes } from './split'

const area = (corners: readonly (readonly [number, number])[]) =>
  corners.reduce((sum, [x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length] ?? [0, 0]
    return sum + (x * v - u * y) / 2
  }, 0)

it('the two sides of a split make up the picture, whatever its place and angle', () =>
  fc.assert(
    fc.property(
      fc.tuple(fc.double({ min: 0, max: 300, noNaN: true }), fc.double({ min: 0, max: 200, noNaN: true })),
      fc.double({ min: -360, max: 360, noNaN: true }),
      (through, angle) => {
        const size = { width: 300, height: 200 }
        const both = area(sideOf(size, through, angle)) + area(sideOf(size, through, angle + 180))
        expect(both).toBeCloseTo(60000, 3)
      },
    ),
  ))

it('an upright line keeps what is left of it', () => {
  expect(splitAxes(90).away[0]).toBeCloseTo(-1, 12)
  expect(area(sideOf({ width: 300, height: 200 }, [75, 20], 90))).toBeCloseTo(75 * 200, 6)
})
