import type { Frame, Plane, YuvPicture } from '@stilus/core/frame'
import { contextFor } from '../core/testing/context'
import {
  addScaledInto,
  type Blend,
  blendInto,
  decode,
  directional,
  distance,
  encodeI420,
  encodeRgba16,
  encodeRgba8,
  fillPath,
  gaussian,
  grow,
  histogram,
  holdBy,
  iris,
  joinInto,
  type Kernels,
  mixInto,
  noise,
  overInto,
  premultiply,
  radial,
  resample,
  type Resampling,
  runProgram,
  shuffle,
  statistics,
  transposed,
  unpremultiply,
  warpMesh,
  warpPerspective,
  weigh,
} from '@stilus/core/kernels'
import { defaults } from '@stilus/core/params'
import { plainly, type PlainShape, rasterise } from '@stilus/core/region'
import { findStep, type StepDeclaration } from '@stilus/core/steps'
import { type Row, time } from './measure'

const [W, H] = [1920, 1080]
/** A mild perspective that shrinks nothing. */
export const PERSPECTIVE = [0.8, 0.05, 30, 0.02, 0.85, 10, -0.00002, 0.00003, 1]

const WHY = {
  yuv: 'chroma is interpolated and each of three channels takes two square roots and a polynomial that is exact to 1e-6',
  close: 'close to its bar: met when the machine is quiet, see above',
}

/** Every kernel at 1920x1080, each with its ratio to the memory floor. */
export function kernelRows(k: Kernels): { rows: Row[]; floor: number } {
  const a = k.frame(W, H)
  const b = k.frame(W, H)
  for (let i = 0; i < a.data.length; i++) a.data[i] = i % 4 === 3 ? 1 : ((i * 2654435761) % 997) / 997
  const copy = () => b.data.set(a.data)
  const rows: Row[] = []
  const row = (name: string, run: () => Frame | Plane | void, bar?: number, why?: string, runs = 15) => {
    const once = () => {
      const made = run()
      if (made) k.free(made)
    }
    rows.push({ ...time(name, once, copy, runs), bar, why })
  }
  const step = (id: string, change: object) => () => {
    const declaration = findStep(id) as StepDeclaration
    const values = { ...defaults(declaration.params), ...change } as never
    const { context, made } = contextFor(k, declaration, a, values, { time: 0 })
    const out = declaration.render(context)
    k.free(...made)
    return out
  }
  edges(k, a, row)
  row('over', () => overInto(k, a, b), 1.5)
  row('mix', () => mixInto(k, a, b, 0.5))
  row('add scaled', () => addScaledInto(k, b, a, 0.1))
  copy()
  for (const mode of ['screen', 'multiply', 'overlay', 'soft light', 'colour'] as Blend[])
    row(`blend: ${mode}`, () => blendInto(k, a, b, mode, 0.01), mode === 'screen' ? 1.5 : undefined)
  row('grade without powers', step('grade', { exposure: 1, temperature: 10 }), 2)
  row('grade: matrix, gain, contrast, gamma, saturation (three powers)', step('grade', THREE), 8)
  row(
    'grade with everything (lift too: six powers)',
    step('grade', { ...THREE, lift: [0.05, 0.02, 0.01] }),
    8,
    'with lift between them contrast and gamma cannot be one power, so there are six',
  )
  colour(k, a, row)
  for (const sigma of [1, 3, 5, 8, 20, 80])
    row(`Gaussian, sigma ${sigma}`, () => gaussian(k, a, sigma, sigma, 'clamp'), sigma >= 20 ? 4 : undefined)
  blurs(k, a, row)
  row('glow, radius 24, two rings', step('glow', {}))
  row('grain', step('grain', {}))
  geometry(k, a, row)
  mattes(k, a, row)
  const floor = time('copy', copy, copy).ms
  k.free(a, b)
  return { rows, floor }
}

const THREE = { exposure: 1, contrast: 1.2, gamma: [1.1, 1.05, 0.9], gain: [1.1, 1, 1], saturation: 1.1 }

type AddRow = (
  name: string,
  run: () => Frame | Plane | void,
  bar?: number,
  why?: string,
  runs?: number,
) => void

/** A 4:2:0 picture of 8 or 10 bits. */
function stored(bits: 8 | 10, subsampling: [0 | 1, 0 | 1]): YuvPicture {
  const [cw, ch] = [W >> subsampling[0], H >> subsampling[1]]
  const bytes = bits === 8 ? 1 : 2
  const plane = (n: number) =>
    new Uint8Array(n * bytes).map((_, i) => (bits === 8 || i % 2 === 0 ? 60 + (i % 120) : 1))
  return {
    kind: 'yuv',
    width: W,
    height: H,
    bits,
    subsampling,
    matrix: 'bt709',
    range: 'limited',
    y: plane(W * H),
    u: plane(cw * ch),
    v: plane(cw * ch),
    strideY: W * bytes,
    strideC: cw * bytes,
  }
}

function edges(k: Kernels, a: Frame, row: AddRow): void {
  const rgba = { kind: 'rgba' as const, width: W, height: H, data: new Uint8Array(W * H * 4).fill(100) }
  row('decode RGBA 8 bit to linear', () => decode(k, rgba), 1.5, WHY.close)
  const [s420, s420x10, s422x10, s444] = [
    stored(8, [1, 1]),
    stored(10, [1, 1]),
    stored(10, [1, 0]),
    stored(8, [0, 0]),
  ]
  row("decode Y'CbCr 4:2:0 8 bit to linear", () => decode(k, s420), 1.5, WHY.yuv)
  row("decode Y'CbCr 4:2:0 10 bit to linear", () => decode(k, s420x10), 1.5, WHY.yuv)
  row("decode Y'CbCr 4:2:2 10 bit to linear", () => decode(k, s422x10), 1.5, WHY.yuv)
  row("decode Y'CbCr 4:4:4 8 bit to linear", () => decode(k, s444), 1.5, WHY.yuv)
  row('encode to RGBA 8 bit', () => void encodeRgba8(k, a, 'opaque'), 3, WHY.close)
  row("encode to Y'CbCr 4:2:0 8 bit", () => void encodeI420(k, a), 3, WHY.close)
  row('encode to RGBA 16 bit', () => void encodeRgba16(k, a))
}

