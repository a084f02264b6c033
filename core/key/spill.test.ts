import fc from 'fast-check'
import type { Frame } from '../frame'
import { copyOf } from '../kernels'
import { testKernels } from '../testing/pictures'
import { H, keyed, type Rgb, scene, W } from '../testing/puppet'
import { lightWrap, takeSpill } from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

describe('spill', () => {
  /** An even subject of straight colour with so much of the screen's light on it. */
  const lit = (x: Rgb, share: number) => {
    const { seen, done } = scene(k)
    const key = keyed(k, seen)
    const { front, alpha, plate } = key
    for (let i = 0; i < W * H; i++) {
      alpha.data[i] = 1
      for (let c = 0; c < 3; c++)
        front.data[i * 4 + c] = (x[c] as number) + share * (plate.picture.data[i * 4 + c] as number)
      front.data[i * 4 + 3] = 1
    }
    return { ...key, end: () => (key.done(), done()) }
  }
  const at = (frame: Frame, i: number) => [...frame.data.slice(i * 4, i * 4 + 3)]

  it('takes the light of the screen off a grey subject, and leaves one without it alone', () => {
    for (const [x, share] of [
      [[0.3, 0.3, 0.3], 0.2],
      [[0.42, 0.24, 0.16], 0],
    ] as const) {
      const key = lit(x, share)
      const before = at(key.front, 5000)
      const taken = takeSpill(
        k,
        key.front,
        key.alpha,
        key.plate,
        { amount: 1, balance: 0, back: 0 },
        { scale: 1, shown: true },
      )
      const after = at(key.front, 5000)
      expect(after[1]).toBeLessThanOrEqual(Math.max(after[0] as number, after[2] as number) + 0.06)
      if (share === 0) expect(after).toEqual(before)
      before.forEach((v, c) =>
        expect((after[c] as number) + (at(taken as Frame, 5000)[c] as number)).toBeCloseTo(v, 5),
      )
      k.free(taken as Frame)
      key.end()
    }
  })

  it('takes by tones as much as is said, and leaves a kept colour alone with what is near it', () => {
    const taken = (x: Rgb, more: object) => {
      const key = lit(x, 0.1)
      const options = { amount: 1, balance: 0, back: 0, ...more }
      const off = takeSpill(k, key.front, key.alpha, key.plate, options, { scale: 1, shown: true })
      const green = at(off as Frame, 5000)[1] as number
      k.free(off as Frame)
      key.end()
      return green
    }
    const [dark, bright]: Rgb[] = [
      [0.003, 0.003, 0.003],
      [0.9, 0.9, 0.9],
    ]
    for (const x of [dark, bright] as Rgb[]) {
      expect(taken(x, { bands: [1, 1, 1] })).toBeCloseTo(taken(x, {}), 6)
      expect(taken(x, { bands: [0, 0, 0] })).toBe(0)
    }
    expect(taken(bright as Rgb, { bands: [1, 1, 0.2] })).toBeLessThan(0.45 * taken(bright as Rgb, {}))
    const scarf: Rgb = [0.2, 0.45, 0.1]
    const kept = { rgb: [0.2, 0.49, 0.11] as Rgb, near: 0.1 }
    expect(taken(scarf, {})).toBeGreaterThan(0.05)
    expect(taken(scarf, { kept })).toBe(0)
    expect(taken([0.3, 0.3, 0.3], { kept })).toBeCloseTo(taken([0.3, 0.3, 0.3], {}), 6)
  })

  it('never takes more than the other channels hold, and gives light back as much as it took', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (r, g) => {
          const key = lit([r, g, 0.05], 0)
          const before = at(key.front, 900)
          const taken = takeSpill(
            k,
            key.front,
            key.alpha,
            key.plate,
            { amount: 1, balance: 1, back: 1 },
            { scale: 1, shown: true },
          )
          expect(key.front.data.some((v) => v < -1e-6)).toBe(false)
          const luma = (v: number[]) =>
            0.2126 * (v[0] as number) + 0.7152 * (v[1] as number) + 0.0722 * (v[2] as number)
          expect(luma(at(key.front, 900))).toBeCloseTo(luma(before), 4)
          k.free(taken as Frame)
          key.end()
        },
      ),
      { numRuns: 12 },
    )
  })
})

it('light of what lies behind falls on the edge of a subject, not into it and not onto nothing', () => {
  const { cover, seen, done } = scene(k)
  const behind = copyOf(k, seen)
  behind.data.fill(0.8)
  const light = lightWrap(k, cover, behind, { amount: 0.8, width: 6, softness: 1, saturation: 1 }, 1)
  const row = (x: number) => light.data[(66 * W + x) * 4] as number
  expect(row(88)).toBeGreaterThan(0.1)
  expect(row(120)).toBeLessThan(0.0006)
  expect(row(40)).toBe(0)
  // Its colours can be taken off, though it has no alpha; softness keeps it to the edge.
  for (let i = 0; i < W * H; i++) behind.data.set([0.9, 0.2, 0.1], i * 4)
  const lit = (softness: number, saturation: number) => {
    const frame = lightWrap(k, cover, behind, { amount: 0.8, width: 6, softness, saturation }, 1)
    const [edge, within] = [88, 96].map((x) => [...frame.data.slice((66 * W + x) * 4, (66 * W + x) * 4 + 3)])
    k.free(frame)
    return { edge, within } as { edge: number[]; within: number[] }
  }
  const [grey, whole, close] = [lit(1, 0), lit(1, 1), lit(0, 1)]
  expect((grey.edge[0] as number) - (grey.edge[2] as number)).toBeCloseTo(0, 6)
  expect(whole.edge[0]).toBeCloseTo(9 * (whole.edge[2] as number), 4)
  const left = (at: 'edge' | 'within') => (close[at][0] as number) / (whole[at][0] as number)
  expect(left('within')).toBeLessThan(0.5 * left('edge'))
  k.free(light, behind)
  done()
})
