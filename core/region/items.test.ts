import fc from 'fast-check'
import { oklab } from '../colour'
import { wholeOf } from '../frame'
import { filled } from '../kernels'
import { testKernels, worst } from '../testing/pictures'
import {
  corner,
  cornersOf,
  flatten,
  type FreeOutline,
  type Key,
  outlineOfShape,
  plainly,
  rasterise,
  type ResolvedItem,
  reversed,
  twiceArea,
  valueOf,
  withCorner,
} from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

const size = { width: 120, height: 90 }
const matte = (items: ResolvedItem[], scale = 1) => {
  const whole = { width: size.width * scale, height: size.height * scale }
  const plane = rasterise(k, wholeOf(whole), items, false, { size: whole, scale })
  const values = plane.data.slice()
  k.free(plane)
  return values
}
const sum = (values: ArrayLike<number>) => Array.from(values).reduce((s, v) => s + v, 0)

const circle = (n: number, r: number, soft: number) =>
  Array.from({ length: n }, (_, i) =>
    corner(60 + r * Math.cos((2 * Math.PI * i) / n), 45 + r * Math.sin((2 * Math.PI * i) / n), soft),
  )
const free = (points: number[], more: Partial<FreeOutline> = {}): FreeOutline => ({
  ...plainly(),
  kind: 'outline',
  points,
  feather: [0, 0],
  ...more,
})

it.each([3, 4, 7, 12])('%i fully round corners on a circle are that circle', (n) => {
  const { contour } = flatten(circle(n, 30, 1), 0.001)
  // A cubic over a third of a circle leaves it by 3 parts in 1000, over a quarter by 3 in 10,000.
  const limit = n === 3 ? 0.12 : 0.012
  for (let i = 0; i < contour.length; i += 2)
    expect(
      Math.abs(Math.hypot((contour[i] as number) - 60, (contour[i + 1] as number) - 45) - 30),
    ).toBeLessThan(limit)
})

