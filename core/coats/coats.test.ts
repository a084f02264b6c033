import fc from 'fast-check'
import { coverPieces, softened } from '../kernels'
import { defaults } from '../params'
import { testKernels } from '../testing/pictures'
import { COAT_FORMS, type Coat, type CoatKind, type Drawing, paintCoats, paintedArea } from '.'
import { outlineOfShape, valueOf } from '../region'
import { drawShape, type Part } from './shape'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))

const coat = (kind: CoatKind, values: object = {}, stops: Coat['stops'] = []): Coat => ({
  kind,
  values: { ...defaults(COAT_FORMS[kind]), ...values },
  stops,
})
const WHITE = { colour: [1, 1, 1] }
const SIZE = { width: 96, height: 64 }
const MIDDLE = [1, 0, 48, 0, 1, 32, 0, 0, 1] as const
const noLetters = () => []

/** An outline as the only part of a shape. */
const outlined = (points: number[]): Part<never>[] => [
  { join: 'unite', of: { kind: 'outline', values: { points } } },
]

/** The picture of a shape in the middle of 96 x 64, as alpha and red at a place. */
function pictured(kind: 'rectangle' | 'ellipse', box: [number, number], coats: readonly Coat[]) {
  const points = valueOf(outlineOfShape(kind, [0, 0], box, 0, 0))
  const drawn = drawShape(k, SIZE, { parts: outlined(points), coats, map: [...MIDDLE] }, noLetters)
  const { area, frame } = drawn ?? { area: { x: 0, y: 0, width: 0, height: 0 }, frame: undefined }
  const data = frame ? [...frame.data] : []
  if (frame) k.free(frame)
  const at = (x: number, y: number, c = 3) => {
    const [u, v] = [x - area.x, y - area.y]
    return u < 0 || v < 0 || u >= area.width || v >= area.height
      ? 0
      : (data[(v * area.width + u) * 4 + c] as number)
  }
  const sum = data.reduce((total, v, i) => (i % 4 === 3 ? total + v : total), 0)
  return { at, sum }
}

it('a fill covers exactly the area of its outline', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 4, max: 60, noNaN: true }),
      fc.double({ min: 4, max: 40, noNaN: true }),
      (w, h) => {
        expect(pictured('rectangle', [w, h], [coat('fill', WHITE)]).sum).toBeCloseTo(w * h, 2)
      },
    ),
    { numRuns: 30 },
  )
  // Straight pieces that are off by .02 px at most.
  expect(Math.abs(pictured('ellipse', [50, 40], [coat('fill', WHITE)]).sum - Math.PI * 25 * 20)).toBeLessThan(
    2,
  )
})

it.each([
  ['outside', [46 + 8, 26 + 8], [46, 26]],
  ['inside', [46, 26], [46 - 8, 26 - 8]],
  ['centred', [46 + 4, 26 + 4], [46 - 4, 26 - 4]],
] as const)('an edge %s of a box is the ring that it should be', (side, [w, h], [u, v]) => {
  const { sum } = pictured('rectangle', [46, 26], [coat('edge', { ...WHITE, width: 4, side })])
  // Where an edge turns round a corner it is round.
  const corners = side === 'inside' ? 0 : (4 - Math.PI) * (side === 'outside' ? 16 : 4)
  expect(Math.abs(sum - (w * h - u * v - corners))).toBeLessThan(0.5)
})

it.each([
  ['mitre', 0],
  ['bevel', 16 * (1 - 0.5) * 4],
  ['round', 16 * (4 - Math.PI)],
])('a %s corner covers what it should outside of a box', (corners, missing) => {
  const { sum } = pictured('rectangle', [46, 26], [coat('edge', { ...WHITE, width: 4, corners })])
  // A bevel is cut between the ends of the two sides; arcs are off by .01 px.
  expect(Math.abs(sum - ((46 + 8) * (26 + 8) - 46 * 26 - missing))).toBeLessThan(
    corners === 'bevel' ? 3 : 0.5,
  )
})

