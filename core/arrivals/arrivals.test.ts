import fc from 'fast-check'
import type { Value } from '../anim'
import { defaults, type Param, type Values } from '../params'
import { through } from '../matrix'
import {
  beginOf,
  easeAt,
  EASES,
  fallAt,
  findMover,
  isAtRest,
  type Look,
  type MoverDeclaration,
  moverDefaults,
  moverParams,
  type Moving,
  ORDERS,
  PASSES,
  ranksOf,
  shareOf,
  spanOf,
  springAt,
  standing,
  STAYS,
  type Unit,
} from '.'

const EYE = { at: [200, 50], height: 180 } as const
/** Letters 30 pixels wide beside each other. */
const row = (count: number, rightToLeft = false): Unit[] =>
  Array.from({ length: count }, (_, index) => ({
    index,
    count,
    box: { left: index * 30, top: 0, right: index * 30 + 30, bottom: 48 },
    whole: { left: 0, top: 0, right: count * 30, bottom: 48 },
    size: 40,
    base: 40,
    rightToLeft,
    letter: 'ABCDEFGH'[index % 8],
  }))
const RATE = 24
const at = (
  mover: MoverDeclaration,
  since: number,
  values: Values = {},
  more: Partial<Moving> = {},
): Moving => ({
  use: mover.id,
  way: mover.kind === 'stay' ? 'stay' : 'arrive',
  values: { ...moverDefaults(mover, mover.kind === 'stay' ? 'stay' : 'arrive'), ...values },
  since,
  left: 400 - since,
  rate: RATE,
  ...more,
})
const looks = (moving: Moving, units: readonly Unit[]): Look[][] =>
  standing(moving, units, EYE, 1).map((unit) => unit.flat())

describe('springs and falls', () => {
  /** x'' = k (1 - x) - 2 d sqrt(k) x', by Runge and Kutta's fourth order. */
  function integrated(k: number, damping: number, seconds: number): number {
    const [n, c] = [4000, 2 * damping * Math.sqrt(k)]
    const h = seconds / n
    let [x, v] = [0, 0]
    const pull = (x: number, v: number) => k * (1 - x) - c * v
    for (let i = 0; i < n; i++) {
      const [a1, b1] = [v, pull(x, v)]
      const [a2, b2] = [v + (h / 2) * b1, pull(x + (h / 2) * a1, v + (h / 2) * b1)]
      const [a3, b3] = [v + (h / 2) * b2, pull(x + (h / 2) * a2, v + (h / 2) * b2)]
      const [a4, b4] = [v + h * b3, pull(x + h * a3, v + h * b3)]
      x += (h / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
      v += (h / 6) * (b1 + 2 * b2 + 2 * b3 + b4)
    }
    return x
  }

  it.each([0.05, 0.3, 0.7, 0.999, 1, 1.001, 2.5])('a spring of damping %d is the oscillator', (damping) => {
    for (const k of [20, 220, 1200])
      for (const t of [0.02, 0.1, 0.4, 1.1])
        expect(springAt(k, damping, t)).toBeCloseTo(integrated(k, damping, t), 6)
  })

  it('goes past its place where it is damped little, and never from critical damping on', () => {
    const most = (damping: number) =>
      Math.max(...Array.from({ length: 4000 }, (_, i) => springAt(200, damping, i / 1000)))
    // The first overshoot of the underdamped oscillator is exp(-pi d / sqrt(1 - d^2)).
    for (const d of [0.1, 0.3, 0.6])
      expect(most(d) - 1).toBeCloseTo(Math.exp((-Math.PI * d) / Math.sqrt(1 - d * d)), 3)
    for (const d of [1, 1.4, 4]) expect(most(d)).toBeLessThanOrEqual(1)
  })

  it('what falls bounces to keeps² of the height before, with one gravity all the way', () => {
    const keeps = 0.5
    // The first fall takes a third of the time: 1 / (1 + 2 (1/2 + 1/4 + ...)) = 1 / 3.
    expect(fallAt(keeps, 1 / 6)).toBeCloseTo(0.75, 9)
    expect(fallAt(keeps, 1 / 3)).toBeCloseTo(0, 9)
    expect(fallAt(keeps, 1 / 2)).toBeCloseTo(0.25, 9)
    expect(fallAt(keeps, 2 / 3)).toBeCloseTo(0, 9)
    expect(fallAt(keeps, 2 / 3 + 1 / 12)).toBeCloseTo(0.0625, 9)
    const curved = (s: number) =>
      (fallAt(keeps, s + 1e-3) - 2 * fallAt(keeps, s) + fallAt(keeps, s - 1e-3)) * 1e6
    for (const s of [0.1, 0.25, 0.45, 0.6, 0.75]) expect(curved(s)).toBeCloseTo(-2 * 9, 3)
  })

  it('every ease goes from 0 to 1, and those that land slowly have no speed left', () => {
    const values = defaults(moverParams(findMover('rise') as MoverDeclaration, 'arrive'))
    for (const ease of Object.keys(EASES)) {
      const e = (s: number) => easeAt({ ...values, ease }, s, 0.6)
      expect([e(-1), e(0), e(1), e(2)]).toEqual([0, 0, 1, 1])
      expect(Math.abs(e(1 - 1e-6) - 1)).toBeLessThan(1e-4)
      if (['landing', 'soft', 'both', 'past', 'spring'].includes(ease))
        expect(Math.abs((1 - e(1 - 1e-4)) / 1e-4)).toBeLessThan(0.01)
    }
  })
})

const timing = fc.record({
  order: fc.constantFrom(...Object.keys(ORDERS)),
  pace: fc.constantFrom('all', 'each'),
  overlap: fc.double({ min: 0, max: 1, noNaN: true }),
  uneven: fc.double({ min: 0, max: 1, noNaN: true }),
  frames: fc.integer({ min: 1, max: 200 }),
  seed: fc.integer({ min: 0, max: 9999 }),
  unit: fc.constant('letter'),
  point: fc.tuple(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -90, max: 90 })),
})

