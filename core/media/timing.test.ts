import fc from 'fast-check'
import type { Rate } from '../time'
import { frameAt, timingOf } from './timing'

const RATES: Rate[] = [
  ...[24, 25, 30, 50, 60].map((num) => ({ num, den: 1 })),
  ...[24000, 30000, 60000].map((num) => ({ num, den: 1001 })),
]
const anyRate = fc.constantFrom(...RATES)
/** How containers round: not at all, to milliseconds, to ticks of 90 kHz. */
const anyRounding = fc.constantFrom(
  (t: number) => t,
  (t: number) => Math.round(t * 1000) / 1000,
  (t: number) => Math.round(t * 90_000) / 90_000,
)

it('finds a constant rate from stamps in any order, rounded as containers do, from any start', () => {
  fc.assert(
    fc.property(
      anyRate,
      anyRounding,
      fc.integer({ min: 90, max: 400 }),
      fc.nat(9),
      (rate, round, n, start) => {
        const stamps = Array.from({ length: n }, (_, i) => round(start + (i * rate.den) / rate.num))
        const shuffled = [...stamps].sort((a, b) => Math.sin(a * 1e5) - Math.sin(b * 1e5))
        const timing = timingOf(shuffled)
        expect(timing).toEqual({ rate, frames: n, first: stamps[0], varying: false })
        stamps.forEach((t, i) => expect(frameAt(t, timing)).toBe(i))
      },
    ),
  )
})

it('judges a long file by its beginning and by places all over it', () => {
  const rate = { num: 30000, den: 1001 }
  const at = (n: number) => Math.round((n * 1001000) / 30000) / 1000
  const beginning = range(884, 1).map(at)
  // Runs in the order of decoding, from any frame on.
  const spot = (from: number, step = 1) => [0, 3, 1, 2, 6, 4, 5, 9].map((i) => at(from + i * step))
  const spots = range(12, 8000, 8000).map((n) => spot(n))
  expect(timingOf(beginning, spots, at(107_891))).toEqual({ rate, frames: 107_892, first: 0, varying: false })
  for (const other of [spot(50_000, 2), spot(50_000).map((t) => t + 0.012)])
    expect(timingOf(beginning, [...spots, other], at(107_891))).toMatchObject({
      rate,
      frames: 107_892,
      varying: true,
    })
})

it('does not drift over an hour', () => {
  const rate = { num: 30000, den: 1001 }
  const stamps = Array.from({ length: 107_892 }, (_, i) => Math.round((i * 1001000) / 30000) / 1000)
  const timing = timingOf(stamps)
  expect(timing).toMatchObject({ rate, frames: stamps.length, varying: false })
  expect(frameAt(stamps.at(-1) as number, timing)).toBe(stamps.length - 1)
})

it.each([
  ['half the rate after a while', [...range(40, 0.04), ...range(60, 0.08, 1.6)]],
  ['a phone that hesitates', range(100, 0.04).map((t, i) => t + (i % 7 === 0 ? 0.011 : 0))],
  ['a screen recording that only tells changes', [0, 0.04, 0.08, 1.2, 1.24, 1.28, 5.6, 5.64]],
])('says that %s is a varying rate, and reads it at a usual one', (_, stamps) => {
  const timing = timingOf(stamps)
  expect(timing).toMatchObject({ rate: { num: 25, den: 1 }, varying: true })
  // Every picture begins within half a frame of its time.
  for (const t of stamps) expect(Math.abs(frameAt(t, timing) / 25 - t)).toBeLessThanOrEqual(0.5 / 25 + 1e-9)
})

it('one picture is one frame', () => {
  expect(timingOf([3])).toMatchObject({ frames: 1, first: 3, varying: false })
})

function range(n: number, step: number, from = 0): number[] {
  return Array.from({ length: n }, (_, i) => from + i * step)
}
