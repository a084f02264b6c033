import fc from 'fast-check'
import { OBJECT_FORMS } from '../design'
import { defaults, type Values } from '../params'
import { corner, twiceArea, valueOf } from '../region'
import { contoursOf, type ShapeKind } from '.'

const shape = (kind: ShapeKind, values: Values = {}) =>
  contoursOf({ kind, values: { ...defaults(OBJECT_FORMS[kind]), ...values } }, 0.005)
const areaOf = (contours: number[][]) => contours.reduce((sum, c) => sum + twiceArea(c) / 2, 0)
const LONG = valueOf([corner(-100, 0), corner(100, 0)])
const line = (values: Values = {}) => shape('line', { points: LONG, width: 10, ...values })

it('a polygon has the area of its corners on an ellipse', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 60 }),
      fc.tuple(fc.double({ min: 2, max: 900, noNaN: true }), fc.double({ min: 2, max: 900, noNaN: true })),
      (corners, box) => {
        // n / 2 · sin(2π / n) of a circle, times the two half axes.
        const area = (corners / 2) * Math.sin((2 * Math.PI) / corners) * (box[0] / 2) * (box[1] / 2)
        expect(areaOf(shape('polygon', { box, corners })) / area).toBeCloseTo(1, 6)
      },
    ),
  )
})

it('a star has twice as many corners, and as depth goes it loses its area', () => {
  const star = (depth: number) => shape('star', { box: [200, 200], corners: 5, depth })
  expect(star(0.5)[0]).toHaveLength(20)
  // Two triangles between the middle, a point and the corner beside it, for each point.
  for (const depth of [0, 0.2, 0.5, 0.9])
    expect(areaOf(star(depth))).toBeCloseTo(10 * 0.5 * 100 * 100 * (1 - depth) * Math.sin(Math.PI / 5), 6)
})

it.each([
  ['all corners', [1, 1], [1, 1], 4],
  ['the upper ones', [1, 1], [0, 0], 2],
  ['one', [0, 1], [0, 0], 1],
])('a box with %s rounded lacks what lies outside of quarter circles', (_, upper, lower, count) => {
  const area = areaOf(shape('rectangle', { box: [200, 120], round: 40, upper, lower }))
  expect(Math.abs(area - (200 * 120 - count * (1 - Math.PI / 4) * 1600))).toBeLessThan(1)
})

it('rounding never reaches beyond the middle of a side', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 12 }),
      fc.double({ min: 0, max: 2000, noNaN: true }),
      (corners, round) => {
        for (const kind of ['polygon', 'star'] as const) {
          const [contour = []] = shape(kind, { box: [200, 200], corners: Math.max(3, corners), round })
          for (let i = 0; i < contour.length; i += 2)
            expect(Math.hypot(contour[i] as number, contour[i + 1] as number)).toBeLessThan(100 + 1e-6)
          expect(areaOf([contour])).toBeGreaterThan(0)
        }
      },
    ),
  )
})

it.each([
  ['flat', 0],
  ['square', 100],
  ['round', Math.PI * 25],
])('a line with %s ends covers its length times its width, and its ends', (ends, more) => {
  expect(Math.abs(areaOf(line({ ends })) - 2000 - more)).toBeLessThan(0.5)
})

it('a line is drawn in part, in dashes, and tapers', () => {
  expect(areaOf(line({ from: 0.25, to: 0.75 }))).toBeCloseTo(1000, 3)
  expect(areaOf(line({ from: 0.25, to: 0.75, shift: 0.5 }))).toBeCloseTo(500, 3)
  expect(areaOf(line({ dash: [5, 15] }))).toBeCloseTo(500, 3)
  // A trapezium from the whole width to nothing.
  expect(areaOf(line({ taper: [1, 0] }))).toBeCloseTo(1000, 1)
  expect(areaOf(line({ taper: [1, 0], from: 0.5 }))).toBeCloseTo(250, 1)
  expect(line({ from: 0.5, to: 0.5 })).toEqual([])
  expect(shape('line', { points: [] })).toEqual([])
})

it('a bent line is one body, whose pieces never cut each other out', () => {
  const points = valueOf([corner(-60, -40), corner(60, 40), corner(-60, 40), corner(60, -40)])
  for (const taper of [
    [1, 1],
    [1, 0.999],
  ]) {
    const contours = shape('line', { points, width: 8, taper, corners: 'round' })
    const [outer, ...holes] = [...contours].sort((a, b) => twiceArea(b) - twiceArea(a))
    expect(twiceArea(outer ?? [])).toBeGreaterThan(0)
    // The bow that it closes.
    expect(holes.map((h) => Math.sign(twiceArea(h)))).toEqual([-1])
  }
})

it.each(['arrow', 'barb', 'dot', 'diamond', 'bar'] as const)(
  'an end with a %s has its tip where the line ends',
  (headEnd) => {
    const contours = line({ headEnd, head: 5 })
    const xs = contours.flat().filter((_, i) => i % 2 === 0)
    const ys = contours.flat().filter((_, i) => i % 2 === 1)
    expect(Math.max(...xs)).toBeCloseTo(100, 2)
    expect(Math.min(...xs)).toBeCloseTo(-100, 2)
    expect(Math.max(...ys)).toBeCloseTo(25, 1)
    // One body: the line reaches into its head.
    expect(contours).toHaveLength(1)
  },
)