const anyCorners = fc
  .array(
    fc.record({
      r: fc.double({ min: 8, max: 40, noNaN: true }),
      soft: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
    { minLength: 3, maxLength: 9 },
  )
  .map((list) =>
    list.map(({ r, soft }, i) =>
      corner(
        60 + r * Math.cos((2 * Math.PI * i) / list.length),
        45 + r * Math.sin((2 * Math.PI * i) / list.length),
        soft,
      ),
    ),
  )

it('a hard outline covers the exact area of its polygon, at any scale', () => {
  fc.assert(
    fc.property(anyCorners, fc.constantFrom(0.5, 1, 2), (corners, scale) => {
      const hard = corners.map((c) => ({ ...c, soft: 0 }))
      const exact = (Math.abs(twiceArea(flatten(hard).contour)) / 2) * scale * scale
      expect(Math.abs(sum(matte([free(valueOf(hard))], scale)) - exact)).toBeLessThan(1e-4 * exact + 2e-3)
    }),
    { numRuns: 60 },
  )
})

it('values, reversing and their corners come back; a new corner lies on the line', () => {
  fc.assert(
    fc.property(anyCorners, fc.nat(8), (corners, at) => {
      expect(cornersOf(valueOf(corners))).toEqual(corners)
      expect(reversed(reversed(corners))).toEqual(corners)
      const i = at % corners.length
      const hard = corners.map((c) => ({ ...c, soft: 0 }))
      const before = twiceArea(flatten(hard).contour)
      expect(Math.abs(twiceArea(flatten(withCorner(hard, i, 0.4)).contour) - before)).toBeLessThan(1e-6)
    }),
  )
})

it('feather runs by the distance, grows with a corner, and the edge moves out evenly', () => {
  const square = valueOf([corner(30, 20), corner(90, 20), corner(90, 70), corner(30, 70)])
  const soft = matte([free(square, { feather: [4, 12] })])
  const at = (values: Float32Array, x: number, y: number) => values[y * 120 + x] as number
  const step = (t: number) => t * t * (3 - 2 * t)
  for (const [x, d] of [
    [92, -2.5],
    [97, -7.5],
    [87, 2.5],
  ] as const)
    expect(at(soft, x, 45)).toBeCloseTo(step((d + 12) / 16), 4)
  const wide = cornersOf(square).map((c, i) => ({ ...c, width: i === 1 || i === 2 ? 2 : 1 }))
  expect(at(matte([free(valueOf(wide), { feather: [4, 12] })]), 100, 45)).toBeCloseTo(
    step((24 - 10.5) / 32),
    4,
  )
  // Grown by 5 px: two sides more each way, and quarters of a circle at the corners.
  const grown = sum(matte([free(square, { grow: 5 })]))
  expect(Math.abs(grown - (60 * 50 + 2 * 5 * 110 + Math.PI * 25))).toBeLessThan(2)
})

it('an ellipse and its outline are one matte, soft and hard', () => {
  const form = {
    ...plainly(),
    centre: [60, 45] as [number, number],
    size: [70, 40] as [number, number],
    angle: 25,
  }
  for (const feather of [
    [0, 0],
    [6, 9],
  ] as [number, number][]) {
    const plain = matte([{ ...form, kind: 'ellipse', round: 0, feather }])
    const outline = matte([
      free(valueOf(outlineOfShape('ellipse', form.centre, form.size, form.angle)), { feather }),
    ])
    // Coverage of a pixel and a smoothstep over one differ by less than a fifth on its edge.
    expect(worst(plain, outline)).toBeLessThan(feather[0] ? 0.01 : 0.2)
    expect(Math.abs(sum(plain) - sum(outline))).toBeLessThan(4)
  }
})

it('what is in front keeps everything below it out of where it is, and adds nothing', () => {
  const box = (x: number, y: number, w: number, h: number) =>
    valueOf([corner(x, y), corner(x + w, y), corner(x + w, y + h), corner(x, y + h)])
  const hold = free(box(40, 30, 20, 20), { join: 'holdout' })
  const below = free(box(30, 20, 60, 50))
  expect(sum(matte([hold, below]))).toBeCloseTo(3000 - 400, 1)
  expect(sum(matte([below, hold]))).toBeCloseTo(3000, 1)
  expect(sum(matte([hold]))).toBeCloseTo(120 * 90 - 400, 1)
  expect(sum(matte([below, free(box(80, 20, 20, 50), { join: 'exclude' })]))).toBeCloseTo(2500 + 500, 1)
  expect(sum(matte([{ ...plainly(), kind: 'region', items: [below], opacity: 0.5 }]))).toBeCloseTo(1500, 1)
})

const key = (more: Partial<Key>): Key => ({
  ...plainly(),
  kind: 'luminance',
  input: 0,
  light: [0.5, 1],
  lightSoft: [0.1, 0.1],
  chroma: [0, 0.4],
  hue: 0,
  width: 360,
  hueSoft: 0,
  soft: 0.1,
  reach: 0.03,
  plus: [],
  minus: [],
  ...more,
})
const ab = (rgb: [number, number, number]) => oklab(rgb).slice(1) as [number, number]
const RED: [number, number, number] = [0.6, 0.03, 0.02]
const GREEN: [number, number, number] = [0.05, 0.5, 0.06]

// Lightness is the cube root of luminance for greys: 0.2 is 0.585, 0.091 is 0.45, half-way into the soft end, 0.02 is 0.27.
it.each([
  ['light in the range', key({}), [0.2, 0.2, 0.2], 1],
  ['light half-way into its soft end', key({}), [0.091125, 0.091125, 0.091125], 0.5],
  ['light below it', key({}), [0.02, 0.02, 0.02], 0],
  ['a sampled colour', key({ kind: 'chroma', plus: [ab(RED)] }), RED, 1],
  ['another colour', key({ kind: 'chroma', plus: [ab(RED)] }), GREEN, 0],
  ['a second sample', key({ kind: 'chroma', plus: [ab(RED), ab(GREEN)] }), GREEN, 1],
  ['a colour that is left out', key({ kind: 'chroma', plus: [ab(RED)], minus: [ab(RED)] }), RED, 0],
  [
    'a hue within its width',
    key({ kind: 'hsl', hue: Math.atan2(ab(RED)[1], ab(RED)[0]) / (2 * Math.PI), width: 40, light: [0, 1] }),
    RED,
    1,
  ],
  ['a hue far from it', key({ kind: 'hsl', hue: 0.9, width: 20, light: [0, 1] }), GREEN, 0],
] as const)('a key sees %s', (_, item, rgb, expected) => {
  const frame = filled(k, 6, 5, [...(rgb as readonly [number, number, number]), 1])
  const area = wholeOf(frame)
  const plane = rasterise(k, area, [item], false, { size: frame, scale: 1, pictures: [{ frame, area }] })
  expect(plane.data[8]).toBeCloseTo(expected, 2)
  k.free(frame, plane)
})
