import fc from 'fast-check'
import type { Plane } from '../frame'
import { numbers, testKernels, testPicture, worst } from '../testing/pictures'
import {
  referenceCoverage,
  referenceDisc,
  referenceDistance,
  referenceOutlineDistance,
} from './reference/mattes'
import { referenceNoise } from './reference/noise'
import { distance, fillPath, halved, flattenCubic, grow, histogram, joinInto, noise, statistics } from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))

function randomMatte(w: number, h: number, share: number, seed = 5): Plane {
  const next = numbers(seed)
  const plane = k.plane(w, h)
  for (let i = 0; i < w * h; i++) plane.data[i] = next() < share ? 0.5 + next() / 2 : next() * 0.4
  return plane
}

const SIZES = [
  [1, 1],
  [1, 33],
  [45, 1],
  [37, 26],
] as const

describe('growing', () => {
  it.each(SIZES.flatMap(([w, h]) => [1, 2, 9, 20].map((r) => ({ w, h, r }))))(
    'by $r on $w x $h is the greatest within the disc',
    ({ w, h, r }) => {
      const matte = randomMatte(w, h, 0.02)
      const out = grow(k, matte, r)
      expect(worst(out.data, referenceDisc(matte, r).map(Math.fround))).toBe(0)
      const shrunk = grow(k, matte, -r)
      const inverse = referenceDisc({ ...matte, data: matte.data.map((v) => 1 - v) }, r)
      expect(
        worst(
          shrunk.data,
          inverse.map((v) => 1 - v),
        ),
      ).toBeLessThan(1e-6)
      k.free(matte, out, shrunk)
    },
  )

  it('moves smoothly between whole radii and changes nothing at 0', () => {
    const matte = randomMatte(30, 20, 0.05)
    const frames = [0, 2, 2.5, 3].map((r) => grow(k, matte, r))
    const [zero, two, half, three] = frames as [Plane, Plane, Plane, Plane]
    expect(worst(zero.data, matte.data)).toBe(0)
    expect(
      worst(
        half.data,
        two.data.map((v, i) => (v + (three.data[i] as number)) / 2),
      ),
    ).toBeLessThan(1e-6)
    k.free(matte, ...frames)
  })
})

it.each(SIZES.flatMap(([w, h]) => [0, 0.02, 0.6].map((share) => ({ w, h, share }))))(
  'distance on $w x $h with a share of $share inside is exact',
  ({ w, h, share }) => {
    const matte = randomMatte(w, h, share)
    const out = distance(k, matte)
    expect(worst(out.data, referenceDistance(matte, 0.5))).toBeLessThan(1e-5)
    k.free(matte, out)
  },
)

it('mattes join by their rules', () => {
  for (const [join, exact] of [
    ['add', [0.75, 0.5, 1]],
    ['subtract', [0.125, 0.25, 0]],
    ['intersect', [0.5, 0.5, 1]],
    ['exclude', [0.5, 0.5, 0]],
    ['multiply', [0.375, 0.25, 1]],
  ] as const) {
    const [a, b] = [k.plane(3, 1), k.plane(3, 1)]
    a.data.set([0.5, 0.5, 1])
    b.data.set([0.75, 0.5, 1])
    joinInto(k, a, b, join)
    expect([join, ...a.data]).toEqual([join, ...exact])
    k.free(a, b)
  }
})

