import fc from 'fast-check'
import { farFrom, linesCross, type Point } from './stroke'

const number = fc.integer({ min: -50, max: 50 })
const point = fc.tuple(number, number)

it('a stroke across a wire cuts it, one beside it does not', () => {
  const wire: Point[] = [
    [0, 0],
    [50, 10],
    [100, 0],
  ]
  expect(
    linesCross(wire, [
      [50, -20],
      [50, 40],
    ]),
  ).toBe(true)
  expect(
    linesCross(wire, [
      [50, 20],
      [90, 40],
    ]),
  ).toBe(false)
  expect(linesCross(wire, [[20, 20]])).toBe(false)
})

it('crosses the same way whichever line is the stroke, and from whichever end it is drawn', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 2 }), fc.array(point, { minLength: 2 }), (a, b) => {
      const crosses = linesCross(a, b)
      expect(linesCross(b, a)).toBe(crosses)
      expect(linesCross([...a].reverse(), b)).toBe(crosses)
    }),
  )
})

it('is as far from a line as from the nearest of its points drawn finely', () => {
  fc.assert(
    fc.property(point, point, point, (at, a, b) => {
      const fine = Array.from({ length: 2001 }, (_, i) => {
        const [x, y] = [a[0] + ((b[0] - a[0]) * i) / 2000, a[1] + ((b[1] - a[1]) * i) / 2000]
        return Math.hypot(at[0] - x, at[1] - y)
      })
      // A two-thousandth of the longest line there is.
      expect(farFrom(at, [a, b])).toBeCloseTo(Math.min(...fine), 0)
      expect(farFrom(at, [a, b])).toBeLessThanOrEqual(Math.min(...fine) + 1e-9)
    }),
  )
})
