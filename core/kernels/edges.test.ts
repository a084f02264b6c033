import { decodeSrgb, encodeSrgb, limitedScale } from '../colour'
import type { YuvPicture } from '../frame'
import { numbers, testKernels, testPicture, worst, worstShare } from '../testing/pictures'
import { referenceEncode, referenceYuv } from './reference/edges'
import { decode, encodeI420, encodeRgba16, encodeRgba8, encodeYuv, filled, type YuvLayout } from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

describe('edges of the house', () => {
  it('takes every 8-bit code to linear light and back unchanged', () => {
    const data = Uint8Array.from({ length: 1024 }, (_, i) => (i % 4 === 3 ? 255 : i >> 2))
    const frame = decode(k, { kind: 'rgba', width: 256, height: 1, data })
    for (let i = 0; i < 256; i++) expect(frame.data[i * 4]).toBeCloseTo(decodeSrgb(i / 255), 6)
    expect([...encodeRgba8(k, frame, 'straight')]).toEqual([...data])
    k.free(frame)
  })

  it('rounds to the nearest 16-bit code within one', () => {
    const next = numbers(3)
    const values = Array.from({ length: 4000 }, (_, i) => (i % 4 === 3 ? 1 : next()))
    const frame = k.frameOf(1000, 1, values)
    const exact = values.map((v, i) => (i % 4 === 3 ? 65535 : Math.round(encodeSrgb(v) * 65535)))
    expect(worst(encodeRgba16(k, frame), exact)).toBeLessThanOrEqual(1)
    k.free(frame)
  })

  const layouts = [
    { subsampling: [1, 1], bits: 8, matrix: 'bt709', range: 'limited', width: 7, height: 5 },
    { subsampling: [1, 0], bits: 10, matrix: 'bt2020', range: 'limited', width: 6, height: 3 },
    { subsampling: [0, 0], bits: 8, matrix: 'bt601', range: 'full', width: 5, height: 4 },
    { subsampling: [1, 1], bits: 8, matrix: 'bt709', range: 'full', width: 1, height: 1 },
  ] as const
  it.each(layouts)('decodes $bits-bit $matrix $range $subsampling at $width x $height', (layout) => {
    const picture = randomYuv({ ...layout, subsampling: [...layout.subsampling] })
    const frame = decode(k, picture)
    // 2e-6 relative: the polynomial's error; 1e-6 absolute: float rounding.
    const exact = referenceYuv(picture)
    expect(worstShare(frame.data, exact, 1e-6, 3e-6)).toBeLessThan(1)
    k.free(frame)
  })

  it('writes limited-range I420 with black at 16, white at 235 and grey chroma at 128', () => {
    for (const [light, luma] of [
      [0, 16],
      [1, 235],
      [50, 235],
    ] as const) {
      const frame = filled(k, 3, 3, [light, light, light, 1])
      expect([...encodeI420(k, frame)]).toEqual([
        ...Array<number>(9).fill(luma),
        ...Array<number>(8).fill(128),
      ])
      k.free(frame)
    }
  })

  it.each(layouts)('encodes $bits-bit $matrix $range $subsampling at $width x $height', (layout) => {
    const frame = testPicture(k, layout.width, layout.height)
    const got = codesOf(encodeYuv(k, frame, layoutOf(layout)))
    const exact = referenceEncode(frame, layoutOf(layout))
    expect(got.length).toBe(exact.length)
    // Half a code is where rounding may go either way; the polynomial moves a value by less than 0.005 of an 8-bit code.
    const slack = 0.5 + 0.005 * 2 ** (layout.bits - 8)
    expect(worst(got, exact)).toBeLessThan(slack)
    k.free(frame)
  })

  it.each(
    ([8, 10] as const).flatMap((bits) => (['limited', 'full'] as const).map((range) => ({ bits, range }))),
  )(
    'takes every $bits-bit $range code of grey, and colours inside the cube, to light and back unchanged',
    ({ bits, range }) => {
      const layout: YuvLayout = { bits, range, subsampling: [0, 0], matrix: 'bt709' }
      const s = limitedScale(bits, range)
      const codes: [number, number, number][] = []
      for (let y = s.black; y <= s.black + 1 / s.luma; y++) codes.push([y, s.grey, s.grey])
      const next = numbers(9)
      while (codes.length < 3000) {
        const [r, g, b] = [next(), next(), next()]
        const l = 0.2126 * r + 0.7152 * g + 0.0722 * b
        const c = (v: number, span: number) => Math.round(s.grey + (0.9 * (v - l)) / span / s.chroma)
        codes.push([Math.round(s.black + (0.05 + 0.9 * l) / s.luma), c(b, 1.8556), c(r, 1.5748)])
      }
      const frame = decode(k, planesOf(codes, layout))
      const back = codesOf(encodeYuv(k, frame, layout))
      expect(codes.map((_, i) => [0, 1, 2].map((c) => back[c * codes.length + i]))).toEqual(codes)
      k.free(frame)
    },
  )

  it('keeps smooth pictures within one code through I420 and back', () => {
    const grey = k.frame(64, 32)
    for (let i = 0; i < 2048; i++) {
      const x = (i % 64) / 64
      grey.data.set([0.2 + 0.5 * x, 0.3 + 0.2 * x, 0.6 - 0.4 * x, 1], i * 4)
    }
    const bytes = encodeI420(k, grey)
    const picture: YuvPicture = {
      kind: 'yuv',
      width: 64,
      height: 32,
      bits: 8,
      subsampling: [1, 1],
      matrix: 'bt709',
      range: 'limited',
      y: bytes.slice(0, 2048),
      u: bytes.slice(2048, 2560),
      v: bytes.slice(2560),
      strideY: 64,
      strideC: 32,
    }
    const back = decode(k, picture)
    // Rounding three codes moves each of R', G', B' by up to 1.6 codes.
    expect(worst(encodeRgba8(k, back, 'opaque'), encodeRgba8(k, grey, 'opaque'))).toBeLessThanOrEqual(2)
    k.free(grey, back)
  })
})