describe('paths', () => {
  const OPTIONS = { rule: 'non-zero', inner: 0, outer: 0 } as const
  const star = (cx: number, cy: number, n: number, seed: number) => {
    const next = numbers(seed)
    return Array.from({ length: n }, (_, i) => {
      const [a, r] = [(2 * Math.PI * i) / n, 3 + next() * 14]
      return [cx + r * Math.cos(a), cy + r * Math.sin(a)]
    }).flat()
  }

  it('cover each pixel by the exact area, also where they leave the picture', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -6, max: 40 }),
        fc.integer({ min: -6, max: 30 }),
        fc.integer({ min: 3, max: 12 }),
        fc.nat(999),
        (x, y, n, seed) => {
          const contour = star(x + 0.3, y + 0.7, n, seed)
          const plane = fillPath(k, 34, 23, [contour], OPTIONS)
          expect(worst(plane.data, referenceCoverage(34, 23, [contour]))).toBeLessThan(2e-5)
          k.free(plane)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('cut holes by either rule, and overlap by theirs', () => {
    const square = (a: number, b: number, turn = false) =>
      turn ? [a, a, a, b, b, b, b, a] : [a, a, b, a, b, b, a, b]
    const at = (plane: Plane, x: number) => plane.data[10 * 20 + x]
    for (const [contours, rule, middle] of [
      [[square(2, 18), square(6, 14, true)], 'non-zero', 0],
      [[square(2, 18), square(6, 14)], 'non-zero', 1],
      [[square(2, 18), square(6, 14)], 'even-odd', 0],
    ] as const) {
      const plane = fillPath(k, 20, 20, contours, { ...OPTIONS, rule })
      expect([at(plane, 10), at(plane, 4), at(plane, 0)]).toEqual([middle, 1, 0])
      k.free(plane)
    }
  })

  it.each([
    [0, 6],
    [6, 0],
    [3, 5],
  ])('feather by exact distance, %d inside and %d outside', (inner, outer) => {
    const contour = star(20, 14, 7, 3)
    const plane = fillPath(k, 41, 29, [contour], { ...OPTIONS, inner, outer })
    const [cover, d] = [referenceCoverage(41, 29, [contour]), referenceOutlineDistance(41, 29, [contour])]
    const exact = d.map((v, i) => {
      const e = Math.min(1, Math.max(0, (((cover[i] as number) >= 0.5 ? v : -v) + outer) / (inner + outer)))
      return e * e * (3 - 2 * e)
    })
    const sure = (values: ArrayLike<number>) =>
      Array.from(values).filter((_, i) => Math.abs((cover[i] as number) - 0.5) > 1e-4)
    expect(worst(sure(plane.data), sure(exact))).toBeLessThan(1e-4)
    k.free(plane)
  })

  it('are empty for no outline and for one without area', () => {
    for (const contours of [[], [[3, 3, 9, 9]], [[]]]) {
      const plane = fillPath(k, 12, 12, contours, OPTIONS)
      expect(Math.max(...plane.data)).toBe(0)
      k.free(plane)
    }
  })

  it('flatten curves to within the tolerance', () => {
    const curve = [0, 0, 30, 80, -20, 60, 50, 10]
    const points = [0, 0, ...flattenCubic(curve, 0.05)]
    const fine = flattenCubic(curve, 1e-6)
    const away = referenceOutlineDistanceTo(points, fine)
    expect(away).toBeLessThan(0.05)
    expect(points.length).toBeLessThan(fine.length / 20)
  })
})

/** The furthest that any of the points lies from the line through the others. */
function referenceOutlineDistanceTo(line: number[], points: number[]): number {
  let most = 0
  for (let i = 0; i < points.length; i += 2) {
    let least = Infinity
    for (let j = 0; j + 3 < line.length; j += 2) {
      const [ax, ay, bx, by] = line.slice(j, j + 4) as [number, number, number, number]
      const [dx, dy, px, py] = [bx - ax, by - ay, (points[i] as number) - ax, (points[i + 1] as number) - ay]
      const t = Math.min(1, Math.max(0, (px * dx + py * dy) / (dx * dx + dy * dy)))
      least = Math.min(least, Math.hypot(px - dx * t, py - dy * t))
    }
    most = Math.max(most, least)
  }
  return most
}