it.each([
  ['outside', 46 + 4, 26 + 4],
  ['centred', 46, 26],
  ['inside', 46 - 4, 26 - 4],
] as const)('the drawn part of an edge %s is that share of its length', (side, w, h) => {
  const round = side === 'outside' ? 2 * (w + h) - (8 - 2 * Math.PI) * 2 : 2 * (w + h)
  const part = (from: number, to: number, shift = 0) =>
    pictured('rectangle', [46, 26], [coat('edge', { ...WHITE, width: 4, side, from, to, shift })]).sum
  // The first tenth lies on one side; with both ends flat it is a bar.
  expect(part(0.02, 0.12)).toBeCloseTo(0.1 * round * 4, 0)
  expect(part(0.02, 0.12, 0.5)).toBeCloseTo(0.1 * round * 4, 0)
  expect(part(0.3, 0.3)).toBe(0)
})

it('dashes share an outline with their room and meet without a seam', () => {
  const ring = (more: object) =>
    pictured('ellipse', [50, 50], [coat('edge', { ...WHITE, width: 3, side: 'centred', ...more })]).sum
  const whole = ring({})
  for (const run of [0, 1.7, -400.3]) {
    const dashed = ring({ dash: [4, 4], run })
    expect(dashed / whole).toBeCloseTo(0.5, 1)
  }
  expect(ring({ dash: [6, 2] }) / whole).toBeCloseTo(0.75, 1)
})

it('between an edge and a fill in front of it nothing shows through', () => {
  const { at } = pictured('ellipse', [40, 40], [coat('edge', { ...WHITE, width: 5 }), coat('fill', WHITE)])
  for (let x = 48; x < 48 + 23; x++) expect(at(x, 32)).toBeGreaterThan(0.999)
})

it('a fill that is thicker by some pixels is larger by as many on each side', () => {
  const { sum } = pictured('rectangle', [30, 20], [coat('fill', { ...WHITE, grow: 3 })])
  expect(Math.abs(sum - (36 * 26 - (4 - Math.PI) * 9))).toBeLessThan(0.3)
})

it('blur follows the Gaussian of a straight edge', () => {
  // The integral of a normal distribution, after Abramowitz and Stegun 7.1.26; its error is below 1.5e-7.
  const erf = (x: number) => {
    const t = 1 / (1 + 0.3275911 * Math.abs(x))
    const poly =
      ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t
    return Math.sign(x) * (1 - poly * Math.exp(-x * x))
  }
  for (const sigma of [0.8, 2, 5, 11]) {
    const plane = coverPieces(
      k,
      160,
      160,
      Float32Array.from([80, -5, 80, 165, 80, 165, 0, 165, 0, 165, 0, -5, 0, -5, 80, -5]),
    )
    const soft = softened(k, plane, sigma)
    for (let x = 60; x < 100; x += 3) {
      const exact = 0.5 - 0.5 * erf((x + 0.5 - 80) / (sigma * Math.SQRT2))
      // Half-size steps of wide blurs are bilinear between pixels.
      expect(Math.abs((soft.data[80 * 160 + x] as number) - exact)).toBeLessThan(0.012)
    }
    k.free(soft)
  }
})

it('a shadow falls where it is sent, and behind', () => {
  const { at } = pictured(
    'rectangle',
    [20, 12],
    [coat('shadow', { offset: [14, 10], blur: 0, opacity: 1 }), coat('fill', WHITE)],
  )
  expect(at(48, 32, 0)).toBeCloseTo(1, 5)
  expect([at(48 + 14 + 8, 32 + 10 + 4), at(48 + 14 + 8, 32 + 10 + 4, 0)]).toEqual([1, 0])
  expect(at(48 - 14, 32)).toBe(0)
})

it('a drawn-out shadow covers the way between its two ends', () => {
  const length = 20
  const { sum } = pictured(
    'rectangle',
    [20, 12],
    [coat('shadow', { offset: [1, 0], length, blur: 0, opacity: 1 })],
  )
  expect(Math.abs(sum - (20 + length) * 12)).toBeLessThan(13)
})

