import fc from 'fast-check'
import { testKernels } from '../testing/pictures'
import { moveEdge } from './edge'

const k = testKernels(32)
afterEach(() => expect(k.used).toBe(0))
const [W, H] = [64, 24]

/** A subject of one colour on the left, whose edge is a ramp of some pixels at x = 32. */
function subject(ramp: number) {
  const [front, alpha] = [k.frame(W, H), k.plane(W, H)]
  for (let i = 0; i < W * H; i++) {
    const a = Math.min(1, Math.max(0, (32 - (i % W) - 0.5) / ramp + 0.5))
    alpha.data[i] = a
    front.data.set([0.5 * a, 0.3 * a, 0.1 * a, a], i * 4)
  }
  return { front, alpha, done: () => k.free(front, alpha) }
}
const width = (data: Float32Array) => data.slice(12 * W, 13 * W).reduce((a, b) => a + b, 0)

it('the edge of a subject goes out and in by as much as is said, to hundredths of a pixel, with its own colour', () => {
  fc.assert(
    fc.property(fc.double({ min: -6, max: 6, noNaN: true }), fc.constantFrom(1, 4), (out, ramp) => {
      const { front, alpha, done } = subject(ramp)
      const before = width(alpha.data)
      moveEdge(k, front, alpha, { out, soft: 0 })
      expect(width(alpha.data) - before).toBeCloseTo(out, 2)
      for (let i = 0; i < W * H; i++) {
        const a = alpha.data[i] as number
        expect(front.data[i * 4 + 3]).toBeCloseTo(a, 6)
        if (a > 0.01) expect((front.data[i * 4] as number) / a).toBeCloseTo(0.5, 4)
      }
      done()
    }),
    { numRuns: 40 },
  )
})

it('a soft edge keeps its place and the subject its colour, and stays within what it reaches', () => {
  const { front, alpha, done } = subject(1)
  const before = width(alpha.data)
  moveEdge(k, front, alpha, { out: 0, soft: 3 })
  expect(width(alpha.data)).toBeCloseTo(before, 2)
  // The normal distribution at one pixel and a half from the edge, and beyond its reach.
  expect(alpha.data[12 * W + 33]).toBeCloseTo(0.309, 1)
  expect(alpha.data[12 * W + 33]).toBeLessThan(0.35)
  expect(alpha.data[12 * W + 8]).toBe(1)
  expect(alpha.data[12 * W + 56]).toBe(0)
  expect((front.data[(12 * W + 34) * 4] as number) / (alpha.data[12 * W + 34] as number)).toBeCloseTo(0.5, 4)
  done()
})

it('nothing asked is nothing done', () => {
  const { front, alpha, done } = subject(4)
  const [a, b] = [front.data.slice(), alpha.data.slice()]
  moveEdge(k, front, alpha, { out: 0, soft: 0 })
  expect([front.data, alpha.data]).toEqual([a, b])
  done()
})
