import { meanOf } from './mean'

it('averages the pixels that an area covers at any scale, and at least one', () => {
  const data = new Float32Array(4 * 2 * 4).map((_, i) => Math.floor(i / 4))
  const picture = { width: 4, height: 2, data }
  expect(meanOf(picture, { x: 1, y: 0, width: 2, height: 2 }, 1)[0]).toBe((1 + 2 + 5 + 6) / 4)
  expect(meanOf(picture, { x: 6, y: 2, width: 1, height: 1 }, 0.5)[3]).toBe(7)
  const part = { ...picture, part: { x: 32, y: 10, width: 100, height: 100 } }
  expect(meanOf(part, { x: 33, y: 11, width: 1, height: 1 }, 1)).toEqual([5, 5, 5, 5])
})