describe('who begins when', () => {
  it('all begin and end within the time, in the order of their ranks, each as long', () => {
    fc.assert(
      fc.property(timing, fc.integer({ min: 1, max: 40 }), (values, count) => {
        const ranks = ranksOf(values, row(count))
        const { all, each } = spanOf(values, count)
        const begins = ranks.map((rank) => beginOf(values, count, rank))
        expect(Math.min(...begins)).toBeGreaterThanOrEqual(0)
        expect(Math.max(...begins) + each).toBeLessThanOrEqual(all + 1e-9)
        if (values.pace === 'all') expect(all).toBe(values.frames)
        for (const [i, a] of ranks.entries())
          for (const [j, b] of ranks.entries())
            if (a < b) expect(begins[i] as number).toBeLessThanOrEqual((begins[j] as number) + 1e-9)
        for (const [i, rank] of ranks.entries()) {
          const begin = begins[i] as number
          expect(shareOf(values, count, rank, begin)).toBe(0)
          expect(shareOf(values, count, rank, begin + each / 2)).toBeCloseTo(0.5, 6)
          expect(shareOf(values, count, rank, all)).toBeGreaterThan(1 - 1e-9)
        }
      }),
    )
  })

  it.each([
    ['forwards', [0, 1, 2, 3, 4]],
    ['backwards', [4, 3, 2, 1, 0]],
    ['middle', [4, 2, 0, 2, 4]],
    ['ends', [0, 2, 4, 2, 0]],
    ['together', [0, 0, 0, 0, 0]],
  ])('%s', (order, ranks) => expect(ranksOf({ order }, row(5))).toEqual(ranks))

  it('at random is every place once, the same for a seed; by distance begins at the point', () => {
    const random = ranksOf({ order: 'random', seed: 3 }, row(9))
    expect([...random].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8])
    expect(ranksOf({ order: 'random', seed: 3 }, row(9))).toEqual(random)
    expect(ranksOf({ order: 'random', seed: 4 }, row(9))).not.toEqual(random)
    expect(ranksOf({ order: 'point', point: [75, 0] }, row(5))).toEqual(
      [4, 3, 2, 1, 0].map((v) => expect.closeTo(v)),
    )
  })
})

