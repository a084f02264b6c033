import fc from 'fast-check'
import { type Area, blit } from '.'

const area: fc.Arbitrary<Area> = fc.record({
  x: fc.integer({ min: -6, max: 6 }),
  y: fc.integer({ min: -6, max: 6 }),
  width: fc.integer({ min: 0, max: 9 }),
  height: fc.integer({ min: 0, max: 9 }),
})

/** A picture whose values tell whose and where they are. */
const lying = (at: Area, channels: number, whose: number) => {
  const data = new Float32Array(at.width * at.height * channels)
  const value = (x: number, y: number, c: number) => whose * 10000 + (y + 10) * 400 + (x + 10) * 10 + c
  for (let i = 0; i < data.length; i++) {
    const [c, pixel] = [i % channels, Math.floor(i / channels)]
    data[i] = value(at.x + (pixel % at.width), at.y + Math.floor(pixel / at.width), c)
  }
  return { picture: { data, channels }, area: at, value }
}
const holds = (a: Area, x: number, y: number) =>
  x >= a.x && y >= a.y && x < a.x + a.width && y < a.y + a.height

it('takes each pixel that lies in both from where it lies, and leaves the rest', () => {
  fc.assert(
    fc.property(area, area, fc.constantFrom(1, 4), (a, b, channels) => {
      const [to, from] = [lying(a, channels, 1), lying(b, channels, 2)]
      blit(to, from)
      for (let y = a.y; y < a.y + a.height; y++)
        for (let x = a.x; x < a.x + a.width; x++)
          for (let c = 0; c < channels; c++) {
            const at = ((y - a.y) * a.width + x - a.x) * channels + c
            expect(to.picture.data[at]).toBe((holds(b, x, y) ? from : to).value(x, y, c))
          }
    }),
    { numRuns: 400 },
  )
})
