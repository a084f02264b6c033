import fc from 'fast-check'
import { offWheel, onWheel } from './colour-wheel'

it('goes from numbers to the wheel and back, and never moves their mean', () =>
  fc.assert(
    fc.property(fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -2, max: 2, noNaN: true }))), (rgb) => {
      const mean = rgb.reduce((sum, v) => sum + v, 0) / 3
      const [x, y] = onWheel(rgb, 0.5)
      offWheel(x, y, mean, 0.5).forEach((v, i) => expect(v).toBeCloseTo(rgb[i] ?? 0, 9))
    }),
  ))

it('red lies at the top', () => {
  const [x, y] = onWheel([0.2, 0, 0], 0.2)
  expect([x, y < 0]).toEqual([expect.closeTo(0, 9), true])
})
