import fc from 'fast-check'
import type { Frame } from '../frame'
import { filled } from '../kernels'
import type { Values } from '../params'
import { between, find, flat, H, k, pixel, sample, W, worst } from '../testing/crossings'
import { CROSSINGS } from '.'
import { PACE, paced, speedAt } from './crossing'

const EACH = CROSSINGS.map((step) => [step.id, step] as const)

describe.each(EACH)('%s', (_, step) => {
  it('is the outgoing picture at its beginning and the incoming one at its end, bit for bit', () => {
    const [from, to] = [sample(1), sample(2)]
    for (const pace of ['even', 'ease', 'in', 'out', 'drawn'])
      for (const [progress, exact] of [
        [0, from],
        [1, to],
      ] as const) {
        const out = between(step, from, to, { pace }, { progress })
        expect(worst(out.data, exact.data)).toBe(0)
        k.free(out)
      }
    k.free(from, to)
  })

  it('shows something of its own in the middle, with light that stands and alpha between nothing and all', () => {
    const [from, to] = [sample(1), sample(2)]
    let changes = 0
    for (const progress of [0.05, 0.3, 0.5, 0.7, 0.95]) {
      const out = between(step, from, to, {}, { progress, scale: W / 1280 })
      if (worst(out.data, from.data) > 0.01 && worst(out.data, to.data) > 0.01) changes++
      for (let i = 0; i < out.data.length; i++) {
        const v = out.data[i] as number
        if (!Number.isFinite(v)) throw new Error(`${step.id} at ${progress}: ${v} at ${i}`)
        if (i % 4 === 3 && (v < -1e-5 || v > 1 + 1e-5))
          throw new Error(`${step.id} at ${progress}: alpha ${v}`)
      }
      k.free(out)
    }
    expect(changes).toBeGreaterThanOrEqual(3)
    k.free(from, to)
  })

  it('is the same whenever it is asked, and takes nothing that it does not give back', () => {
    const [from, to] = [sample(1), sample(2)]
    const [a, b] = [sample(1), sample(2)]
    const before = k.used
    const first = between(step, from, to, {}, { progress: 0.37 })
    const again = between(step, from, to, {}, { progress: 0.37 })
    expect(worst(first.data, again.data)).toBe(0)
    expect([worst(from.data, a.data), worst(to.data, b.data)]).toEqual([0, 0])
    k.free(first, again)
    expect(k.used).toBe(before)
    k.free(from, to, a, b)
  })
})

it('no transition has a control of its own that hides one of its pace', () => {
  for (const { id, params } of CROSSINGS)
    expect([id, params['pace'], params['way']]).toEqual([id, PACE.pace, PACE.way])
})

it.each(['flip', 'roll', 'door'])(
  '%s turns about an upright axis to the sides, about a level one up and down',
  (id) => {
    const [from, to] = [flat(1, 1, 1, 1), flat(0, 0, 0, 0)]
    const shape = (way: string) => {
      const out = between(find(id), from, to, { to: way, samples: 1 }, { progress: 0.4 })
      // How much of the middle row and of the middle column is there.
      const row = [...Array(W).keys()].filter((x) => (pixel(out, x, H / 2)[3] as number) > 0.5).length / W
      const column = [...Array(H).keys()].filter((y) => (pixel(out, W / 2, y)[3] as number) > 0.5).length / H
      k.free(out)
      return { row, column }
    }
    for (const way of ['left', 'right']) expect(shape(way).row).toBeLessThan(shape(way).column)
    for (const way of ['up', 'down']) expect(shape(way).column).toBeLessThan(shape(way).row)
    k.free(from, to)
  },
)

describe('pace', () => {
  const PACES = ['even', 'ease', 'in', 'out'] as const
  const way = [0, 0, 0.3, 0.8, 1, 1]

  it('runs from 0 to 1 and never back, evenly or with a speed of nothing where it is gentle', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PACES, 'drawn'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (pace, p, q) => {
          const [a, b] = [paced({ pace, way }, Math.min(p, q)), paced({ pace, way }, Math.max(p, q))]
          expect(a).toBeLessThanOrEqual(b + 1e-12)
          expect(a).toBeGreaterThanOrEqual(0)
          expect(b).toBeLessThanOrEqual(1)
        },
      ),
    )
    const speed = (pace: string, p: number) => speedAt({ pace, way }, p)
    expect([speed('even', 0.5), speed('ease', 0.5)]).toEqual([expect.closeTo(1, 6), expect.closeTo(1.5, 2)])
    for (const [pace, ends] of [
      ['ease', [0, 1]],
      ['in', [0]],
      ['out', [1]],
    ] as const)
      for (const end of ends) expect(Math.abs(speed(pace, end))).toBeLessThan(0.02)
  })

  it('the same forwards and backwards where it is the same at both ends', () => {
    for (const pace of ['even', 'ease'])
      for (const p of [0.1, 0.3, 0.77])
        expect(paced({ pace, way }, p) + paced({ pace, way }, 1 - p)).toBeCloseTo(1, 12)
    for (const p of [0.2, 0.6])
      expect(paced({ pace: 'in', way }, p) + paced({ pace: 'out', way }, 1 - p)).toBeCloseTo(1, 12)
  })
})

