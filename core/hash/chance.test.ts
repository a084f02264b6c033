import { chance } from './chance'

it('is even chance, alike for the same numbers and unlike for neighbours', () => {
  const list = Array.from({ length: 4000 }, (_, i) => chance(Math.floor(i / 40), i % 40, 3))
  expect(list.reduce((a, b) => a + b) / 4000).toBeCloseTo(0.5, 1)
  expect(list.reduce((a, b) => a + (b - 0.5) ** 2, 0) / 4000).toBeCloseTo(1 / 12, 2)
  // Neither the next seed nor the next moment goes with it: of 4,000 pairs the correlation strays by 0.016.
  for (const step of [1, 4, 40, 160]) {
    const pairs = list.slice(step).map((v, i) => (v - 0.5) * ((list[i] as number) - 0.5))
    expect(Math.abs(pairs.reduce((a, b) => a + b, 0) / pairs.length / (1 / 12))).toBeLessThan(0.08)
  }
  expect(chance(7, 1, 2)).toBe(chance(7, 1, 2))
})