describe.each(PASSES.map((mover) => [mover.id, mover] as const))('%s', (_, mover) => {
  const units = row(5)
  const { all } = spanOf(moverDefaults(mover, 'arrive'), 5)

  it('is not there before, is at rest after, and stands on finite places between', () => {
    expect(looks(at(mover, -3), units).flat()).toEqual([])
    const after = looks(at(mover, all + 60), units)
    expect(after.every(([look]) => look && isAtRest(look))).toBe(true)
    for (let f = 0.5; f < all; f += 1)
      for (const look of looks(at(mover, f), units).flat()) {
        expect([...look.matrix, look.opacity, look.blur, look.light].every(Number.isFinite)).toBe(true)
        expect(look.opacity).toBeLessThanOrEqual(1)
        for (const cut of look.cuts) expect(cut.contours.flat().every(Number.isFinite)).toBe(true)
      }
  })

  it('goes as it came, turned round, to the bit; and is told by its moment alone', () => {
    const values = { reverse: true, seed: 5 }
    for (const f of [0.5, 3.5, 7.5, all - 0.5]) {
      const came = looks(at(mover, f, values), units)
      const gone = looks(at(mover, 1e6, values, { way: 'leave', left: f }), units)
      expect(gone).toEqual(came)
      expect(looks(at(mover, f, values), units)).toEqual(came)
    }
  })
})

describe.each(STAYS.map((mover) => [mover.id, mover] as const))('%s', (_, mover) => {
  it('begins and ends at rest where it blends, and stays finite for an hour', () => {
    const units = row(4)
    if (Number(moverDefaults(mover, 'stay')['blend'] ?? 0) > 0)
      for (const more of [
        { since: 0, left: 400 },
        { since: 400, left: 0 },
      ])
        for (const look of looks({ ...at(mover, 0), ...more }, units).flat()) {
          const [x, y] = through(look.matrix, 60, 24)
          expect(Math.hypot(x - 60, y - 24)).toBeLessThan(1e-9)
          expect(look.light).toBe(1)
        }
    for (const f of [1, 30, 500, 86_400])
      for (const look of looks({ ...at(mover, f), left: 1e6 }, units).flat())
        expect([...look.matrix, look.light, look.opacity].every(Number.isFinite)).toBe(true)
  })
})

describe('what moves', () => {
  const [rise, slide, flip] = ['rise', 'slide', 'flip'].map((id) => findMover(id) as MoverDeclaration)

  it('rises by its distance in letter sizes, less what the ease has come', () => {
    const moving = at(rise as MoverDeclaration, 2.5, { unit: 'whole', distance: 2, frames: 10 })
    const [[look] = []] = looks(moving, row(1))
    const away = (1 - 0.25) ** 4
    expect(look?.matrix[5]).toBeCloseTo(2 * 40 * away, 9)
    expect(look?.opacity).toBeCloseTo(0.5, 9)
  })

  it('turned in depth, its middle stays and the nearer side is larger, as the eye says', () => {
    const moving = at(flip as MoverDeclaration, 5, {
      unit: 'whole',
      ease: 'even',
      frames: 10,
      from: 60,
      eye: 2,
      fade: 0,
    })
    const unit = { ...(row(1)[0] as Unit), box: { left: 190, top: 30, right: 210, bottom: 70 } }
    const [[look] = []] = looks(moving, [unit])
    const place = (x: number, y: number) => through((look as Look).matrix, x, y)
    expect(place(200, 50)).toEqual([expect.closeTo(200), expect.closeTo(50)])
    // 10 pixels to a side at 30 degrees: 8.66 across, 5 in depth, seen from 360 before (200, 50).
    const [far, near] = [place(190, 70), place(210, 70)].sort((a, b) => a[1] - b[1]) as [
      [number, number],
      [number, number],
    ]
    expect(Math.abs(far[0] - 200)).toBeCloseTo((8.660254 * 360) / 365, 5)
    expect(Math.abs(near[0] - 200)).toBeCloseTo((8.660254 * 360) / 355, 5)
    expect(far[1]).toBeCloseTo(50 + (20 * 360) / 365, 5)
  })

  it('exposed for a while it is the mean of its way, in steps of at most 1.6 pixels', () => {
    const moving = at(slide as MoverDeclaration, 4, { ease: 'even', frames: 20, distance: 4, shutter: 360 })
    const [[moments] = []] = standing(moving, row(1), EYE, 1)
    const xs = (moments ?? []).map((look) => look.matrix[2])
    expect(xs.length).toBeGreaterThanOrEqual(5)
    const steps = xs.slice(1).map((x, i) => x - (xs[i] as number))
    expect(Math.max(...steps)).toBeLessThanOrEqual(1.61)
    expect(xs.reduce((a, b) => a + b, 0) / xs.length).toBeCloseTo(-160 * 0.8, 9)
    expect((xs.at(-1) as number) - (xs[0] as number) + (steps[0] as number)).toBeCloseTo(160 / 20, 6)
  })

  it('trails lie behind it where it was, each less dense', () => {
    const moving = at(slide as MoverDeclaration, 6, {
      ease: 'even',
      frames: 20,
      distance: 4,
      shutter: 0,
      fade: 0,
      trails: 3,
      lag: 2,
      decay: 0.5,
      trailTint: 0.6,
    })
    const [unit = []] = looks(moving, row(1))
    expect(unit.map((l) => l.opacity)).toEqual([0.25, 0.5, 1].map((v) => expect.closeTo(v)))
    expect(unit.map((l) => l.matrix[2])).toEqual([-144, -128, -112].map((v) => expect.closeTo(v)))
    expect(unit.map((l) => l.towards)).toEqual([0.4, 0.2, 0].map((v) => expect.closeTo(v)))
  })

  it('what would come to the eye or behind it is not drawn', () => {
    const zoom = findMover('zoom') as MoverDeclaration
    expect(
      looks(at(zoom, 1, { unit: 'whole', distance: 100, ease: 'even', frames: 20 }), row(1)).flat(),
    ).toEqual([])
  })
})