it('a dissolve in light is the mean of the light, as seen that of the codes, like film that of the densities', () => {
  const [from, to] = [flat(0.04, 0.04, 0.04, 1), flat(0.64, 0.64, 0.64, 1)]
  const at = (space: string, progress: number) => {
    const out = between(find('dissolve'), from, to, { space }, { progress })
    const [value = 0, , , alpha] = pixel(out, 5, 5)
    k.free(out)
    return [value, alpha]
  }
  expect(at('light', 0.25)).toEqual([expect.closeTo(0.19, 6), 1])
  const seen = at('seen', 0.5)[0] as number
  expect(seen).toBeGreaterThan(0.2)
  expect(seen).toBeLessThan(0.34)
  // The geometric mean of 0.04 and 0.64 above a base of 0.02.
  expect(at('film', 0.5)).toEqual([expect.closeTo(Math.sqrt(0.06 * 0.66) - 0.02, 5), 1])
  k.free(from, to)
})

it.each(['wipe', 'clock-wipe', 'iris', 'doors', 'push', 'slide', 'uncover'])(
  '%s run backwards is itself with the sides swapped, where it is turned round',
  (id) => {
    const [from, to] = [sample(1), sample(2)]
    const turned: Record<string, [Values, Values]> = {
      wipe: [{ angle: 30 }, { angle: 210 }],
      'clock-wipe': [{ from: 40 }, { from: 40, back: true }],
      iris: [{}, { closes: true }],
      doors: [{}, { closes: true }],
      push: [
        { angle: 0, blur: 0 },
        { angle: 180, blur: 0 },
      ],
      slide: [
        { angle: 0, blur: 0 },
        { angle: 180, blur: 0 },
      ],
      uncover: [
        { angle: 0, blur: 0 },
        { angle: 180, blur: 0 },
      ],
    }
    const [there, back] = turned[id] ?? [{}, {}]
    const other = id === 'slide' ? 'uncover' : id === 'uncover' ? 'slide' : id
    const forwards = between(find(id), from, to, there, { progress: 0.31 })
    const backwards = between(find(other), to, from, back, { progress: 0.69 })
    expect(worst(forwards.data, backwards.data)).toBeLessThan(2e-3)
    k.free(from, to, forwards, backwards)
  },
)

it('a wipe leaves so much of the picture as is not yet gone over, at every angle', () => {
  const [from, to] = [flat(0, 0, 0, 1), flat(1, 1, 1, 1)]
  for (const angle of [0, 90, 180, 270]) {
    const out = between(find('wipe'), from, to, { angle, soft: 0 }, { progress: 0.4 })
    let sum = 0
    for (let i = 0; i < out.data.length; i += 4) sum += out.data[i] as number
    expect(Math.abs(sum / (W * H) - 0.4)).toBeLessThan(0.02)
    const first = { 0: [2, 20], 90: [40, 2], 180: [W - 3, 20], 270: [40, H - 3] }[angle] as [number, number]
    expect(pixel(out, ...first)[0]).toBe(1)
    k.free(out)
  }
  k.free(from, to)
})

it('light runs along an edge and nowhere else', () => {
  const [from, to] = [flat(0.2, 0.2, 0.2, 1), flat(0.2, 0.2, 0.2, 1)]
  const out = between(
    find('wipe'),
    from,
    to,
    { soft: 20, light: 3, edgeColour: [1, 0, 0] },
    { progress: 0.5 },
  )
  expect(pixel(out, W / 2, 10)[0]).toBeGreaterThan(2)
  for (const x of [5, W - 6]) expect(pixel(out, x, 10)[0]).toBeCloseTo(0.2, 5)
  expect(pixel(out, W / 2, 10)[1]).toBeCloseTo(0.2, 5)
  k.free(from, to, out)
})

it('a push by a whole pixel shows both pictures where they were, moved', () => {
  const [from, to] = [sample(1), sample(2)]
  const out = between(find('push'), from, to, { angle: 0, blur: 0, soft: 0 }, { progress: 0.25 })
  const far = W / 4
  for (const y of [3, 20, 50]) {
    expect(worst(pixel(out, far + 30, y), pixel(from, 30, y))).toBeLessThan(1e-4)
    expect(worst(pixel(out, 10, y), pixel(to, W - far + 10, y))).toBeLessThan(1e-4)
  }
  k.free(from, to, out)
})

