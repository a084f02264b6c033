import fc from 'fast-check'
import { AT_REST } from '../arrivals'
import type { Frame, Size } from '../frame'
import { gaussian, warpPerspective } from '../kernels'
import { IDENTITY, type Matrix3, shifted, turned } from '../matrix'
import { testKernels } from '../testing/pictures'
import { pictureSeen } from './picture-seen'

const k = testKernels(16)
afterEach(() => expect(k.used).toBe(0))

const SIZE = { width: 240, height: 160 }
const warp = (frame: Frame, toSource: Matrix3, { width, height }: Size) =>
  warpPerspective(k, frame, toSource, { edge: 'black', filter: 'bicubic', width, height })
/** A picture with a filled box on nothing. */
function boxed(x: number, y: number, width: number, height: number): Frame {
  const frame = k.frame(SIZE.width, SIZE.height)
  frame.data.fill(0)
  for (let row = y; row < y + height; row++)
    for (let col = x; col < x + width; col++)
      frame.data.set([0.2, 0.1 + col / 500, row / 400, 1], (row * SIZE.width + col) * 4)
  return frame
}
/** What is seen of a picture in its whole. */
function seenOf(picture: Frame, looks: Parameters<typeof pictureSeen>[2]): Float32Array {
  const out = new Float32Array(SIZE.width * SIZE.height * 4)
  const made = pictureSeen(k, picture, looks, IDENTITY, warp)
  if (!made) return out
  const { frame, area } = made
  for (let y = 0; y < area.height; y++)
    for (let x = 0; x < area.width; x++) {
      const [px, py] = [area.x + x, area.y + y]
      if (px < 0 || py < 0 || px >= SIZE.width || py >= SIZE.height) continue
      const i = (y * area.width + x) * 4
      out.set(frame.data.subarray(i, i + 4), (py * SIZE.width + px) * 4)
    }
  k.free(frame)
  return out
}
const worst = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let most = 0
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs((a[i] as number) - (b[i] as number)))
  return most
}

it('what is moved by whole pixels is as it was, wherever it goes, and gone where it leaves the picture', () => {
  const box = fc.tuple(
    fc.nat(180),
    fc.nat(110),
    fc.integer({ min: 1, max: 50 }),
    fc.integer({ min: 1, max: 40 }),
  )
  const move = fc.tuple(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -200, max: 200 }))
  fc.assert(
    fc.property(box, move, ([x, y, w, h], [dx, dy]) => {
      const picture = boxed(x, y, w, h)
      const seen = seenOf(picture, [[{ ...AT_REST, matrix: shifted(dx, dy) }]])
      const want = new Float32Array(seen.length)
      for (let row = 0; row < SIZE.height; row++)
        for (let col = 0; col < SIZE.width; col++) {
          const [sx, sy] = [col - dx, row - dy]
          if (sx < x || sy < y || sx >= x + w || sy >= y + h) continue
          const i = (sy * SIZE.width + sx) * 4
          want.set(picture.data.subarray(i, i + 4), (row * SIZE.width + col) * 4)
        }
      k.free(picture)
      expect(worst(seen, want)).toBeLessThan(1e-6)
    }),
    { numRuns: 60 },
  )
})

it('what is turned is the turned whole picture, though only its part is moved', () => {
  const picture = boxed(60, 40, 90, 50)
  const matrix = turned(0.4, 1.1)
  const seen = seenOf(picture, [[{ ...AT_REST, matrix }]])
  const [a, b, c, d] = [matrix[0], matrix[1], matrix[3], matrix[4]]
  const det = a * d - b * c
  const toSource: Matrix3 = [d / det, -b / det, 0, -c / det, a / det, 0, 0, 0, 1]
  const whole = warp(picture, toSource, SIZE)
  expect(worst(seen, whole.data)).toBeLessThan(2e-4)
  k.free(picture, whole)
})

it('exposed, it is the mean of its moments', () => {
  const picture = boxed(40, 40, 30, 30)
  const at = (dx: number) => ({ ...AT_REST, matrix: shifted(dx, 0) })
  const [one, two] = [seenOf(picture, [[at(0)]]), seenOf(picture, [[at(60)]])]
  const both = seenOf(picture, [[at(0), at(60)]])
  expect(
    worst(
      both,
      one.map((v, i) => (v + (two[i] as number)) / 2),
    ),
  ).toBeLessThan(1e-6)
  k.free(picture)
})

it('a wide blur of a whole picture is that of the picture on nothing, within the memory of a few pictures', () => {
  const picture = boxed(0, 0, SIZE.width, SIZE.height)
  const seen = seenOf(picture, [[{ ...AT_REST, blur: 60 }]])
  const exact = gaussian(k, picture, 60, 60, 'black')
  expect(worst(seen, exact.data)).toBeLessThan(2e-3)
  k.free(picture, exact)
})

it('nothing is seen of nothing, nor of what is not dense at all', () => {
  const [bare, full] = [boxed(0, 0, 0, 0), boxed(3, 3, 9, 9)]
  expect(pictureSeen(k, bare, [[AT_REST]], IDENTITY, warp)).toBeUndefined()
  expect(pictureSeen(k, full, [[{ ...AT_REST, opacity: 0 }]], IDENTITY, warp)).toBeUndefined()
  k.free(bare, full)
})
