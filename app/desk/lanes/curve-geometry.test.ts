import fc from 'fast-check'
import { type Animated, setHandle, valueAt } from '@stilus/core/anim'
import { fitValues, handlePoint, handleTo, samples, ticks } from './curve-geometry'

const animated = (): Animated => ({
  value: [0, 0],
  keys: [0, 10, 30].map((at, i) => ({ at, value: [i * 4, -i], leave: 'ease', arrive: 'ease' })),
})

it('a handle set to a point ends at that point, and the other parts keep their speed', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 10.5, max: 29, noNaN: true }),
      fc.double({ min: -20, max: 20, noNaN: true }),
      fc.constantFrom(0, 1),
      (t, v, part) => {
        const curve = animated()
        const handle = handleTo(curve, 1, 'leave', part, { t, v })
        if (!handle) throw new Error('There is a handle.')
        setHandle(curve, 1, 'leave', handle)
        const end = handlePoint(curve, 1, 'leave', part)
        expect([end?.t, end?.v]).toEqual([expect.closeTo(t, 9), expect.closeTo(v, 9)])
        expect(handle.speed[1 - part]).toBe(0)
      },
    ),
  ))

it('samples meet every key and both sides of a jump', () => {
  const curve = animated()
  Object.assign(curve.keys?.[0] ?? {}, { leave: 'hold' })
  const points = samples(curve, 0, 'value', [0, 30], 4)
  for (const key of curve.keys ?? [])
    expect(points).toContainEqual([key.at, (valueAt(curve, key.at) as number[])[0]])
  expect(points.find(([t]) => t > 9.9 && t < 10)?.[1]).toBe(0)
})

it('fits all curves with room, flat ones too, and writes round numbers', () => {
  expect(
    fitValues([
      [
        [0, 2],
        [1, 6],
      ],
      [[0, -4]],
    ]),
  ).toEqual([expect.closeTo(-5.2, 9), expect.closeTo(7.2, 9)])
  expect(fitValues([[[0, 8]]])).toEqual([6, 10])
  expect(fitValues([])).toEqual([0, 1])
  expect(ticks(-0.3, 1.1, 4)).toEqual([0, 0.5, 1])
  expect(ticks(0, 47, 5)).toEqual([0, 10, 20, 30, 40])
})
