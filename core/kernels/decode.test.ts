import fc from 'fast-check'
import { decodeSrgb, REFERENCE_WHITE, toRec709, type Transfer } from '../colour'
import type { Picture } from '../frame'
import { testKernels, worstShare } from '../testing/pictures'
import { decode } from '.'

const k = testKernels(16)
afterEach(() => expect(k.used).toBe(0))

/** Each curve as its standard writes it, in double precision; white at 1. */
const EXACT: Record<Transfer, (v: number) => number> = {
  srgb: decodeSrgb,
  bt1886: (v) => Math.sign(v) * Math.abs(v) ** 2.4,
  gamma22: (v) => Math.sign(v) * Math.abs(v) ** 2.2,
  linear: (v) => v,
  pq: (v) => {
    const x = Math.max(v, 0) ** (1 / 78.84375)
    const ratio = Math.max(x - 0.8359375, 0) / (18.8515625 - 18.6875 * x)
    return (10_000 / REFERENCE_WHITE) * ratio ** (1 / 0.1593017578125)
  },
  // Grey, whose luminance is its light: the system gamma makes it E^1.2.
  hlg: (v) => {
    const e = v <= 0.5 ? v ** 2 / 3 : (Math.exp((v - 0.55991073) / 0.17883277) + 0.28466892) / 12
    return (1000 / REFERENCE_WHITE) * e ** 1.2
  },
}

const greys = (codes: readonly number[], rest: Partial<Picture>): Picture =>
  ({
    kind: 'rgba',
    width: codes.length,
    height: 1,
    data: Float32Array.from(codes.flatMap((v) => [v, v, v, 1])),
    ...rest,
  }) as Picture

it.each(Object.keys(EXACT) as Transfer[])('%s code values become light as its standard says', (transfer) => {
  const codes = Array.from({ length: 1021 }, (_, i) => Math.fround(i / 1000))
  const frame = decode(k, greys(codes, { transfer }))
  const exact = codes.flatMap((v) => [...Array<number>(3).fill(EXACT[transfer](v)), 1])
  // 4e-6 of the value: log2 and 2^x are exact to 2e-7 each, and PQ's last power multiplies that by 6.3.
  expect(worstShare(frame.data, exact, 1e-6, 4e-6)).toBeLessThan(1)
  k.free(frame)
})

it('reference white is 1: PQ 58 %, HLG 75 %', () => {
  const pq = decode(k, greys([0.58068888], { transfer: 'pq' }))
  const hlg = decode(k, greys([0.75], { transfer: 'hlg' }))
  expect(pq.data[0]).toBeCloseTo(1, 4)
  // BT.2408: 203 cd/m2 of a screen of 1000.
  expect(hlg.data[0]).toBeCloseTo(1, 2)
  k.free(pq, hlg)
})

it('primaries are brought to Rec. 709 by the matrix of BT.2087, white stays white, and what lies outside survives', () => {
  const exact = [1.6605, -0.5876, -0.0728, -0.1246, 1.1329, -0.0083, -0.0182, -0.1006, 1.1187]
  toRec709('bt2020').forEach((v, i) => expect(v).toBeCloseTo(exact[i] as number, 4))
  const data = Float32Array.from([1, 1, 1, 1, 0, 1, 0, 1])
  const picture: Picture = {
    kind: 'rgba',
    width: 2,
    height: 1,
    data,
    transfer: 'linear',
    primaries: 'bt2020',
  }
  const frame = decode(k, picture)
  const expected = [1, 1, 1, 1, exact[1] as number, exact[4] as number, exact[7] as number, 1]
  expected.forEach((v, i) => expect(frame.data[i]).toBeCloseTo(v, 4))
  k.free(frame)
})

it('straight and premultiplied code values of one picture are the same light', () => {
  const channel = fc.integer({ min: 0, max: 255 })
  fc.assert(
    fc.property(fc.tuple(channel, channel, channel, fc.integer({ min: 1, max: 255 })), ([r, g, b, a]) => {
      const straight = Float32Array.from([r, g, b, a].map((v) => v / 255))
      const times = Float32Array.from(straight, (v, i) => (i === 3 ? v : v * (straight[3] as number)))
      const one = (data: Float32Array, alpha: 'straight' | 'premultiplied', transfer: Transfer): number[] => {
        const frame = decode(k, { kind: 'rgba', width: 1, height: 1, data, alpha, transfer })
        const values = [...frame.data]
        k.free(frame)
        return values
      }
      for (const transfer of ['srgb', 'bt1886'] as const) {
        const exact = [r, g, b].map((v) => (EXACT[transfer](v / 255) * a) / 255)
        for (const made of [one(straight, 'straight', transfer), one(times, 'premultiplied', transfer)])
          expect(worstShare(made, [...exact, a / 255], 1e-6, 4e-6)).toBeLessThan(1)
      }
    }),
  )
})

it('light without alpha survives where light was multiplied', () => {
  const data = Float32Array.from([0.5, -0.1, 50, 0])
  const picture: Picture = {
    kind: 'rgba',
    width: 1,
    height: 1,
    data,
    alpha: 'premultiplied',
    transfer: 'linear',
  }
  const frame = decode(k, picture)
  expect([...frame.data]).toEqual([...data])
  k.free(frame)
})

it('16-bit samples keep their depth, and the alpha plane of video is its alpha', () => {
  const deep = Uint16Array.from([65535, 32768, 1, 65535])
  const frame = decode(k, { kind: 'rgba', width: 1, height: 1, data: deep, transfer: 'linear' })
  expect([...frame.data]).toEqual([1, 32768 / 65535, 1 / 65535, 1].map(Math.fround))
  const plane = (v: number) => Uint8Array.from([v, v, 0, 0])
  const video = decode(k, {
    kind: 'yuv',
    width: 2,
    height: 1,
    bits: 8,
    subsampling: [0, 0],
    matrix: 'bt709',
    range: 'limited',
    y: plane(235),
    u: plane(128),
    v: plane(128),
    a: Uint8Array.from([0, 51]),
    strideY: 2,
    strideC: 2,
  })
  expect(worstShare(video.data, [0, 0, 0, 0, 0.2, 0.2, 0.2, 0.2], 1e-6, 1e-6)).toBeLessThan(1)
  k.free(frame, video)
})
