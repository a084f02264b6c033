import fc from 'fast-check'
import { apply, invert, type Matrix3, multiply } from '../matrix'
import { decodeSrgb, encodeSrgb, limitedScale, LUMA, lumaWeights, whiteBalance } from '.'

const near = (a: readonly number[], b: readonly number[], tolerance: number) =>
  a.forEach((v, i) => expect(Math.abs(v - (b[i] as number))).toBeLessThan(tolerance))
const IDENTITY: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1]

it('takes any code value to light and back, below black and above white too', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -4, max: 4, noNaN: true }),
      (v) => Math.abs(encodeSrgb(decodeSrgb(v)) - v) < 1e-9,
    ),
  )
  expect([0, 0.04045, 0.5, 1].map(decodeSrgb).map((v) => Number(v.toFixed(6)))).toEqual([
    0, 0.003131, 0.214041, 1,
  ])
})

it('inverts matrices that can be inverted', () => {
  const entry = fc.double({ min: -3, max: 3, noNaN: true })
  fc.assert(
    fc.property(fc.tuple(entry, entry, entry, entry, entry, entry, entry, entry, entry), (m) => {
      // A matrix plus enough of the identity is never singular.
      const safe = m.map((v, i) => v + (i % 4 === 0 ? 12 : 0)) as unknown as Matrix3
      near(multiply(safe, invert(safe)), IDENTITY, 1e-9)
    }),
  )
})

describe('white balance', () => {
  it('is the identity at neutral, and undoes itself', () => {
    near(whiteBalance(0, 0), IDENTITY, 1e-6)
    fc.assert(
      fc.property(
        fc.double({ min: -60, max: 120, noNaN: true }),
        fc.double({ min: -20, max: 20, noNaN: true }),
        (t, tint) => {
          const white = apply(whiteBalance(t, tint), [1, 1, 1])
          expect(white.every((v) => v > 0)).toBe(true)
          // The matrices carry seven digits.
          expect(Math.abs(white.reduce((sum, v, i) => sum + v * (LUMA[i] as number), 0) - 1)).toBeLessThan(
            1e-3,
          )
        },
      ),
    )
  })

  it.each([
    [60, 0, [1, 0, -1]],
    [-60, 0, [-1, 0, 1]],
    [0, 15, [1, -1, 1]],
    [0, -15, [-1, 1, -1]],
  ])('temperature %d and tint %d move white the right way', (t, tint, signs) => {
    const white = apply(whiteBalance(t, tint), [1, 1, 1])
    signs.forEach((sign, i) => sign && expect(Math.sign((white[i] as number) - 1)).toBe(sign))
  })

  it('meets the CIE chromaticity of a tungsten lamp', () => {
    // 3200 K lies 158.7 mired from 6504 K. The black body at 3200 K has u, v = 0.2455, 0.3472 (CIE 1960); the move is made from
    // D65, which lies 0.003 beside the line, so the white must lie there too.
    const [r, g, b] = apply(whiteBalance(1e6 / 3200 - 1e6 / 6504, 0), [1, 1, 1])
    const x = 0.4123908 * r + 0.35758434 * g + 0.18048079 * b
    const y = 0.21263901 * r + 0.71516868 * g + 0.07219232 * b
    const z = 0.01933082 * r + 0.11919478 * g + 0.95053215 * b
    const d = x + 15 * y + 3 * z
    near([(4 * x) / d, (6 * y) / d], [0.2455, 0.3472], 0.005)
  })
})

it('names black, white and grey as the standards do', () => {
  expect(limitedScale(8, 'limited')).toEqual({ luma: 1 / 219, chroma: 1 / 224, black: 16, grey: 128 })
  expect(limitedScale(10, 'limited')).toEqual({ luma: 1 / 876, chroma: 1 / 896, black: 64, grey: 512 })
  expect(limitedScale(8, 'full')).toEqual({ luma: 1 / 255, chroma: 1 / 255, black: 0, grey: 128 })
  expect(lumaWeights('bt709')).toEqual({ kr: 0.2126, kb: 0.0722 })
})
