import type { Frame } from '../frame'
import { testKernels, testPicture, worst, worstShare } from '../testing/pictures'
import { referenceIris, referenceRadial, referenceStreak } from './reference/blur'
import {
  type Aperture,
  apertureSpans,
  directional,
  type Edge,
  EDGES,
  filled,
  iris,
  radial,
  transposed,
} from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))

const SIZES = [
  [1, 1],
  [1, 37],
  [41, 1],
  [37, 19],
] as const

/** A picture with a highlight of 10,000, one of them at the border. */
function withHighlights(w: number, h: number): Frame {
  const frame = testPicture(k, w, h, 'soft')
  for (const at of [0, Math.floor((w * h) / 2)]) frame.data.set([10000, 9000, 8000, 1], at * 4)
  return frame
}

describe('iris', () => {
  const shapes: Aperture[] = [
    { radius: 0.4, blades: 0, curvature: 0, rotation: 0 },
    { radius: 5.3, blades: 0, curvature: 0, rotation: 0 },
    { radius: 9, blades: 6, curvature: 0.3, rotation: 17 },
    { radius: 7.5, blades: 3, curvature: 0, rotation: 90 },
  ]

  it.each(EDGES.flatMap((edge) => SIZES.map(([w, h]) => ({ edge, w, h }))))(
    'is the mean over its aperture, $edge, $w x $h, undisturbed by highlights',
    ({ edge, w, h }) => {
      for (const shape of shapes) {
        const src = withHighlights(w, h)
        const out = iris(k, src, shape, edge)
        const exact = referenceIris(src, apertureSpans(shape), edge)
        // A quantum of 10,000 * span / 2^30 a row, and float rounding of what is large itself.
        expect(worstShare(out.data, exact, 2e-4, 2e-6)).toBeLessThan(1)
        k.free(src, out)
      }
    },
  )

  it('has the area of its outline and keeps light', () => {
    const area = (a: Aperture) => apertureSpans(a).reduce((sum, s) => sum + s.x1 - s.x0, 0)
    const circle = { radius: 12, blades: 0, curvature: 0, rotation: 0 }
    expect(area(circle) / (Math.PI * 144)).toBeCloseTo(1, 3)
    const square = { radius: 12, blades: 4, curvature: 0, rotation: 30 }
    expect(area(square) / (2 * 144)).toBeCloseTo(1, 2)
    const src = filled(k, 120, 110, [0, 0, 0, 1])
    src.data[(55 * 120 + 60) * 4] = 500
    for (const quality of ['full', 'preview'] as const) {
      const out = iris(k, src, { ...circle, radius: 30 }, 'black', quality)
      const red = out.data.filter((_, i) => i % 4 === 0)
      expect(red.reduce((a, b) => a + b)).toBeCloseTo(500, 1)
      expect(Math.min(...red)).toBeGreaterThanOrEqual(0)
      expect(out.data[(55 * 120 + 60) * 4] as number).toBeCloseTo(500 / (Math.PI * 900), 2)
      k.free(out)
    }
    k.free(src)
  })
})

describe('directional', () => {
  const cases: { slope: number; before: number; after: number; edge: Edge }[] = [
    { slope: 0, before: 0.2, after: 0.1, edge: 'clamp' },
    { slope: 0, before: 6, after: 3.5, edge: 'black' },
    { slope: 0.4, before: 4.25, after: 9, edge: 'mirror' },
    { slope: -1, before: 0, after: 7, edge: 'wrap' },
    { slope: -0.13, before: 30, after: 30, edge: 'clamp' },
  ]
  it.each(cases)(
    'is the mean along its lines: slope $slope, $before to $after, $edge',
    ({ slope, before, after, edge }) => {
      for (const [w, h] of SIZES) {
        const src = withHighlights(w, h)
        const length = Math.hypot(1, slope)
        const out = directional(
          k,
          src,
          (Math.atan2(1, slope) * 180) / Math.PI,
          before * length,
          after * length,
          edge,
        )
        const exact = referenceStreak(src, slope, before, after, edge)
        // Fractions of places up to 100 in float: 1e-5 of a highlight of 10,000, spread over the length.
        expect(worst(out.data, exact)).toBeLessThan(2e-2)
        k.free(src, out)
      }
    },
  )

  it('leaves dark columns as they were beside highlights that have gone by', () => {
    const src = filled(k, 1, 4000, [0.01, 0.01, 0.01, 1])
    src.data[0] = 10000
    const out = directional(k, src, 90, 5, 5, 'clamp')
    expect(Math.abs((out.data[4 * 3000] as number) - 0.01)).toBeLessThan(1e-8)
    k.free(src, out)
  })

  it('is the same across as down', () => {
    const src = testPicture(k, 40, 30)
    const turned = transposed(k, src)
    const across = directional(k, src, 20, 3, 8, 'clamp')
    const down = directional(k, turned, 70, 3, 8, 'clamp')
    const back = transposed(k, down)
    expect(worst(across.data, back.data)).toBeLessThan(1e-5)
    k.free(src, turned, across, down, back)
  })
})

describe('radial', () => {
  it.each([
    { kind: 'spin', from: -8, to: 12 },
    { kind: 'zoom', from: 0.9, to: 1.2 },
    { kind: 'spin', from: 0, to: 0 },
  ] as const)('is the mean over its turn: $kind $from to $to', (turn) => {
    for (const [w, h] of SIZES) {
      const src = testPicture(k, w, h)
      const out = radial(k, src, [w * 0.4, h * 0.6], turn, 'clamp')
      const exact = referenceRadial(src, w * 0.4, h * 0.6, turn, 'clamp')
      // Steps of a pixel at most against finer ones, beside a highlight of 6 that is two pixels wide.
      expect(worst(out.data, exact)).toBeLessThan(0.15)
      k.free(src, out)
    }
  })
})
