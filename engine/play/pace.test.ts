import { Pace } from './pace'

it('chooses the finest scale that fits the time, and never a finer one than asked', () => {
  const pace = new Pace()
  expect(pace.scaleFor(60, 1)).toBe(0.5)
  pace.note(1, 200)
  expect([pace.scaleFor(60, 1), pace.scaleFor(250, 1), pace.scaleFor(250, 0.25)]).toEqual([0.5, 1, 0.25])
  for (let i = 0; i < 8; i++) pace.note(1, 2000)
  expect([pace.scaleFor(60, 1), pace.scaleFor(1, 1)]).toEqual([0.125, 0.125])
})

it('learns from small pictures too', () => {
  const pace = new Pace()
  for (let i = 0; i < 30; i++) pace.note(0.25, 10)
  expect(pace.scaleFor(60, 1)).toBe(0.5)
})