it.each([...SIZES, [38, 27]] as const)('halving %i x %i is [1 3 3 1]/8 both ways, borders held', (w, h) => {
  const src = randomMatte(w, h, 0.5)
  const half = halved(k, src)
  const at = (x: number, y: number) =>
    src.data[Math.min(h - 1, Math.max(0, y)) * w + Math.min(w - 1, Math.max(0, x))] as number
  const tap = [1, 3, 3, 1].map((v) => v / 8)
  const exact = Array.from(half.data, (_, i) => {
    const [x, y] = [2 * (i % half.width) - 1, 2 * Math.floor(i / half.width) - 1]
    return tap.reduce((s, wy, b) => s + wy * tap.reduce((t, wx, a) => t + wx * at(x + a, y + b), 0), 0)
  })
  expect(worst(half.data, exact)).toBeLessThan(1e-6)
  k.free(src, half)
})

describe('measures', () => {
  it('statistics are those of the values', () => {
    const frame = testPicture(k, 33, 21, 'soft')
    const { min, max, mean, variance } = statistics(k, frame)
    for (let c = 0; c < 4; c++) {
      const values = [...frame.data].filter((_, i) => i % 4 === c)
      const average = values.reduce((a, b) => a + b) / values.length
      expect([min[c], max[c]]).toEqual([Math.min(...values), Math.max(...values)])
      expect(mean[c]).toBeCloseTo(average, 10)
      expect(variance[c]).toBeCloseTo(
        values.reduce((sum, v) => sum + (v - average) ** 2, 0) / values.length,
        10,
      )
    }
    k.free(frame)
  })

  it('histograms count every pixel once in each row, what is beyond at the ends', () => {
    const frame = k.frameOf(4, 1, [-5, 0.1, 0.5, 1, 0.26, 0.1, 0.5, 1, 9, 1, 0.99, 1, 0.1, 0.1, 0.1, 1])
    const [r, g, b, y] = histogram(k, frame, 4, 0, 1) as [Uint32Array, Uint32Array, Uint32Array, Uint32Array]
    expect([...r]).toEqual([2, 1, 0, 1])
    expect([...g]).toEqual([3, 0, 0, 1])
    expect([...b]).toEqual([1, 0, 2, 1])
    expect(y.reduce((a, v) => a + v)).toBe(4)
    k.free(frame)
  })
})

describe('noise', () => {
  it('is its hash, whatever part of the field is asked for', () => {
    for (const kind of ['uniform', 'normal'] as const) {
      const part = noise(k, 7, 5, { seed: 77, frame: -3, x: 100, y: -20 }, kind)
      part.data.forEach((v, i) => {
        const pixel = i >> 2
        const exact = referenceNoise(77, -3, 100 + (pixel % 7), -20 + Math.floor(pixel / 7), i & 3, kind)
        expect(Math.abs(v - exact)).toBeLessThan(1e-6)
      })
      k.free(part)
    }
  })

  it('is white and of unit variance, in space, time and between channels', () => {
    const n = 256
    const [a, b] = [0, 1].map((frame) => noise(k, n, n, { seed: 1, frame }, 'normal'))
    if (!a || !b) throw new Error('no noise')
    const stats = statistics(k, a)
    const correlation = (f: (i: number) => number, g: (i: number) => number) => {
      let sum = 0
      for (let i = 0; i < n * (n - 1); i++) sum += f(i) * g(i)
      return sum / (n * (n - 1))
    }
    const at =
      (data: Float32Array, shift = 0, c = 0) =>
      (i: number) =>
        data[(i + shift) * 4 + c] as number
    // Four standard errors of a mean of 65,000 values.
    const bound = 4 / n
    for (let c = 0; c < 4; c++) {
      expect(Math.abs(stats.mean[c] as number)).toBeLessThan(bound)
      expect(Math.abs((stats.variance[c] as number) - 1)).toBeLessThan(1.5 * bound)
    }
    for (const other of [at(a.data, 1), at(a.data, n), at(a.data, 0, 1), at(b.data)])
      expect(Math.abs(correlation(at(a.data), other))).toBeLessThan(bound)
    k.free(a, b)
  })
})
