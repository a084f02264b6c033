import fc from 'fast-check'
import { testKernels, testPicture, worst } from '../testing/pictures'
import { cubicAt, imageFrom, linearAt, valueAt } from './reference/image'
import {
  EDGES,
  filled,
  resample,
  RESAMPLING,
  type Resampling,
  statistics,
  warpMesh,
  warpPerspective,
} from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))

const KINDS = Object.keys(RESAMPLING) as (keyof typeof RESAMPLING)[]

describe('resample', () => {
  it.each(
    KINDS.flatMap((kind) =>
      [
        [11, 7],
        [64, 40],
        [31, 50],
        [1, 1],
      ].map(([w, h]) => ({ kind, w: w as number, h: h as number })),
    ),
  )('$kind to $w x $h is its kernel, stretched when going down', ({ kind, w, h }) => {
    const src = testPicture(k, 31, 23)
    const out = resample(k, src, w, h, kind)
    const { reach, at } = RESAMPLING[kind]
    const weights = (from: number, to: number, o: number) => {
      const stretch = Math.max(1, from / to)
      const middle = ((o + 0.5) * from) / to - 0.5
      const list: [number, number][] = []
      for (let i = Math.ceil(middle - reach * stretch); i <= middle + reach * stretch; i++)
        list.push([i, at(Math.abs(i - middle) / stretch)])
      const sum = list.reduce((total, [, weight]) => total + weight, 0)
      return list.map(([i, weight]): [number, number] => [i, weight / sum])
    }
    const exact = imageFrom(w, h, 4, (x, y, c) => {
      let sum = 0
      for (const [j, v] of weights(23, h, y))
        for (const [i, u] of weights(31, w, x)) sum += u * v * valueAt(src, i, j, c, 'clamp')
      return sum
    })
    expect(worst(out.data, exact)).toBeLessThan(2e-5)
    k.free(src, out)
  })

  it.each<[Resampling]>([['area'], ...KINDS.map((kind): [Resampling] => [kind])])(
    '%s keeps a constant and the mean',
    (kind) => {
      const flat = filled(k, 9, 9, [0.25, 0.5, 2, 1])
      for (const [w, h] of [
        [40, 23],
        [1, 1],
        [2, 9],
      ] as const) {
        const out = resample(k, flat, w, h, kind)
        expect(
          worst(
            out.data,
            imageFrom(w, h, 4, (_x, _y, c) => [0.25, 0.5, 2, 1][c] as number),
          ),
        ).toBeLessThan(1e-5)
        k.free(out)
      }
      const src = testPicture(k, 90, 50)
      const small = resample(k, src, 31, 7, kind)
      const mean = (values: Float32Array) => values.reduce((a, b) => a + b, 0) / values.length
      expect(Math.abs(mean(small.data) - mean(src.data))).toBeLessThan(kind === 'area' ? 1e-5 : 0.02)
      k.free(flat, src, small)
    },
  )
})

