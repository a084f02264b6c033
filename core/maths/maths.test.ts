import fc from 'fast-check'
import { maths } from '.'

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
/** Positive numbers of every size. */
const anySize = fc.tuple(between(1, 2), fc.integer({ min: -300, max: 300 })).map(([m, e]) => m * 2 ** e)
/** Within so many units of 2^-52 of the engine's, which is within one of the truth. */
const near = (got: number, truth: number, units: number) =>
  expect(Math.abs(got - truth)).toBeLessThanOrEqual(Math.max(Math.abs(truth), 1e-300) * units * 2 ** -52)

it.each([
  ['sin', 3],
  ['cos', 3],
  ['tan', 4],
] as const)('%s is right to %i units wherever the angle lies', (name, units) => {
  fc.assert(
    fc.property(fc.oneof(between(-4, 4), between(-1e6, 1e6)), (x) => {
      const truth = Math[name](x)
      // Next to a zero the unit is that of the angle.
      if (Math.abs(truth) < 1e-6)
        expect(Math.abs(maths[name](x) - truth)).toBeLessThan(1e-16 * Math.abs(x) + 1e-20)
      else near(maths[name](x), truth, units)
    }),
    { numRuns: 3000 },
  )
})

it('exp, log and log2 are right to two units', () => {
  fc.assert(
    fc.property(between(-700, 700), (x) => near(maths.exp(x), Math.exp(x), 2)),
    { numRuns: 3000 },
  )
  fc.assert(
    fc.property(anySize, (x) => {
      near(maths.log(x), Math.log(x), 2)
      near(maths.log2(x), Math.log2(x), 4)
    }),
    { numRuns: 3000 },
  )
})

it('powers are right to 24 units, whole ones of small numbers exactly', () => {
  fc.assert(
    fc.property(between(1e-3, 1e3), between(-3, 3), (x, y) => near(maths.pow(x, y), Math.pow(x, y), 24)),
    { numRuns: 3000 },
  )
  for (let n = -60; n <= 60; n++) expect(maths.pow(2, n)).toBe(2 ** n)
  expect(maths.pow(3, 5)).toBe(243)
  expect([maths.pow(0, 2.4), maths.pow(1, 9.5), maths.pow(4, 0.5), maths.pow(7, 0)]).toEqual([0, 1, 2, 1])
  expect(maths.pow(2, -1074)).toBe(Number.MIN_VALUE)
})

it('cube roots, angles and lengths', () => {
  fc.assert(fc.property(anySize, (x) => near(maths.cbrt(x), Math.cbrt(x), 2)))
  fc.assert(fc.property(anySize, (x) => near(maths.cbrt(-x), -Math.cbrt(x), 2)))
  fc.assert(
    fc.property(between(-1e3, 1e3), between(-1e3, 1e3), (y, x) =>
      near(maths.atan2(y, x), Math.atan2(y, x), 3),
    ),
    { numRuns: 3000 },
  )
  for (const y of [0, -0, 1, -1])
    for (const x of [0, -0, 1, -1]) expect(maths.atan2(y, x)).toBeCloseTo(Math.atan2(y, x), 15)
  expect([maths.hypot(3, 4), maths.hypot(2, 3, 6), maths.hypot(0, 0)]).toEqual([5, 7, 0])
})

it('ends well where there is no number', () => {
  expect([maths.log(0), maths.log2(0), maths.exp(1000), maths.exp(-1000)]).toEqual([
    -Infinity,
    -Infinity,
    Infinity,
    0,
  ])
  expect([maths.log(-1), maths.pow(-1, 0.3), maths.exp(NaN), maths.atan2(NaN, 1)]).toEqual([
    NaN,
    NaN,
    NaN,
    NaN,
  ])
})