it('what lies outside of the picture sheds its glow into it', () => {
  const points = valueOf(outlineOfShape('rectangle', [0, 0], [40, 40], 0, 0))
  const glow = [coat('glow', { blur: 6, strength: 1, blend: 'normal' })]
  // The same box beside the picture and, moved by whole pixels, all in a larger one.
  const beside = drawShape(
    k,
    SIZE,
    { parts: outlined(points), coats: glow, map: [1, 0, -22, 0, 1, 32, 0, 0, 1] },
    noLetters,
  )
  const inside = drawShape(
    k,
    { width: 200, height: 200 },
    { parts: outlined(points), coats: glow, map: [1, 0, 78, 0, 1, 82, 0, 0, 1] },
    noLetters,
  )
  const at = (drawn: typeof beside, x: number, y: number) => {
    const { area, frame } = drawn as NonNullable<typeof beside>
    return frame.data[((y - area.y) * area.width + x - area.x) * 4 + 3] as number
  }
  const values = Array.from({ length: 12 }, (_, x) => [at(beside, x, 32), at(inside, x + 100, 82)] as const)
  for (const drawn of [beside, inside]) if (drawn) k.free(drawn.frame)
  expect(values[0]?.[0]).toBeGreaterThan(0.3)
  // Half-size steps of the blur may begin at another pixel: each is off by up to .012.
  for (const [a, b] of values) expect(Math.abs(a - b)).toBeLessThan(0.02)
})

it('a gradient runs from its first colour to its last, also into nothing', () => {
  const stops = [
    { at: 0, colour: [1, 0, 0] as const, opacity: 1 },
    { at: 1, colour: [0, 0, 1] as const, opacity: 0 },
  ]
  const { at } = pictured('rectangle', [80, 40], [coat('fill', { paint: 'linear', angle: 0 }, stops)])
  expect(at(9, 32, 0)).toBeGreaterThan(0.94)
  expect(at(86, 32)).toBeLessThan(0.05)
  for (let x = 10; x < 86; x++) expect(at(x, 32)).toBeLessThan(at(x - 1, 32) + 1e-6)
})

it('inner shade lies within, and not where light comes from', () => {
  const { at } = pictured(
    'rectangle',
    [40, 30],
    [coat('fill', WHITE), coat('shade', { offset: [6, 0], blur: 0, opacity: 1 })],
  )
  expect(at(48 - 18, 32, 0)).toBeCloseTo(0, 5)
  expect(at(48, 32, 0)).toBeCloseTo(1, 5)
  expect(at(48 + 22, 32)).toBe(0)
})

it('a plate is as large as what it lies behind and its room', () => {
  const { sum } = pictured('rectangle', [30, 10], [coat('plate', { ...WHITE, pad: [6, 4], opacity: 1 })])
  expect(sum).toBeCloseTo(42 * 18, 2)
})

it('overlapping bodies are one: a fill is not doubled, and an edge within another is not seen', () => {
  const box = (x: number): Drawing['bodies'][number] => ({
    pieces: Float32Array.from([x, 20, x + 20, 20, x + 20, 20, x + 20, 40, x + 20, 40, x, 40, x, 40, x, 20]),
    left: x,
    right: x + 20,
    top: 20,
    bottom: 40,
  })
  const drawing: Drawing = {
    bodies: [box(20), box(32)],
    boxes: { block: [], line: [], word: [] },
    map: [1, 0, 0, 0, 1, 0],
  }
  for (const [one, sum] of [
    [coat('fill', { ...WHITE, opacity: 0.5 }), 32 * 20 * 0.5],
    [coat('edge', { ...WHITE, width: 2, side: 'inside' }), 32 * 20 - 28 * 16],
  ] as const) {
    const area = paintedArea(SIZE, drawing, [one])
    const frame = paintCoats(k, area, drawing, [one])
    const total = frame.data.reduce((t, v, i) => (i % 4 === 3 ? t + v : t), 0)
    k.free(frame)
    expect(Math.abs(total - sum)).toBeLessThan(0.5)
  }
})

