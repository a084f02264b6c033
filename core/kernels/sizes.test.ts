import type { Frame, Plane } from '../frame'
import { testKernels, testPicture } from '../testing/pictures'
import {
  blendInto,
  BLENDS,
  decode,
  directional,
  distance,
  encodeI420,
  encodeRgba16,
  encodeRgba8,
  fillPath,
  gaussian,
  grow,
  iris,
  joinInto,
  noise,
  premultiply,
  radial,
  resample,
  runProgram,
  soften,
  statistics,
  transposed,
  unpremultiply,
  warpMesh,
  warpPerspective,
  weigh,
} from '.'

const k = testKernels(256)
afterEach(() => expect(k.used).toBe(0))

const aperture = { radius: 7, blades: 5, curvature: 0.2, rotation: 3 }
const options = { edge: 'mirror', filter: 'bicubic' } as const
const places = [-3, 2, 900, -5, 4, 40, 300, 17]
const inPlace = (act: (f: Frame) => void) => (f: Frame) => {
  const copy = k.frameOf(f.width, f.height, f.data)
  act(copy)
  return copy
}
const ofMatte = (act: (m: Plane) => Plane) => (f: Frame) => {
  const matte = weigh(k, f, [0.1, 0.2, 0.3, 0.4])
  const out = act(matte)
  k.free(matte)
  return out
}

/** What makes a picture of a picture, whatever its size. */
const WORKS: Record<string, (f: Frame) => Frame | Plane> = {
  gaussian: (f) => gaussian(k, f, 9, 2, 'wrap'),
  iris: (f) => iris(k, f, aperture, 'mirror'),
  'iris preview': (f) => iris(k, f, { ...aperture, radius: 50 }, 'black', 'preview'),
  directional: (f) => directional(k, f, 33, 12, 5, 'clamp'),
  spin: (f) => radial(k, f, [3, 1], { kind: 'spin', from: 0, to: 0.01 }, 'mirror'),
  perspective: (f) => warpPerspective(k, f, [3, 0.1, 0, 0, 0.5, 1, 0.001, 0, 1], options),
  mesh: (f) => warpMesh(k, f, { cols: 2, rows: 2, places }, options),
  'resample down': (f) => resample(k, f, Math.ceil(f.width / 3), Math.ceil(f.height / 3), 'lanczos3'),
  'resample up': (f) => resample(k, f, f.width + 1, f.height + 1, 'bicubic'),
  transpose: (f) => transposed(k, f),
  noise: (f) => noise(k, f.width, f.height, { seed: 1, frame: 2 }, 'normal'),
  path: (f) =>
    fillPath(k, f.width, f.height, [[-5, -5, 9, 0.5, 3, 9]], { rule: 'non-zero', inner: 2, outer: 1 }),
  grow: ofMatte((m) => grow(k, m, 4.5)),
  shrink: ofMatte((m) => grow(k, m, -3)),
  distance: ofMatte((m) => distance(k, m)),
  'premultiply and back': inPlace((f) => (premultiply(k, f), unpremultiply(k, f))),
  'soft highlights': inPlace((f) => soften(k, f)),
  program: (f) => runProgram(k, f, [{ op: 'encode' }, { op: 'saturation', amount: 2 }, { op: 'decode' }]),
  'join mattes': ofMatte((m) => {
    const out = k.plane(m.width, m.height)
    out.data.set(m.data)
    joinInto(k, out, m, 'exclude')
    return out
  }),
  ...Object.fromEntries(
    BLENDS.map((mode) => [`blend ${mode}`, inPlace((f) => blendInto(k, f, f, mode, 0.7))]),
  ),
}

describe.each(Object.entries(WORKS))('%s', (_, act) => {
  it.each([
    [1, 1],
    [16383, 1],
    [1, 16383],
    [7, 3],
  ])('makes a finite picture of %i x %i from finite light, however bright', (w, h) => {
    const src = testPicture(k, w, h, 'soft')
    src.data[0] = 1e15
    src.data[src.data.length - 2] = -1e15
    const out = act(src)
    expect(out.data.every(Number.isFinite)).toBe(true)
    k.free(src, out)
  })
})

it.each([
  [1, 1],
  [16383, 1],
  [1, 16383],
  [7, 3],
])('the edges of the house take %i x %i', (width, height) => {
  const src = testPicture(k, width, height)
  const data = encodeRgba8(k, src, 'straight')
  expect([data.length, encodeRgba16(k, src).length]).toEqual([width * height * 4, width * height * 4])
  const chroma = Math.ceil(width / 2) * Math.ceil(height / 2)
  expect(encodeI420(k, src).length).toBe(width * height + 2 * chroma)
  const back = decode(k, { kind: 'rgba', width, height, data })
  expect(encodeRgba8(k, back, 'straight')).toEqual(data)
  expect(statistics(k, back).max[3]).toBe(1)
  k.free(src, back)
})
