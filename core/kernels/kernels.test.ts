import fc from 'fast-check'
import { testKernels, testPicture, worst } from '../testing/pictures'
import { Arena, ArenaFull } from './arena'
import { referenceGaussian } from './reference/blur'
import { type Edge, filled, gaussian, mixInto, overInto } from '.'

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