it('no coat gives a value that is no number, or alpha beyond 0 to 1', () => {
  const kinds = Object.keys(COAT_FORMS) as CoatKind[]
  const any = fc.record({
    kind: fc.constantFrom(...kinds),
    values: fc.record({
      grow: fc.double({ min: -30, max: 30, noNaN: true }),
      blur: fc.double({ min: 0, max: 30, noNaN: true }),
      width: fc.double({ min: 0, max: 30, noNaN: true }),
      strength: fc.double({ min: 0, max: 10, noNaN: true }),
      length: fc.double({ min: 0, max: 60, noNaN: true }),
      offset: fc.tuple(fc.integer({ min: -40, max: 40 }), fc.double({ min: -9, max: 9, noNaN: true })),
    }),
  })
  fc.assert(
    fc.property(fc.array(any, { maxLength: 4 }), (list) => {
      const points = valueOf(outlineOfShape('ellipse', [0, 0], [40, 24], 0, 0))
      const coats = list.map(({ kind, values }) => coat(kind, values))
      const drawn = drawShape(k, SIZE, { parts: outlined(points), coats, map: [...MIDDLE] }, noLetters)
      if (!drawn) return
      const bad = drawn.frame.data.findIndex(
        (v, i) => !Number.isFinite(v) || (i % 4 === 3 && (v < -1e-5 || v > 1.00001)),
      )
      k.free(drawn.frame)
      expect(bad).toBe(-1)
    }),
    { numRuns: 60 },
  )
})

it('an edge follows the exact distance, also round corners and where strokes are thin', () => {
  const exact = (x: number, y: number, w: number, h: number) => {
    const [u, v] = [Math.abs(x) - w / 2, Math.abs(y) - h / 2]
    return Math.hypot(Math.max(u, 0), Math.max(v, 0)) + Math.min(Math.max(u, v), 0)
  }
  for (const [w, h, width, side] of [
    [40, 9, 3, 'outside'],
    [40, 9, 4, 'inside'],
    [30, 22, 1, 'centred'],
  ] as const) {
    const [low, high] =
      side === 'outside' ? [0, width] : side === 'inside' ? [-width, 0] : [-width / 2, width / 2]
    const { at } = pictured('rectangle', [w, h], [coat('edge', { ...WHITE, width, side })])
    let worst = 0
    for (let y = 0; y < 64; y++)
      for (let x = 0; x < 96; x++) {
        let inside = 0
        for (let i = 0; i < 256; i++) {
          const d = exact(x + ((i % 16) + 0.5) / 16 - 48, y + (Math.floor(i / 16) + 0.5) / 16 - 32, w, h)
          if (d >= low && d <= high) inside++
        }
        worst = Math.max(worst, Math.abs(inside / 256 - at(x, y)))
      }
    expect(worst).toBeLessThan(0.08)
  }
})

it.each([
  ['under', 13 + 6 + 2, 46 * 4],
  ['over', -13 - 6, 46 * 4],
])('a line %s a box is as long as it, and stands off it', (where, y, area) => {
  const { at, sum } = pictured('rectangle', [46, 26], [coat('line', { ...WHITE, where, width: 4, gap: 6 })])
  expect(sum).toBeCloseTo(area, 1)
  expect(at(48, 32 + y)).toBeCloseTo(1, 3)
  expect(at(48, 32)).toBe(0)
})

it('a line is double, waves, is drawn in part, in dashes, and leaves room for what crosses it', () => {
  const line = (more: object) =>
    pictured('rectangle', [40, 20], [coat('line', { ...WHITE, width: 2, gap: 4, ...more })]).sum
  expect(line({})).toBeCloseTo(80, 1)
  expect(line({ form: 'double' })).toBeCloseTo(160, 1)
  expect(line({ longer: 4 })).toBeCloseTo(96, 1)
  expect(line({ from: 0.25, to: 0.75 })).toBeCloseTo(40, 1)
  expect(line({ dash: [2, 6] })).toBeCloseTo(20, 1)
  // Up and down by 4 over every 8: each half is the root of 4 x 4 + 4 x 4 long, but for its joins.
  const zigzag = line({ form: 'zigzag', wave: [8, 4] })
  expect(Math.abs(zigzag / 2 - 10 * Math.hypot(4, 4))).toBeLessThan(6)
  expect(line({ form: 'wave', wave: [8, 4] })).toBeGreaterThan(82)
  expect(line({ where: 'through', gap: 0, clear: 1 })).toBeCloseTo(0, 3)
})
