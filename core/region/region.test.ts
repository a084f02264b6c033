import fc from 'fast-check'
import { type Plane, wholeOf } from '../frame'
import { testKernels, worst } from '../testing/pictures'
import { matteBounds, type PlainShape, plainly, rasterise, type ResolvedItem } from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

const ellipse: PlainShape = {
  ...plainly(),
  kind: 'ellipse',
  round: 0,
  centre: [50, 40],
  size: [60, 40],
  angle: 0,
  feather: [0, 0],
}
const rectangle: PlainShape = { ...ellipse, kind: 'rectangle' }
const matte = (items: ResolvedItem[], { scale = 1, invert = false } = {}) => {
  const size = { width: 100 * scale, height: 80 * scale }
  const plane = rasterise(k, wholeOf(size), items, invert, { size, scale })
  const values = plane.data.slice()
  k.free(plane)
  return {
    values,
    area: values.reduce((a, b) => a + b, 0),
    at: (x: number, y: number) => values[y * 100 * scale + x] as number,
  }
}

it.each([
  ['ellipse', [ellipse], Math.PI * 30 * 20],
  ['rectangle', [rectangle], 60 * 40],
  ['turned rectangle', [{ ...rectangle, angle: 30, size: [40, 30] as [number, number] }], 40 * 30],
  ['feathered ellipse', [{ ...ellipse, feather: [6, 6] as [number, number] }], Math.PI * 30 * 20],
  ['rectangle less ellipse', [rectangle, { ...ellipse, join: 'subtract' as const }], 2400 - Math.PI * 600],
  [
    'intersection',
    [rectangle, { ...rectangle, join: 'intersect' as const, centre: [80, 40] as [number, number] }],
    30 * 40,
  ],
  ['nothing', [], 0],
])('%s covers its area within 2 %', (_, shapes, area) => {
  const m = matte(shapes)
  expect(Math.abs(m.area - area)).toBeLessThan(Math.max(1, area * 0.02))
  expect(Math.min(...m.values)).toBeGreaterThanOrEqual(0)
  expect(Math.max(...m.values)).toBeLessThanOrEqual(1)
})

it('feathers across the outline: half on it, nothing half a feather outside', () => {
  const m = matte([{ ...rectangle, feather: [10, 10] }])
  expect(m.at(20, 40) + m.at(19, 40)).toBeCloseTo(1, 5)
  expect([m.at(8, 40), m.at(31, 40)]).toEqual([0, 1])
})

it('inverts, and is the same picture at half size', () => {
  const full = matte([{ ...ellipse, feather: [8, 8] }])
  const inverted = matte([{ ...ellipse, feather: [8, 8] }], { invert: true })
  inverted.values.forEach((v, i) => expect(v).toBeCloseTo(1 - (full.values[i] as number), 6))
  const half = matte([{ ...ellipse, feather: [8, 8] }], { scale: 0.5 })
  for (const [x, y] of [
    [10, 10],
    [25, 20],
    [38, 20],
    [40, 22],
  ] as const) {
    const mean =
      (full.at(2 * x, 2 * y) +
        full.at(2 * x + 1, 2 * y) +
        full.at(2 * x, 2 * y + 1) +
        full.at(2 * x + 1, 2 * y + 1)) /
      4
    expect(half.at(x, y)).toBeCloseTo(mean, 1)
  }
})

const anyShape = fc.record<PlainShape>({
  id: fc.constant(''),
  kind: fc.constantFrom('ellipse', 'rectangle'),
  join: fc.constantFrom('add', 'subtract', 'intersect', 'exclude', 'holdout'),
  invert: fc.boolean(),
  opacity: fc.constantFrom(1, 0.5),
  grow: fc.integer({ min: -8, max: 8 }),
  blur: fc.constantFrom(0, 3),
  round: fc.integer({ min: 0, max: 20 }),
  centre: fc.tuple(fc.integer({ min: -40, max: 140 }), fc.integer({ min: -40, max: 120 })),
  size: fc.tuple(fc.integer({ min: 1, max: 120 }), fc.integer({ min: 1, max: 120 })),
  angle: fc.integer({ min: -180, max: 180 }),
  feather: fc.tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 })),
})

it('is 0 outside its bounds, and a part of it equals that part of the whole', () => {
  fc.assert(
    fc.property(
      fc.array(anyShape, { maxLength: 4 }),
      fc.boolean(),
      fc.constantFrom(0.5, 1),
      (shapes, invert, scale) => {
        const size = { width: 100 * scale, height: 80 * scale }
        const [whole, part] = [wholeOf(size), { x: 7, y: 11, width: 30, height: 20 }]
        const [a, b] = [whole, part].map((area) => rasterise(k, area, shapes, invert, { size, scale })) as [
          Plane,
          Plane,
        ]
        const box = matteBounds(size, scale, shapes, invert)
        const outside = a.data.filter((_, i) => {
          const [x, y] = [i % size.width, Math.floor(i / size.width)]
          return x < box.x || y < box.y || x >= box.x + box.width || y >= box.y + box.height
        })
        // A blur leaves less than a thousandth beyond four deviations.
        expect(Math.max(0, ...outside)).toBeLessThan(1e-3)
        const same = b.data.map(
          (_, i) => a.data[(Math.floor(i / 30) + 11) * size.width + (i % 30) + 7] as number,
        )
        expect(worst(b.data, same)).toBeLessThan(shapes.some((s) => s.blur) ? 2e-3 : 2e-5)
        k.free(a, b)
      },
    ),
    { numRuns: 60 },
  )
})
