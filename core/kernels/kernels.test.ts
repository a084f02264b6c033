import fc from 'fast-check'
import { decodeSrgb, encodeSrgb, limitedScale, lumaWeights } from '../colour'
import type { Picture, YuvPicture } from '../frame'
import { numbers, testKernels, testPicture, worst } from '../testing/pictures'
import { Arena, ArenaFull } from './arena'
import { referenceGaussian } from './reference/blur'
import {
  decode,
  type Edge,
  encodeI420,
  encodeRgba16,
  encodeRgba8,
  filled,
  gaussian,
  mixInto,
  overInto,
} from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))

describe('arena', () => {
  it('never hands out overlapping blocks and gets all memory back', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.nat(5000)), { maxLength: 80 }), (script) => {
        const arena = new Arena(64, 100_000)
        const held: ReturnType<Arena['alloc']>[] = []
        for (const [take, n] of script) {
          if (!take) held.splice(n % (held.length || 1), 1).forEach((block) => arena.free(block))
          else
            try {
              held.push(arena.alloc(n))
            } catch (error) {
              expect(error).toBeInstanceOf(ArenaFull)
            }
          const sorted = [...held].sort((a, b) => a.at - b.at)
          sorted.forEach((block, i) => {
            expect(block.at % 64).toBe(0)
            expect(block.at + block.bytes).toBeLessThanOrEqual(sorted[i + 1]?.at ?? 100_000)
          })
        }
        held.forEach((block) => arena.free(block))
        expect(arena.alloc(99_800).at).toBe(64)
      }),
    )
  })

  it('names the sizes when something does not fit', () => {
    expect(() => testKernels(1).frame(4000, 4000)).toThrow(/needs 244.1 MB more .* 1\.0 MB/)
  })
})

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
    frame.data.forEach((v, i) =>
      expect(Math.abs(v - (exact[i] as number))).toBeLessThan(1e-6 + 3e-6 * Math.abs(exact[i] as number)),
    )
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

  it.each([
    [7, 5],
    [1, 1],
    [2, 3],
    [33, 4],
  ])('writes I420 as its definition says, %i x %i', (width, height) => {
    const frame = testPicture(k, width, height)
    const got = encodeI420(k, frame)
    const exact = referenceI420(frame)
    // Half a code is where rounding may go either way; the polynomial moves a value by less than 0.005 of a code.
    exact.forEach((v, i) => expect(Math.abs((got[i] as number) - v)).toBeLessThan(0.505))
    expect(got.length).toBe(exact.length)
    k.free(frame)
  })

  it('keeps smooth pictures within one code through I420 and back', () => {
    const grey = k.frame(64, 32)
    for (let i = 0; i < 2048; i++) {
      const x = (i % 64) / 64
      grey.data.set([0.2 + 0.5 * x, 0.3 + 0.2 * x, 0.6 - 0.4 * x, 1], i * 4)
    }
    const bytes = encodeI420(k, grey)
    const picture: YuvPicture = {
      ...{
        kind: 'yuv',
        width: 64,
        height: 32,
        bits: 8,
        subsampling: [1, 1],
        matrix: 'bt709',
        range: 'limited',
      },
      ...{
        y: bytes.slice(0, 2048),
        u: bytes.slice(2048, 2560),
        v: bytes.slice(2560),
        strideY: 64,
        strideC: 32,
      },
    }
    const back = decode(k, picture)
    // Rounding three codes moves each of R', G', B' by up to 1.6 codes.
    expect(worst(encodeRgba8(k, back, 'opaque'), encodeRgba8(k, grey, 'opaque'))).toBeLessThanOrEqual(2)
    k.free(grey, back)
  })
})

describe('compositing', () => {
  it('puts premultiplied a over b and mixes by amount', () => {
    const a = k.frameOf(1, 1, [0.2, 0.1, 0, 0.5])
    const b = k.frameOf(1, 1, [1, 2, -1, 1])
    mixInto(k, a, b, 1)
    expect([...b.data]).toEqual([1, 2, -1, 1])
    overInto(k, a, b)
    expect(worst(b.data, [0.7, 1.1, -0.5, 1])).toBeLessThan(1e-6)
    k.free(a, b)
  })
})