describe('warp', () => {
  const turn = (a: number, x: number, y: number) => [
    Math.cos(a),
    -Math.sin(a),
    x,
    Math.sin(a),
    Math.cos(a),
    y,
    0,
    0,
    1,
  ]
  const matrices = {
    identity: turn(0, 0, 0),
    shift: turn(0, 3.25, -2.5),
    turn: turn(0.3, 4, -6),
    perspective: [0.7, 0.05, 3, 0.02, 0.8, 1, -0.004, 0.002, 1],
  }
  it.each(
    Object.keys(matrices).flatMap((name) =>
      EDGES.map((edge) => ({ name: name as keyof typeof matrices, edge })),
    ),
  )('$name, $edge: each place takes the cubic or linear value of its source', ({ name, edge }) => {
    const m = matrices[name]
    for (const [w, h] of [
      [40, 26],
      [1, 1],
      [7, 1],
    ] as const)
      for (const filter of ['bicubic', 'bilinear'] as const) {
        const src = testPicture(k, w, h, 'soft')
        const out = warpPerspective(k, src, m, { edge, filter })
        const sample = filter === 'bicubic' ? cubicAt : linearAt
        const [a, b, c, d, e, f, g, p, q] = m as [
          number,
          number,
          number,
          number,
          number,
          number,
          number,
          number,
          number,
        ]
        let off = 0
        const exact = imageFrom(w, h, 4, (x, y, channel) => {
          const [u, v] = [x + 0.5, y + 0.5]
          const z = g * u + p * v + q
          const value = sample(src, (a * u + b * v + c) / z, (d * u + e * v + f) / z, channel, edge)
          return channel === 3 ? Math.min(1, Math.max(0, value)) : value
        })
        exact.forEach((v, i) => (off = Math.max(off, Math.abs(v - (out.data[i] as number)))))
        // Places in float: 1e-5 of a pixel times the picture's steepest slope.
        expect(off).toBeLessThan(1e-3)
        k.free(src, out)
      }
  })

  it('equals a separable triangle filter where it shrinks, evenly or not', () => {
    const src = testPicture(k, 480, 320)
    const peak = Math.max(...statistics(k, src).max)
    for (const [w, h] of [
      [160, 107],
      [87, 320],
      [480, 46],
      [40, 27],
    ] as const) {
      const toSource = [480 / w, 0, 0, 0, 320 / h, 0, 0, 0, 1]
      const options = { edge: 'clamp', filter: 'bicubic', width: w, height: h } as const
      const out = warpPerspective(k, src, toSource, options)
      const exact = resample(k, src, w, h, 'bilinear')
      // Levels of the pyramid lie an octave apart; between them the footprint is off by this share of the highlight.
      expect(worst(out.data, exact.data)).toBeLessThan(0.03 * peak)
      k.free(out, exact)
    }
    k.free(src)
  })

  it('leaves less of a fine grating that it shrinks than a mean of five pixels does', () => {
    const src = k.frame(512, 64)
    for (let i = 0; i < 512 * 64; i++) src.data.fill(i % 2, i * 4, i * 4 + 4)
    const out = warpPerspective(k, src, [5, 0, 0.3, 0, 1, 0, 0, 0, 1], {
      edge: 'clamp',
      filter: 'bicubic',
      width: 102,
    })
    const inside = out.data.filter((_, i) => Math.floor(i / 4) % 102 > 2 && Math.floor(i / 4) % 102 < 99)
    expect(worst(inside, new Float32Array(inside.length).fill(0.5))).toBeLessThan(0.06)
    k.free(src, out)
  })

  it('a mesh of an affine move is that move, and any mesh is linear between knots', () => {
    const src = testPicture(k, 50, 30)
    const knots = (move: (x: number, y: number) => number[]) =>
      Array.from({ length: 12 }, (_, i) => move(((i % 4) * 50) / 3, (Math.floor(i / 4) * 30) / 2)).flat()
    const options = { edge: 'mirror', filter: 'bicubic' } as const
    const mesh = warpMesh(
      k,
      src,
      { cols: 4, rows: 3, places: knots((x, y) => [0.8 * x + 0.1 * y + 2, 0.9 * y + 1]) },
      options,
    )
    const affine = warpPerspective(k, src, [0.8, 0.1, 2, 0, 0.9, 1, 0, 0, 1], options)
    expect(worst(mesh.data, affine.data)).toBeLessThan(1e-3)
    k.free(mesh, affine)
    fc.assert(
      fc.property(
        fc.array(fc.float({ min: -200, max: 200, noNaN: true }), { minLength: 24, maxLength: 24 }),
        (places) => {
          const out = warpMesh(k, src, { cols: 4, rows: 3, places }, options)
          expect(out.data.every(Number.isFinite)).toBe(true)
          k.free(out)
        },
      ),
      { numRuns: 30 },
    )
    k.free(src)
  })

  it('shows nothing from behind the horizon', () => {
    const src = filled(k, 20, 20, [1, 1, 1, 1])
    const out = warpPerspective(k, src, [1, 0, 0, 0, 1, 0, 0, -0.1, 1], { edge: 'clamp', filter: 'bicubic' })
    expect(out.data[(19 * 20 + 5) * 4 + 3]).toBe(0)
    expect(out.data.every(Number.isFinite)).toBe(true)
    k.free(src, out)
  })
})