function colour(k: Kernels, a: Frame, row: AddRow): void {
  const size = 33
  const colours = Float32Array.from({ length: size ** 3 * 3 }, (_, i) => (i % 97) / 97)
  const samples = [0, 1, 2].map(() => colours.slice(0, 1024))
  row('3D table of 33, tetrahedral', () =>
    runProgram(k, a, [{ op: 'table', low: [0, 0, 0], high: [1, 1, 1], size, colours }]),
  )
  row('three curves', () => runProgram(k, a, [{ op: 'curves', low: 0, high: 1, samples }]))
  row('to the sRGB curve and back', () => runProgram(k, a, [{ op: 'encode' }, { op: 'decode' }]))
  row('premultiply', () => premultiply(k, a))
  row('unpremultiply', () => unpremultiply(k, a))
  row('shuffle channels', () => shuffle(k, a, ['g', 'r', 'b', 'a']))
  row('transpose', () => transposed(k, a))
}

function blurs(k: Kernels, a: Frame, row: AddRow): void {
  const aperture = { radius: 16, blades: 6, curvature: 0.3, rotation: 10 }
  row('iris, radius 16, full quality', () => iris(k, a, aperture, 'clamp'), 25, WHY.close, 9)
  row('iris, radius 16, preview', () => iris(k, a, aperture, 'clamp', 'preview'), 6)
  row(
    'iris, radius 60, full quality',
    () => iris(k, a, { ...aperture, radius: 60 }, 'clamp'),
    undefined,
    '',
    9,
  )
  for (const angle of [0, 30, 90])
    row(`directional, 40 px, ${angle}°`, () => directional(k, a, angle, 20, 20, 'clamp'))
  const middle = [W / 2, H / 2] as const
  const spin = { kind: 'spin', from: -0.5, to: 0.5 } as const
  row(
    'radial: spin over 1° (19 px at the corners)',
    () => radial(k, a, middle, spin, 'clamp'),
    undefined,
    '',
    3,
  )
  const zoom = { kind: 'zoom', from: 1, to: 1.02 } as const
  row(
    'radial: zoom by 2 % (22 px at the corners)',
    () => radial(k, a, middle, zoom, 'clamp'),
    undefined,
    '',
    3,
  )
}

function geometry(k: Kernels, a: Frame, row: AddRow): void {
  for (const kind of ['area', 'bilinear', 'bicubic', 'lanczos3'] as Resampling[]) {
    row(`resample to half, ${kind}`, () => resample(k, a, W / 2, H / 2, kind))
  }
  const options = { edge: 'black', filter: 'bicubic' } as const
  row('perspective warp, bicubic', () => warpPerspective(k, a, PERSPECTIVE, options))
  const third = [3, 0, 0, 0, 3, 0, 0, 0, 1]
  row('perspective warp to a third, filtered', () => warpPerspective(k, a, third, options), undefined, '', 7)
  const places = Array.from({ length: 20 * 12 }, (_, i) => [
    (i % 20) * 100 + 5,
    Math.floor(i / 20) * 97 + 3,
  ]).flat()
  row('mesh warp, 20 x 12 knots', () => warpMesh(k, a, { cols: 20, rows: 12, places }, options))
}

function mattes(k: Kernels, a: Frame, row: AddRow): void {
  const ellipse: PlainShape = {
    ...plainly(),
    kind: 'ellipse',
    angle: 10,
    round: 0,
    feather: [40, 40],
    centre: [900, 500],
    size: [800, 600],
  }
  row('ellipse with feather', () =>
    rasterise(k, { x: 0, y: 0, width: W, height: H }, [ellipse], false, {
      size: { width: W, height: H },
      scale: 1,
    }),
  )
  const outline = Array.from({ length: 200 }, (_, i) => {
    const [t, r] = [(i / 100) * Math.PI, 300 + 100 * Math.sin((i / 100) * Math.PI * 9)]
    return [960 + r * Math.cos(t), 540 + r * Math.sin(t)]
  }).flat()
  const path = (inner: number, outer: number) => () =>
    fillPath(k, W, H, [outline], { rule: 'non-zero', inner, outer })
  row('path of 200 pieces, exact area', path(0, 0))
  row('path of 200 pieces, feather 40', path(20, 20))
  const matte = weigh(k, a, [0.3, 0.3, 0.3, 0])
  const other = weigh(k, a, [1, 0, 0, 0])
  row('one plane from channels', () => weigh(k, a, [0.3, 0.6, 0.1, 0]))
  row('frame held by a matte', () => holdBy(k, a, other))
  row('join two mattes', () => joinInto(k, matte, other, 'exclude'))
  for (const r of [3, 16]) row(`grow a matte by ${r}`, () => grow(k, matte, r), undefined, '', 9)
  row('exact distance', () => distance(k, matte, 0.9), undefined, '', 9)
  row('statistics', () => void statistics(k, a))
  row('histogram, 256 bins', () => void histogram(k, a, 256, 0, 1))
  row('noise, normal', () => noise(k, W, H, { seed: 1, frame: 1 }, 'normal'))
  k.free(matte, other)
}