describe('gaussian', () => {
  const edges: Edge[] = ['black', 'clamp', 'mirror', 'wrap']
  const sigmas = [0.7, 2, 4.7, 4.8, 9.5, 9.7, 20, 39]

  it.each(edges.flatMap((edge) => sigmas.map((sigma) => ({ edge, sigma }))))(
    'meets the true Gaussian, $edge, sigma $sigma',
    ({ edge, sigma }) => {
      // A highlight of 10,000, one at the border and a dark rest: errors must stay below 1e-3 of the peak of what comes out.
      const n = 150
      const line = Float64Array.from({ length: n }, (_, i) =>
        i === 70 || i === 1 ? 10000 : 0.05 + (i % 9) * 0.01,
      )
      const src = k.frameOf(
        n,
        1,
        Array.from(line).flatMap((v) => [v, v, v, 1]),
      )
      const out = gaussian(k, src, sigma, 0, edge)
      const exact = referenceGaussian(line, sigma, edge)
      const peak = Math.max(...exact)
      expect(
        worst(
          Array.from({ length: n }, (_, i) => out.data[i * 4] as number),
          exact,
        ) / peak,
      ).toBeLessThan(1e-3)
      expect(Math.min(...out.data)).toBeGreaterThanOrEqual(0)
      k.free(src, out)
    },
  )

  it.each([3, 4.8, 9.6, 19.3])('meets the true Gaussian in two dimensions, sigma %d', (sigma) => {
    const n = 161
    const src = filled(k, n, n, [0, 0, 0, 1])
    src.data[(80 * n + 80) * 4] = 1
    const out = gaussian(k, src, sigma, sigma, 'black')
    const line = Float64Array.from({ length: n }, (_, i) => (i === 80 ? 1 : 0))
    const bell = referenceGaussian(line, sigma, 'black')
    const exact = bell.flatMap((a) => bell.map((b) => a * b))
    const red = Array.from({ length: n * n }, (_, i) => out.data[i * 4] as number)
    expect(worst(red, exact) / (exact[80 * n + 80] as number)).toBeLessThan(1e-3)
    k.free(src, out)
  })

  it('is the same down as across, on any size', () => {
    for (const [w, h] of [
      [1, 1],
      [1, 40],
      [33, 17],
      [4000, 1],
    ] as const) {
      const src = testPicture(k, w, h)
      const turned = k.frame(h, w)
      const swap = (from: Float32Array, to: Float32Array) => {
        for (let y = 0; y < h; y++)
          for (let x = 0; x < w; x++)
            to.set(from.subarray((y * w + x) * 4, (y * w + x) * 4 + 4), (x * h + y) * 4)
      }
      swap(src.data, turned.data)
      const across = gaussian(k, src, 12, 3, 'mirror')
      const down = gaussian(k, turned, 3, 12, 'mirror')
      const expected = new Float32Array(down.data.length)
      swap(across.data, expected)
      expect(worst(down.data, expected)).toBeLessThan(1e-4)
      k.free(src, turned, across, down)
    }
  })
})

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

/** The definition, pixel by pixel in double precision: bilinear chroma sited left and midway, matrix, transfer. */
function referenceYuv(p: Extract<Picture, { kind: 'yuv' }>): number[] {
  const { kr, kb } = lumaWeights(p.matrix)
  const s = limitedScale(p.bits, p.range)
  const [sx, sy] = p.subsampling
  const [cw, ch] = [Math.ceil(p.width / 2 ** sx), Math.ceil(p.height / 2 ** sy)]
  const at = (data: Uint8Array, stride: number, x: number, y: number) =>
    p.bits === 8
      ? (data[y * stride + x] as number)
      : new DataView(data.buffer).getUint16(y * stride + 2 * x, true)
  const chroma = (data: Uint8Array, x: number, y: number) => {
    const [cx, cy] = [sx ? x / 2 : x, sy ? (y - 0.5) / 2 : y]
    const clampTo = (v: number, n: number) => Math.min(n - 1, Math.max(0, v))
    const [x0, y0] = [Math.floor(cx), Math.floor(cy)]
    let sum = 0
    for (const [dx, wx] of [
      [0, 1 - (cx - x0)],
      [1, cx - x0],
    ] as const)
      for (const [dy, wy] of [
        [0, 1 - (cy - y0)],
        [1, cy - y0],
      ] as const)
        sum += wx * wy * at(data, p.strideC, clampTo(x0 + dx, cw), clampTo(y0 + dy, ch))
    return (sum - s.grey) * s.chroma
  }
  const out: number[] = []
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      const l = (at(p.y, p.strideY, x, y) - s.black) * s.luma
      const [cb, cr] = [chroma(p.u, x, y), chroma(p.v, x, y)]
      const r = l + 2 * (1 - kr) * cr
      const b = l + 2 * (1 - kb) * cb
      out.push(
        ...[r, (l - kr * r - kb * b) / (1 - kr - kb), b].map((v) =>
          decodeSrgb(Math.max(-2.2, Math.min(2.2, v))),
        ),
        1,
      )
    }
  return out
}

/** BT.709 limited range, chroma [1 2 1]/4 across at even columns and the mean of two rows, before rounding. */
function referenceI420({
  width,
  height,
  data,
}: {
  width: number
  height: number
  data: Float32Array
}): number[] {
  const clampTo = (v: number, n: number) => Math.min(n - 1, Math.max(0, v))
  const rgb = (x: number, y: number) => {
    const at = (clampTo(y, height) * width + clampTo(x, width)) * 4
    return [0, 1, 2].map((c) => encodeSrgb(Math.min(1, Math.max(0, data[at + c] as number)))) as [
      number,
      number,
      number,
    ]
  }
  const luma = ([r, g, b]: [number, number, number]) => 0.2126 * r + 0.7152 * g + 0.0722 * b
  const out: number[] = []
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out.push(16 + 219 * luma(rgb(x, y)))
  for (const [channel, scale] of [
    [2, 1.8556],
    [0, 1.5748],
  ] as const)
    for (let y = 0; y < height; y += 2)
      for (let x = 0; x < width; x += 2) {
        let sum = 0
        for (const [dx, w] of [
          [-1, 0.25],
          [0, 0.5],
          [1, 0.25],
        ] as const)
          for (const dy of [0, 1]) {
            const p = rgb(x + dx, y + dy)
            sum += (w / 2) * ((p[channel] - luma(p)) / scale)
          }
        out.push(Math.min(255, Math.max(0, 128 + 224 * sum)))
      }
  return out
}
