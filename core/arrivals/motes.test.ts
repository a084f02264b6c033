import fc from 'fast-check'
import { type Motes, motesAt } from '.'

const BASE: Motes = {
  count: 300,
  seed: 7,
  seconds: 0.5,
  lasts: 1.5,
  life: 0.6,
  gathers: false,
  angle: 30,
  spread: 0,
  speed: 100,
  gravity: 0,
  sway: 0,
  size: 4,
  grows: 1,
  vary: 0,
  opacity: 1,
  twinkle: 0,
  form: 'even',
  onto: 'over',
  shutter: 0,
}
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const anyMotes = fc.record({
  count: fc.integer({ min: 1, max: 200 }),
  seed: fc.integer({ min: 1, max: 9999 }),
  lasts: number(0.2, 4),
  life: number(0.05, 5),
  gathers: fc.boolean(),
  angle: number(-180, 180),
  spread: number(0, 360),
  speed: number(0, 500),
  gravity: number(-300, 300),
  sway: number(0, 40),
  vary: number(0, 1),
  twinkle: number(0, 1),
})

it('all of them live within the time that they have, and are seen nowhere before and after it', () => {
  fc.assert(
    fc.property(anyMotes, (some) => {
      const m = { ...BASE, ...some }
      for (const seconds of [-0.01, m.lasts + 0.01]) expect(motesAt({ ...m, seconds })).toEqual([])
      for (const seconds of [0, m.lasts])
        for (const { opacity } of motesAt({ ...m, seconds })) expect(opacity).toBeLessThan(1e-9)
      // Every one of them lives once: those that are met at close moments are all that there are.
      const met = new Set<number>()
      for (let s = 0; s <= m.lasts; s += m.lasts / 400)
        for (const { where } of motesAt({ ...m, seconds: s })) met.add(where)
      expect(met.size).toBe(m.count)
    }),
    { numRuns: 30 },
  )
})

it('they begin, or end, on the outline, and fly as bodies that are thrown', () => {
  fc.assert(
    fc.property(anyMotes, number(0, 1), (some, share) => {
      const m = { ...BASE, ...some, sway: 0, vary: 0, spread: 0, seconds: share * some.lasts }
      for (const mote of motesAt(m)) {
        const [x, y] = [mote.fromX, mote.fromY]
        const turn = (m.angle * Math.PI) / 180
        // How long it has flown follows from how far it has come across the pull.
        const t = Math.abs(Math.cos(turn)) > 0.2 && m.speed > 1 ? x / (m.speed * Math.cos(turn)) : undefined
        if (t === undefined) continue
        expect(t).toBeGreaterThan(-1e-6)
        expect(y).toBeCloseTo(m.speed * Math.sin(turn) * t + (m.gravity / 2) * t * t, 4)
        expect(mote.away).toBeGreaterThanOrEqual(0)
        expect(mote.away).toBeLessThanOrEqual(1)
      }
    }),
  )
  const near = (m: Motes) =>
    motesAt(m).map(({ fromX, fromY, away }) => [Math.hypot(fromX, fromY) < 1e-6, away < 1e-9] as const)
  for (const [here, home] of near({ ...BASE, gathers: true, shutter: 0 })) expect(here).toBe(home)
})

it('one that gathers goes the way of one that flies off, backwards', () => {
  const off = motesAt({ ...BASE, count: 1, seconds: 0.4, lasts: 0.6, life: 0.6 })
  const gathers = (seconds: number) =>
    motesAt({ ...BASE, count: 1, seconds, lasts: 0.6, life: 0.6, gathers: true })
  const found = Array.from({ length: 601 }, (_, i) => gathers(i / 1000)).flat()
  const [one] = off
  const back = found.filter(({ away }) => Math.abs(away - (one?.away ?? 0)) < 2e-3)
  expect(back.length).toBeGreaterThan(0)
  for (const { fromX, fromY } of back)
    expect(Math.hypot(fromX - (one?.fromX ?? 0), fromY - (one?.fromY ?? 0))).toBeLessThan(0.2)
})

it('the outline gives as many to each part as it is long', () => {
  const all = motesAt({ ...BASE, count: 20_000, lasts: 0.6, life: 0.6, seconds: 0.3 })
  const parts = Array.from({ length: 10 }, (_, i) => all.filter((m) => Math.floor(m.where * 10) === i).length)
  const mean = all.length / 10
  // Chi squared of nine degrees of freedom: 27.9 is exceeded once in a thousand.
  expect(parts.reduce((sum, n) => sum + (n - mean) ** 2 / mean, 0)).toBeLessThan(27.9)
})
