import fc from 'fast-check'
import type { Plane } from '../frame'
import { invert, type Matrix3, multiply, through } from '../matrix'
import { testKernels } from '../testing/pictures'
import {
  BendMeter,
  Follower,
  type FollowSetup,
  isBent,
  mapBetween,
  matrixAt,
  meanMap,
  type Motion,
  placesAt,
  pyramidOf,
  qualityAt,
  settled,
  straightened,
  planeAt,
  withPlace,
} from '.'
import { lensOf } from './match/patch'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

const point = (places: ([number, number] | null)[], more: Partial<Motion> = {}): Motion => ({
  form: 'point',
  reference: 0,
  anchor: places[0] as number[],
  first: 0,
  places,
  quality: places.map((p) => (p ? 1 : 0)),
  ...more,
})

describe('a motion', () => {
  const line = point([[0, 0], [2, 1], null, [6, 3]])

  it.each([
    ['what was measured', line, 1, [2, 1]],
    ['the middle between frames', line, 0.5, [1, 0.5]],
    ['gaps filled evenly', line, 2, [4, 2]],
    ['its ends held', line, 9, [6, 3]],
    ['a trim heeded', { ...line, trim: [0, 1] as [number, number] }, 3, [2, 1]],
    ['a straight way left alone by smoothing', { ...line, smooth: 0.8 }, 0, [0, 0]],
    [
      'a correction shared out from the reference on',
      { ...line, fixes: [{ at: 3, by: [3, -3] }] },
      1,
      [3, 0],
    ],
    ['a correction held beyond the last', { ...line, fixes: [{ at: 1, by: [1, 1] }] }, 3, [7, 4]],
  ])('has %s', (_, motion, frame, expected) => {
    placesAt(motion, frame).forEach((v, i) => expect(v).toBeCloseTo(expected[i] as number, 9))
  })

  it('is the same after its corrections and smoothing were written in', () => {
    const fixed: Motion = { ...line, fixes: [{ at: 1, by: [0, 4] }], smooth: 0.8 }
    const written = settled(fixed)
    for (const f of [0, 1, 3]) expect(placesAt(written, f)).toEqual(placesAt(fixed, f))
    expect(qualityAt(fixed, 1)).toBe(1)
  })

  it('takes a place in before its first frame', () => {
    const longer = withPlace(line, -2, [9, 9], 0.5)
    expect([longer.first, longer.places[0], longer.places[1], placesAt(longer, 1)]).toEqual([
      -2,
      [9, 9],
      null,
      [2, 1],
    ])
  })
})

const near = (size: number) => fc.double({ min: -size, max: size, noNaN: true })
const quad = fc
  .array(near(12), { minLength: 8, maxLength: 8 })
  .map((by) => [0, 0, 100, 0, 100, 80, 0, 80].map((v, i) => v + (by[i] as number)))

it.each(['point', 'pair', 'plane'] as const)('the map of a %s takes its places where they went', (form) => {
  fc.assert(
    fc.property(quad, quad, (a, b) => {
      const n = { point: 2, pair: 4, plane: 8 }[form]
      const map = mapBetween(form, a.slice(0, n), b.slice(0, n))
      for (let i = 0; i < n; i += 2) {
        const [x, y] = through(map, a[i] as number, a[i + 1] as number)
        expect(Math.hypot(x - (b[i] as number), y - (b[i + 1] as number))).toBeLessThan(1e-6)
      }
    }),
  )
})

it('the mean of shifts is their mean shift', () => {
  const shift = (x: number, y: number): Matrix3 => [1, 0, x, 0, 1, y, 0, 0, 1]
  const [x, y] = through(meanMap([shift(10, 0), shift(20, 4)], [50, 50], 40), 7, 9)
  expect([x, y].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([22, 11])
})

/** A picture that is known between its pixels too. */
const waves = (x: number, y: number) =>
  0.5 +
  0.16 * Math.sin(0.31 * x + 0.13 * y) +
  0.14 * Math.sin(-0.17 * x + 0.37 * y + 1) +
  0.1 * Math.sin(0.53 * x + 0.41 * y + 2) +
  0.06 * Math.sin(0.05 * x * Math.sqrt(1 + y / 40))

function seen(
  map: Matrix3,
  cover?: (x: number, y: number) => number | undefined,
  light = (v: number) => v,
  bend = 0,
): Plane[] {
  const back = invert(map)
  const plane = k.plane(200, 160)
  for (let i = 0; i < plane.data.length; i++) {
    const [x, y] = [(i % 200) + 0.5, Math.floor(i / 200) + 0.5]
    // Noise that is the same at every run: a scrambled place.
    const grain = (((Math.imul(i ^ 0x9e37, 2654435761) >>> 8) % 1000) / 1000 - 0.5) * 0.02
    const straight = straightened(lensOf([plane], bend), x, y)
    plane.data[i] = (cover?.(x, y) ?? light(waves(...through(back, ...straight)))) + grain
  }
  return pyramidOf(k, plane)
}

const SETUP: FollowSetup = {
  form: 'plane',
  anchor: [40, 30, 150, 34, 148, 120, 42, 118],
  scale: true,
  rotation: true,
  shear: true,
  perspective: true,
  pattern: [14, 14],
  search: [30, 30],
  refresh: 'worn',
}
const IDENTITY: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1]
const turned = (a: number, s: number, x: number, y: number): Matrix3 =>
  multiply(
    [1, 0, 100 + x, 0, 1, 80 + y, 0, 0, 1],
    [
      Math.cos(a) * s,
      -Math.sin(a) * s,
      -100 * Math.cos(a) * s + 80 * Math.sin(a) * s,
      Math.sin(a) * s,
      Math.cos(a) * s,
      -100 * Math.sin(a) * s - 80 * Math.cos(a) * s,
      0,
      0,
      1,
    ],
  )

