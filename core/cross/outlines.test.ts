import type { Values } from '../params'
import { between, find, flat, H, k, W, worst } from '../testing/crossings'

describe('an iris of any outline', () => {
  /** A matte that is 1 where a rule says so, with 8 x 8 samples a pixel. */
  const matteOf = (rule: (x: number, y: number) => boolean, width = W, height = H) => {
    const matte = k.plane(width, height)
    matte.data.forEach((_, at) => {
      let inside = 0
      for (let n = 0; n < 64; n++)
        if (rule((at % width) + ((n % 8) + 0.5) / 8, Math.floor(at / width) + (Math.floor(n / 8) + 0.5) / 8))
          inside++
      matte.data[at] = inside / 64
    })
    return matte
  }
  const shown = (rule: (x: number, y: number) => boolean, progress: number, given: Values = {}) => {
    const [from, to, amount] = [flat(0, 0, 0, 1), flat(1, 1, 1, 1), matteOf(rule)]
    const values = { form: 'region', soft: 0, ...given }
    const out = between(find('iris'), from, to, values, { progress, mattes: { amount } })
    const light = Array.from({ length: W * H }, (_, i) => out.data[i * 4] as number)
    k.free(from, to, amount, out)
    return light
  }
  const sum = (light: readonly number[]) => light.reduce((a, b) => a + b, 0)
  const star = (x: number, y: number) => {
    const [dx, dy] = [x - 48, y - 27]
    return Math.hypot(dx, dy) < 9 + 3 * Math.cos(5 * Math.atan2(dy, dx))
  }

  it('is the circle where the outline is one, whatever its size', () => {
    for (const progress of [0.15, 0.4, 0.8]) {
      const drawn = shown((x, y) => Math.hypot(x - 48, y - 27) < 15, progress, { soft: 4 })
      const [from, to] = [flat(0, 0, 0, 1), flat(1, 1, 1, 1)]
      const circle = between(find('iris'), from, to, { soft: 4 }, { progress })
      // The outline of a matte is known to about a twentieth of a pixel here, and its edge is four pixels wide.
      const apart = drawn.map((v, i) => Math.abs(v - (circle.data[i * 4] as number)))
      expect(Math.max(...apart)).toBeLessThan(0.12)
      k.free(from, to, circle)
    }
  })

  it('keeps its form while it grows: its area goes with the square', () => {
    // r = a + b cos 5t covers pi (a^2 + b^2 / 2); at a scale where all of it lies in the picture the sum of light is that.
    const area = Math.PI * (81 + 4.5)
    const size = [0.1, 0.15, 0.2].map((p) => Math.sqrt(sum(shown(star, p)) / area)) as [
      number,
      number,
      number,
    ]
    expect(size[2] - size[1]).toBeCloseTo(size[1] - size[0], 1)
    expect(size[2]).toBeGreaterThan(1)
    // Covered at last: the outline is then as many times as large as the farthest corner needs.
    expect(sum(shown(star, 0.999))).toBeGreaterThan(W * H * 0.985)
  })

  it('closes as the opening run backwards, and without an outline is a circle', () => {
    const opened = shown(star, 0.3)
    const closed = shown(star, 0.7, { closes: true })
    expect(
      worst(
        opened,
        closed.map((v) => 1 - v),
      ),
    ).toBeLessThan(1e-5)
    const empty = shown(() => false, 0.4)
    const [from, to] = [flat(0, 0, 0, 1), flat(1, 1, 1, 1)]
    const circle = between(find('iris'), from, to, { soft: 0 }, { progress: 0.4 })
    expect(
      worst(
        empty,
        empty.map((_, i) => circle.data[i * 4] as number),
      ),
    ).toBe(0)
    k.free(from, to, circle)
  })

  it('has an edge as wide as asked along its whole outline, also where that runs aslant', () => {
    const sharp = sum(shown(star, 0.3, { soft: 0 }).map((v) => v * (1 - v)))
    const soft = sum(shown(star, 0.3, { soft: 4 }).map((v) => v * (1 - v)))
    // A straight ramp w pixels wide holds w / 6 of v (1 - v) for each pixel of its length.
    expect(soft / sharp).toBeGreaterThan((4 / 1.4) * 0.9)
    expect(soft / sharp).toBeLessThan((4 / 1.4) * 1.1)
  })
})

it('a shutter is shut in the middle, half open halfway there, and shows each picture on its own side', () => {
  const [from, to] = [flat(1, 0, 0, 1), flat(0, 1, 0, 1)]
  const seen = (given: Values, progress: number) => {
    const out = between(find('shutter'), from, to, { stays: 0, soft: 0, ...given }, { progress })
    const share = (c: number) =>
      Array.from({ length: W * H }, (_, i) => out.data[i * 4 + c] as number).reduce((a, b) => a + b) / (W * H)
    const found = [share(0), share(1)]
    k.free(out)
    return found as [number, number]
  }
  for (const angle of [0, 90, 180]) {
    const curtain = { kind: 'curtain', angle, colour: [0, 0, 0] }
    expect(seen(curtain, 0.1)).toEqual([expect.closeTo(0.8, 1), 0])
    expect(seen(curtain, 0.65)).toEqual([0, expect.closeTo(0.3, 1)])
  }
  const leaves = { kind: 'leaves', colour: [0, 0, 0] }
  expect(Math.max(...seen(leaves, 0.5))).toBeLessThan(1e-3)
  const opening = [0.55, 0.65, 0.75, 0.9].map((p) => seen(leaves, p)[1])
  expect([...opening].sort((a, b) => a - b)).toEqual(opening)
  // A hexagon with inner radius r covers 2 sqrt(3) r^2; its edge, 1.4 pixels wide, lies within.
  const r = 0.2 * (Math.hypot(W / 2, H / 2) + 1.4) - 0.7
  expect(seen(leaves, 0.6)[1] * W * H).toBeCloseTo(2 * Math.sqrt(3) * r * r, -2)
  k.free(from, to)
})

it('a lost signal keeps its picture at the ends and is grey snow between, new at each frame', () => {
  const [from, to] = [flat(1, 0, 0, 1), flat(0, 1, 0, 1)]
  const at = (progress: number, time = 3, given: Values = {}) => {
    const out = between(find('signal-loss'), from, to, { light: 0.6, grain: 1, ...given }, { progress, time })
    const means = [0, 1, 2].map(
      (c) =>
        Array.from({ length: W * H }, (_, i) => out.data[i * 4 + c] as number).reduce((a, b) => a + b) /
        (W * H),
    )
    const data = out.data.slice()
    k.free(out)
    return { means, data }
  }
  const snow = at(0.5)
  // The mean of an even chance squared is a third.
  for (const mean of snow.means) expect(mean).toBeCloseTo(0.2, 1)
  expect(
    worst(
      snow.data.slice(0, 3),
      [0, 1, 2].map(() => snow.data[0] as number),
    ),
  ).toBe(0)
  expect(worst(snow.data, at(0.5, 4).data)).toBeGreaterThan(0.1)
  expect(worst(snow.data, at(0.5).data)).toBe(0)
  expect(at(0.02).means[0]).toBeGreaterThan(0.8)
  expect(at(0.98).means[1]).toBeGreaterThan(0.8)
  k.free(from, to)
})