describe('every control that is shown does something', () => {
  /** Settings under which one control or the other matters. */
  const BASES: Values[] = [
    {},
    { unit: 'letter', order: 'random', uneven: 0.5, overlap: 0.5 },
    { unit: 'letter', order: 'point', point: [20, 0], pace: 'each', frames: 6, overlap: 0.5, turn: 1 },
    { ease: 'spring', stiffness: 200, damping: 0.3 },
    { ease: 'falls', keeps: 0.5 },
    { ease: 'drawn' },
    { unit: 'letter', trails: 3, lag: 2, trailTint: 0.5, shutter: 180 },
    { own: false },
  ]
  const other = (param: Param, value: unknown): Value[] => {
    switch (param.type) {
      case 'choice':
        return param.options.map((o) => o.value).filter((v) => v !== value)
      case 'toggle':
        return [!value]
      case 'seed':
        return [2, 3, 17]
      case 'curve':
        return [[0, 0, 0.5, 0.1, 1, 1]]
      case 'pair':
      case 'colour':
        return [(value as number[]).map((v) => v + 0.31 * Math.max(1, Math.abs(v)))]
      default:
        return [Number(value) * 0.6 + 0.13, Number(value) * 1.7 + 3]
    }
  }
  it.each([...PASSES, ...STAYS].map((mover) => [mover.id, mover] as const))('%s', (_, mover) => {
    // As it goes it has one more, which tells who begins: the others are those that it comes with.
    const way = mover.kind === 'stay' ? 'stay' : 'leave'
    const units = row(5)
    const near = (v: number) => Math.round(v * 1e6) / 1e6
    // What a matrix is told by is where it takes places, so that sums in another order are no change.
    const told = ({ matrix, cuts, ...rest }: Look) => [
      [
        [0, 0],
        [150, 0],
        [0, 48],
      ].flatMap(([x = 0, y = 0]) => through(matrix, x, y).map(near)),
      cuts.map((cut) => [cut.contours.flat().map(near), cut.soft]),
      rest,
    ]
    const seen = (values: Values) =>
      JSON.stringify(
        [1.5, 4.5, 7.5, 16.5, 40.5].map((f) =>
          standing(
            { ...at(mover, f, values), way, ...(way === 'leave' ? { left: f, since: 400 - f } : {}) },
            units,
            EYE,
            40,
          ).map((unit) => unit.map((moments) => moments.map(told))),
        ),
      )
    const idle = Object.entries(moverParams(mover, way)).flatMap(([name, param]) => {
      const works = BASES.some((base) => {
        const values = { ...moverDefaults(mover, way), ...base }
        // What a mover has no control for it is not told.
        for (const key of Object.keys(values)) if (!(key in moverParams(mover, way))) delete values[key]
        if (!(param.when?.(values) ?? true)) return false
        const before = seen(values)
        return other(param, values[name]).some((v) => seen({ ...values, [name]: v }) !== before)
      })
      // What moves by itself is parted before it comes here, and numbers that run are those of the text.
      const elsewhere = name === 'unit' || (mover.id === 'count-up' && name !== 'fade')
      return works || elsewhere ? [] : [name]
    })
    expect(idle).toEqual([])
  })
})