function follow(setup: FollowSetup, pictures: readonly Plane[][]) {
  const [first, ...rest] = pictures as [Plane[], ...Plane[][]]
  const follower = new Follower(k, first, setup)
  const found = rest.map((levels) => follower.follow(levels))
  k.free(...pictures.flat())
  return found
}

/** Worst distance of followed places from where a map takes them. */
const off = (places: readonly number[], anchor: readonly number[], map: Matrix3) =>
  Math.max(
    ...[...Array(anchor.length / 2).keys()].map((i) => {
      const [x, y] = through(map, anchor[2 * i] as number, anchor[2 * i + 1] as number)
      return Math.hypot((places[2 * i] as number) - x, (places[2 * i + 1] as number) - y)
    }),
  )

// Corners of 110 x 85 px under 1 % noise: a tenth of a pixel is twice what least squares leave; a point has fewer pixels.
it.each([
  [
    'a plane that turns, grows and leans',
    SETUP,
    multiply([1, 0, 0, 0, 1, 0, 2e-4, 1e-4, 1], turned(0.06, 1.05, 3.4, -2.2)),
    0.1,
  ],
  ['a plane that jumps', SETUP, turned(0, 1, 6.3, -4.6), 0.1],
  [
    'a point by a fraction',
    { ...SETUP, form: 'point' as const, anchor: [90, 70] },
    turned(0, 1, 2.37, -1.61),
    0.06,
  ],
  [
    'a point that jumps',
    { ...SETUP, form: 'point' as const, anchor: [90, 70] },
    turned(0, 1, 22.4, 13.7),
    0.06,
  ],
  [
    'two points that turn',
    { ...SETUP, form: 'pair' as const, anchor: [60, 60, 140, 90] },
    turned(0.04, 1.02, 4, 2),
    0.12,
  ],
])('follows %s', (_, setup, map, tolerance) => {
  const [found] = follow(setup, [seen(IDENTITY), seen(map)])
  expect(found?.lost).toBe(false)
  expect(off(found?.places ?? [], setup.anchor, map)).toBeLessThan(tolerance)
})

it('rides through other light and what covers a third, and says less of it', () => {
  const map = turned(0.02, 1.01, 2, 1)
  const cover = (x: number) => (x < 78 ? 0.2 : undefined)
  const [plain, hard] = follow(SETUP, [
    seen(IDENTITY),
    seen(map, undefined, (v) => 0.6 * v + 0.3),
    seen(map, cover),
  ])
  expect(off(plain?.places ?? [], SETUP.anchor, map)).toBeLessThan(0.15)
  expect(off(hard?.places ?? [], SETUP.anchor, map)).toBeLessThan(0.3)
  expect(hard?.quality).toBeLessThan(plain?.quality ?? 0)
})

it.each([
  ['a plane', SETUP],
  ['a point', { ...SETUP, form: 'point' as const, anchor: [90, 70] }],
])('%s that is gone is lost, not drifting', (_, setup) => {
  const [found] = follow(setup, [
    seen(IDENTITY),
    seen(IDENTITY, (x, y) => 0.5 + 0.2 * Math.sin(0.9 * x * y * 0.01)),
  ])
  expect(found?.lost).toBe(true)
})

it('refuses what has nothing to hold on to, before it starts', () => {
  const flat = seen(IDENTITY, () => 0.4)
  expect(() => new Follower(k, flat, SETUP)).toThrow('too little texture')
  expect(() => new Follower(k, flat, { ...SETUP, form: 'point', anchor: [90, 70] })).toThrow(
    'nothing to hold on to',
  )
  k.free(...flat)
})

it('shows its plane where its map takes it', () => {
  const to = [10, 0, 110, 6, 104, 90, 0, 80]
  const motion: Motion = {
    form: 'plane',
    reference: 0,
    anchor: [0, 0, 100, 0, 100, 80, 0, 80],
    first: 0,
    places: [[0, 0, 100, 0, 100, 80, 0, 80], to],
    quality: [1, 1],
    plane: [50, 40, 60, 40, 60, 50, 50, 50],
  }
  const [x, y] = through(matrixAt(motion, 1), 50, 40)
  expect(planeAt(motion, 1).slice(0, 2)).toEqual([x, y])
})

it.each([-0.18, 0, 0.115])('a lens that bends by %f is measured from a plane that moves under it', (bend) => {
  // A plane that turns in space; without a lens its pictures would be joined by perspective maps.
  const pictures = () =>
    [0, 1, 2, 3, 4, 5].map((n) => {
      const leant: Matrix3 = [1, 0, 0, 0, 1, 0, 0.0004 * n, -0.0003 * n, 1]
      const map = multiply(turned(0.03 * n, 1 + 0.03 * n, 3 * n, -2 * n), leant)
      return seen(map, undefined, undefined, bend)
    })
  const found = follow(SETUP, pictures())
  const [first, ...rest] = pictures() as [Plane[], ...Plane[][]]
  const meter = new BendMeter(k, first, SETUP)
  rest.forEach((levels, i) => meter.add(levels, found[i]?.places ?? []))
  k.free(...first, ...rest.flat())
  const measured = meter.found ?? { bend: NaN, better: NaN }
  expect(isBent(measured)).toBe(bend !== 0)
  // Within what moves a corner of this patch by a fifth of a pixel.
  expect(Math.abs(measured.bend - bend)).toBeLessThan(0.012)
})