const layoutOf = ({
  bits,
  subsampling,
  matrix,
  range,
}: Omit<YuvLayout, 'subsampling'> & { subsampling: readonly [0 | 1, 0 | 1] }): YuvLayout => ({
  bits,
  matrix,
  range,
  subsampling: [...subsampling],
})

/** The samples of a picture whose rows follow without a gap. */
function codesOf({ y, u, v, bits }: YuvPicture): number[] {
  const all = Buffer.concat([y, u, v])
  return bits === 8 ? [...all] : Array.from({ length: all.length / 2 }, (_, i) => all.readUInt16LE(2 * i))
}

/** One row of 4:4:4 pixels. */
function planesOf(codes: readonly (readonly number[])[], layout: YuvLayout): YuvPicture {
  const wide = layout.bits === 8 ? 1 : 2
  const plane = (c: number) => {
    const out = Buffer.alloc(codes.length * wide)
    codes.forEach((code, i) =>
      wide === 1 ? out.writeUInt8(code[c] as number, i) : out.writeUInt16LE(code[c] as number, 2 * i),
    )
    return new Uint8Array(out)
  }
  return {
    kind: 'yuv',
    width: codes.length,
    height: 1,
    ...layout,
    y: plane(0),
    u: plane(1),
    v: plane(2),
    strideY: codes.length * wide,
    strideC: codes.length * wide,
  }
}

function randomYuv(layout: Omit<YuvPicture, 'kind' | 'y' | 'u' | 'v' | 'strideY' | 'strideC'>): YuvPicture {
  const next = numbers(7)
  const bytes = layout.bits === 8 ? 1 : 2
  const plane = (w: number, h: number) => {
    const stride = w * bytes + 2 * bytes
    const data = new Uint8Array(stride * h)
    const view = new DataView(data.buffer)
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const v = Math.floor(next() * 2 ** layout.bits)
        if (bytes === 1) view.setUint8(y * stride + x, v)
        else view.setUint16(y * stride + 2 * x, v, true)
      }
    return { data, stride }
  }
  const [sx, sy] = layout.subsampling
  const [cw, ch] = [Math.ceil(layout.width / 2 ** sx), Math.ceil(layout.height / 2 ** sy)]
  const [y, u, v] = [plane(layout.width, layout.height), plane(cw, ch), plane(cw, ch)]
  return { kind: 'yuv', ...layout, y: y.data, u: u.data, v: v.data, strideY: y.stride, strideC: u.stride }
}
