import fc from 'fast-check'
import type { Frame } from '../frame'
import { numbers, testKernels, testPicture, worst } from '../testing/pictures'
import { referenceBlend, referenceProgram } from './reference/colour'
import {
  blendInto,
  BLENDS,
  type ColourOp,
  premultiply,
  type Rgb,
  runProgram,
  shuffle,
  unpremultiply,
  weigh,
} from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

const rgb = (low: number, high: number) => {
  const n = fc.float({ min: Math.fround(low), max: Math.fround(high), noNaN: true })
  return fc.tuple(n, n, n)
}
const next = numbers(11)
const SIZE = 5
const TABLE = Array.from({ length: SIZE ** 3 * 3 }, () => next() * 2)
const CURVES = [0, 1, 2].map(() => Array.from({ length: 17 }, () => next()))
const low: Rgb = [0, -0.5, 0]

const anyOp: fc.Arbitrary<ColourOp> = fc.oneof(
  fc
    .array(fc.float({ min: -2, max: 2, noNaN: true }), { minLength: 12, maxLength: 12 })
    .map((rows) => ({ op: 'matrix', rows }) as const),
  fc.record({ op: fc.constant('power' as const), exponent: rgb(0.25, 3), scale: rgb(0.5, 2) }),
  fc.record({ op: fc.constant('levels' as const), scale: rgb(-2, 2), offset: rgb(-1, 1) }),
  fc.record({ op: fc.constant('saturation' as const), amount: fc.float({ min: 0, max: 3, noNaN: true }) }),
  fc.constantFrom<ColourOp>(
    { op: 'clamp', low: -0.1, high: 1.5 },
    { op: 'shoulder', knee: Math.fround(0.7) },
    { op: 'encode' },
    { op: 'decode' },
    { op: 'curves', low: -1, high: 2, samples: CURVES },
    { op: 'table', low, high: [1, 1, 2], size: SIZE, colours: TABLE },
  ),
)

/** Straight colours with highlights and negatives, under every kind of alpha. */
function colours(count: number): Frame {
  const frame = k.frame(count, 1)
  for (let i = 0; i < count; i++) {
    const alpha = [1, 1, 0.25, 0.9][i % 4] as number
    const c = [0, 1, 2].map(() => (i % 7 === 0 ? next() * 40 - 5 : next() * 1.4 - 0.2))
    frame.data.set([...c.map((v) => v * alpha), alpha], i * 4)
  }
  return frame
}

const straight = (f: Frame, i: number) => {
  const a = f.data[i * 4 + 3] as number
  return [0, 1, 2].map((c) => (f.data[i * 4 + c] as number) / a) as [number, number, number]
}

describe('colour programs', () => {
  it('do what their operations say, fused or not, under any alpha', () => {
    fc.assert(
      fc.property(anyOp, (op) => {
        const src = colours(37)
        const out = runProgram(k, src, [op])
        for (let i = 0; i < 37; i++) {
          const exact = referenceProgram(straight(src, i), [op])
          const got = straight(out, i)
          // 4e-6 of the largest value: the powers' error and float rounding, which division by alpha makes larger by up to 4.
          exact.forEach((v, c) =>
            expect(Math.abs((got[c] as number) - v)).toBeLessThan(2e-5 * Math.max(1, ...exact.map(Math.abs))),
          )
          expect(out.data[i * 4 + 3]).toBe(src.data[i * 4 + 3])
        }
        k.free(src, out)
      }),
      { numRuns: 150 },
    )
  })

  it('a run equals its operations one after the other, in place too', () => {
    const gentle = (e: number): ColourOp => ({ op: 'power', exponent: [e, 1, e], scale: [1.1, 1, 0.9] })
    const ops: ColourOp[] = [
      { op: 'matrix', rows: [1.2, 0.1, 0, 0, 0, 0.9, 0, 0.02, 0.1, 0, 1, 0] },
      gentle(1.3),
      { op: 'levels', scale: [1.2, 0.8, 1], offset: [0, 0, 0] },
      gentle(0.7),
      { op: 'saturation', amount: 1.4 },
      { op: 'table', low, high: [2, 2, 2], size: SIZE, colours: TABLE },
    ]
    const src = colours(600)
    const fused = runProgram(k, src, ops)
    const single = k.frameOf(600, 1, src.data)
    for (const op of ops) runProgram(k, single, [op], single)
    // Premultiplying between operations rounds; a table's slope makes that larger.
    expect(worst(fused.data, single.data)).toBeLessThan(1e-4)
    k.free(src, fused, single)
  })

  it('mix with what was kept, by an amount and by a matte', () => {
    const src = colours(9)
    const matte = k.plane(9, 1)
    matte.data.set([0, 0.25, 0.5, 0.75, 1, 1, 0, 0.1, 0.9])
    const ops: ColourOp[] = [{ op: 'keep' }, { op: 'levels', scale: [2, 3, 4], offset: [0, 0, 1] }]
    for (const mix of [
      { op: 'mixKept', amount: 0.5 } as const,
      { op: 'mixKept', amount: 1, matte } as const,
    ]) {
      const out = runProgram(k, src, [...ops, mix])
      for (let i = 0; i < 9; i++) {
        const exact = referenceProgram(straight(src, i), [...ops, mix], matte.data[i])
        expect(worst(straight(out, i), exact) / Math.max(1, ...exact.map(Math.abs))).toBeLessThan(1e-5)
      }
      k.free(out)
    }
    k.free(src, matte)
  })

  it('stay finite whatever comes in', () => {
    const src = k.frameOf(4, 1, [3e38, -3e38, 0, 1, 1e-38, -0, 0, 1e-30, 5, 5, 5, 0, -1, 1e20, 3, 0.5])
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 6 }), (ops) => {
        const out = runProgram(k, src, ops)
        expect(out.data.every(Number.isFinite)).toBe(true)
        k.free(out)
      }),
    )
    k.free(src)
  })
})

describe('blends', () => {
  it.each(BLENDS.map((mode) => [mode]))(
    '%s is the standard formula, also with alpha and above white',
    (mode) => {
      const [top, bottom] = [colours(64), colours(64)]
      const before = bottom.data.slice()
      blendInto(k, top, bottom, mode)
      for (let i = 0; i < 64; i++) {
        const pixel = (from: ArrayLike<number>) =>
          Array.from({ length: 4 }, (_, c) => from[i * 4 + c] as number)
        const exact = referenceBlend(pixel(top.data), pixel(before), mode)
        expect(worst(pixel(bottom.data), exact) / Math.max(1, ...exact.map(Math.abs))).toBeLessThan(1e-5)
      }
      k.free(top, bottom)
    },
  )
})

describe('channels', () => {
  it('premultiplying and back changes nothing where there is alpha', () => {
    const frame = testPicture(k, 31, 17, 'soft')
    const before = frame.data.slice()
    unpremultiply(k, frame)
    premultiply(k, frame)
    expect(worst(frame.data, before)).toBeLessThan(1e-6)
    k.free(frame)
  })

  it('shuffles and weighs channels', () => {
    const frame = k.frameOf(2, 1, [1, 2, 3, 4, 5, 6, 7, 8])
    const grey = weigh(k, frame, [1, 10, 100, 1000])
    expect([...grey.data]).toEqual([4321, 8765])
    shuffle(k, frame, ['b', 'zero', 'a', 'one'])
    expect([...frame.data]).toEqual([3, 0, 4, 1, 7, 0, 8, 1])
    k.free(frame, grey)
  })
})
