import fc from 'fast-check'
import { freeLane, type Shot, stackedLanes } from '.'

const shot = (lane: number, start: number, length: number) => ({ lane, start, length }) as Shot

it.each([
  [[], 1],
  [[shot(0, 0, 100)], 1],
  [[shot(1, 0, 100)], 2],
  [[shot(1, 90, 100), shot(2, 0, 11)], 3],
  [[shot(1, 100, 10), shot(1, 0, 10)], 1],
  [Array.from({ length: 40 }, (_, lane) => shot(lane, 0, 100)), 32],
])('the lowest lane that is free beside %j is %i', (shots, lane) => {
  expect(freeLane({ shots }, { start: 10, length: 90 })).toBe(lane)
})

it('stacked times never lie on each other, and take no more lanes than are there together', () => {
  const times = fc
    .array(fc.record({ start: fc.nat(60), length: fc.integer({ min: 1, max: 20 }) }), { maxLength: 20 })
    .map((list) => list.sort((a, b) => a.start - b.start))
  fc.assert(
    fc.property(times, fc.integer({ min: 1, max: 5 }), (list, lowest) => {
      const lanes = stackedLanes(list, lowest)
      const meet = (i: number, j: number) =>
        (list[i]?.start ?? 0) < (list[j]?.start ?? 0) + (list[j]?.length ?? 0) &&
        (list[j]?.start ?? 0) < (list[i]?.start ?? 0) + (list[i]?.length ?? 0)
      for (let i = 0; i < list.length; i++)
        for (let j = 0; j < i; j++) if (lanes[i] === lanes[j]) expect(meet(i, j)).toBe(false)
      const together = (frame: number) =>
        list.filter((t) => t.start <= frame && frame < t.start + t.length).length
      const most = Math.max(0, ...list.map((t) => together(t.start)))
      expect(new Set(lanes).size).toBe(most)
      expect(Math.min(lowest, ...lanes)).toBe(lowest)
    }),
  )
})