it('a flash is brightest at its peak, and the cut lies under it', () => {
  const [from, to] = [flat(0.1, 0, 0, 1), flat(0, 0.1, 0, 1)]
  const light = (progress: number) => {
    const out = between(find('flash'), from, to, { stops: 5, peak: 0.4, glow: 0, blur: 0 }, { progress })
    const [r = 0, g = 0] = pixel(out, 9, 9)
    k.free(out)
    return [r, g]
  }
  expect(light(0.399)[0]).toBeCloseTo(0.1 * 32, 0)
  expect([light(0.2)[0], light(0.2)[1]]).toEqual([expect.closeTo(0.1 * 2 ** (5 / 4), 4), 0])
  expect(light(0.7)).toEqual([0, expect.closeTo(0.1 * 2 ** (5 / 4), 4)])
  k.free(from, to)
})

it('a dip shows nothing but its colour while it stays, and each side alone before and after', () => {
  const [from, to] = [flat(0.5, 0, 0, 1), flat(0, 0.5, 0, 1)]
  const at = (progress: number) => {
    const out = between(
      find('dip'),
      from,
      to,
      { colour: [0, 0, 0.25], stays: 0.2, seen: false },
      { progress },
    )
    const value = pixel(out, 9, 9)
    k.free(out)
    return value
  }
  expect(at(0.5)).toEqual([0, 0, expect.closeTo(0.25, 5), 1])
  expect(at(0.2)).toEqual([expect.closeTo(0.25, 5), 0, expect.closeTo(0.125, 5), 1])
  expect(at(0.8)).toEqual([0, expect.closeTo(0.25, 5), expect.closeTo(0.125, 5), 1])
  k.free(from, to)
})

describe('what tears, folds and spreads', () => {
  const uncovered = (id: string, given: Values, progress: number) => {
    const [from, to] = [flat(1, 0, 0, 1), flat(0, 1, 0, 1)]
    const out = between(find(id), from, to, given, { progress, scale: W / 1280 })
    let sum = 0
    for (let i = 0; i < out.data.length; i += 4) sum += (out.data[i] as number) < 0.01 ? 1 : 0
    k.free(from, to, out)
    return sum / (W * H)
  }

  it.each(['page-turn', 'fold-up', 'tear', 'shatter', 'ink', 'burn', 'strokes'])(
    '%s uncovers more of the next picture from moment to moment',
    (id) => {
      const hidden = { thin: 1, paper: [1, 0, 0], fireColour: [1, 0, 0], ink: [1, 0, 0], shade: 0, char: 0 }
      const own = Object.fromEntries(Object.entries(hidden).filter(([name]) => find(id).params[name]))
      const seen = [0.1, 0.3, 0.5, 0.7, 0.9].map((progress) => uncovered(id, own, progress))
      for (const [i, share] of seen.entries()) expect(share).toBeGreaterThanOrEqual((seen[i - 1] ?? 0) - 1e-6)
      expect(seen[0]).toBeLessThan(0.35)
      expect(seen[4]).toBeGreaterThan(0.65)
    },
  )

  it('a fold takes the cosine of its angle of the width, and the rest is the next picture', () => {
    for (const progress of [0.25, 0.5, 0.8])
      expect(uncovered('fold-up', { panels: 4, depth: 0, shade: 0 }, progress)).toBeCloseTo(
        1 - Math.cos((Math.PI / 2) * progress),
        1,
      )
  })

  it('rows that are stretched show both pictures whole, each by its share of the width', () => {
    const [from, to] = [sample(1), sample(2)]
    const out = between(
      find('stretch-rows'),
      from,
      to,
      { late: 0, height: 1000 },
      { progress: 0.5, scale: 1 },
    )
    for (const y of [5, 30]) {
      // Two pixels of each picture are one here: the one shown lies between them.
      const mean = (of: Frame, x: number) =>
        pixel(of, 2 * x, y).map((v, c) => (v + (pixel(of, 2 * x + 1, y)[c] as number)) / 2)
      expect(worst(pixel(out, 12, y), mean(to, 12))).toBeLessThan(1e-4)
      expect(worst(pixel(out, W / 2 + 9, y), mean(from, 9))).toBeLessThan(1e-4)
    }
    k.free(from, to, out)
  })

  it('a matched dissolve of a picture that has moved shows it on its way, where a plain one shows it twice', () => {
    const shifted = (by: number): Frame => {
      const out = filled(k, W, H, [0, 0, 0, 1])
      for (let y = 0; y < H; y++)
        for (let x = 0; x < W; x++) {
          const [dx, dy] = [x - 45 - by, y - 27]
          const light = Math.exp(-(dx * dx + dy * dy) / 80)
          for (let c = 0; c < 3; c++) out.data[(y * W + x) * 4 + c] = 0.05 + light
        }
      return out
    }
    const [from, to, truth] = [shifted(0), shifted(6), shifted(3)]
    const matched = between(find('matched-dissolve'), from, to, {}, { progress: 0.5 })
    const plain = between(find('dissolve'), from, to, {}, { progress: 0.5 })
    expect(worst(matched.data, truth.data)).toBeLessThan(0.25 * worst(plain.data, truth.data))
    k.free(from, to, truth, matched, plain)
  })
})
