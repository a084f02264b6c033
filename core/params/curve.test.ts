import fc from 'fast-check'
import { curveAt, curveSamples, fit, type Param } from '.'

const rising = fc
  .array(
    fc.tuple(fc.double({ min: 0.02, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
    {
      minLength: 2,
      maxLength: 8,
    },
  )
  .map((steps) => {
    let [x, y] = [0, 0]
    return steps.flatMap(([dx, dy]) => [(x += dx), (y += dy)])
  })

it('passes through its points and rises wherever they do', () =>
  fc.assert(
    fc.property(rising, (points) => {
      for (let i = 0; i < points.length; i += 2)
        expect(curveAt(points, points[i] as number)).toBeCloseTo(points[i + 1] as number, 9)
      const samples = curveSamples(points, points[0] as number, points.at(-2) as number, 200)
      samples.forEach((v, i) => expect(v).toBeGreaterThanOrEqual((samples[i - 1] ?? -1) - 1e-9))
    }),
  ))

it('is exactly straight for two points, also beyond them', () => {
  expect([-1, 0, 0.3, 1, 2].map((x) => curveAt([0, 0.5, 1, 0.7], x))).toEqual(
    [0.3, 0.5, 0.56, 0.7, 0.9].map((v) => expect.closeTo(v, 12)),
  )
})

it('takes curves that can be drawn and gives the default for anything else', () => {
  const curve: Param = { type: 'curve', label: 'x', help: 'x', default: [0, 0, 1, 1] }
  expect(fit(curve, [0, 0, 0.5, 0.2, 1, 1])).toEqual([0, 0, 0.5, 0.2, 1, 1])
  expect((fit(curve, [0, 0, -1, 1]) as number[])[2]).toBeGreaterThan(0)
  for (const bad of [[0, 0], [0, 0, 1], 'x', [0, 0, NaN, 1], new Array(40).fill(0)])
    expect(fit(curve, bad)).toEqual([0, 0, 1, 1])
})
