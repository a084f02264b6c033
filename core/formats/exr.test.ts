import fc from 'fast-check'
import { readExr, writeExr } from './exr'

const finite = fc.double({ min: -1e4, max: 1e4, noNaN: true })
const anyPicture = fc
  .record({ width: fc.integer({ min: 1, max: 9 }), height: fc.integer({ min: 1, max: 20 }) })
  .chain(({ width, height }) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      values: fc.array(finite, { minLength: width * height * 4, maxLength: width * height * 4 }),
    }),
  )

it('comes back as it was in floats, and to 11 bits in halves, negatives and highlights too', async () => {
  await fc.assert(
    fc.asyncProperty(anyPicture, async ({ width, height, values }) => {
      const data = Float32Array.from(values)
      const exact = await readExr(await writeExr({ width, height }, data, 'float'))
      expect(exact).toMatchObject({ width, height, primaries: 'bt709' })
      expect(exact.data).toEqual(data)
      const half = await readExr(await writeExr({ width, height }, data))
      half.data.forEach((v, i) => {
        const truth = data[i] as number
        expect(Math.abs(v - truth)).toBeLessThanOrEqual(Math.max(Math.abs(truth) * 2 ** -10, 2 ** -24))
      })
    }),
    { numRuns: 40 },
  )
})

it('refuses what is not one', async () => {
  await expect(readExr(new TextEncoder().encode('not a picture at all'))).rejects.toThrow()
})
