import type { YuvPicture } from '@stilus/core/frame'
import {
  decode,
  encodeI420,
  encodeRgba8,
  gaussian,
  type Kernels,
  mixInto,
  overInto,
  resample,
} from '@stilus/core/kernels'
import { defaults } from '@stilus/core/params'
import { rasterise } from '@stilus/core/region'
import { findStep, type StepDeclaration } from '@stilus/core/steps'
import { type Row, time } from './measure'

/** Every kernel at 1920x1080, and the memory floor of the machine. */
export function kernelRows(k: Kernels): { rows: Row[]; floor: number } {
  const [w, h] = [1920, 1080]
  const a = k.frame(w, h)
  const b = k.frame(w, h)
  for (let i = 0; i < a.data.length; i++) a.data[i] = i % 4 === 3 ? 1 : ((i * 2654435761) % 997) / 997
  const floor = time('copy', () => b.data.set(a.data)).ms
  const chroma = new Uint8Array((w * h) / 4).fill(120)
  const yuv: YuvPicture = {
    ...{ kind: 'yuv', width: w, height: h, bits: 8, subsampling: [1, 1], matrix: 'bt709', range: 'limited' },
    ...{ y: new Uint8Array(w * h).fill(100), u: chroma, v: chroma, strideY: w, strideC: w / 2 },
  }
  const rgba = { kind: 'rgba' as const, width: w, height: h, data: new Uint8Array(w * h * 4).fill(100) }
  const step = (id: string, change: object) => () => {
    const declaration = findStep(id) as StepDeclaration
    const values = { ...defaults(declaration.params), ...change } as never
    k.free(
      declaration.render({
        ...{ kernels: k, input: a, values, scale: 1, time: 0 },
        place: { x: 0, y: 0, width: w, height: h },
      }),
    )
  }
  const ellipse = {
    kind: 'ellipse',
    join: 'add',
    centre: [900, 500],
    size: [800, 600],
    angle: 10,
    feather: 80,
  } as const
  const rows = [
    time('over', () => overInto(k, a, b)),
    time('mix', () => mixInto(k, a, b, 0.5)),
    time("decode Y'CbCr 4:2:0 8 bit to linear", () => k.free(decode(k, yuv))),
    time('decode RGBA 8 bit to linear', () => k.free(decode(k, rgba))),
    time('encode to RGBA 8 bit', () => void encodeRgba8(k, a, 'opaque')),
    time("encode to Y'CbCr 4:2:0 8 bit", () => void encodeI420(k, a)),
    time('grade without powers', step('grade', { exposure: 1, temperature: 10 })),
    time('grade with one power (contrast)', step('grade', { contrast: 1.2 })),
    time(
      'grade with everything',
      step('grade', { exposure: 1, contrast: 1.2, gamma: [1.1, 1, 1], saturation: 1.1, lift: [0.1, 0, 0] }),
    ),
    ...[1, 3, 5, 8, 20, 80].map((s) =>
      time(`Gaussian, sigma ${s}`, () => k.free(gaussian(k, a, s, s, 'clamp'))),
    ),
    time('glow, radius 24, two rings', step('glow', {})),
    time('resample to half', () => k.free(resample(k, a, w / 2, h / 2))),
    time('ellipse with feather', () =>
      k.free(
        rasterise(k, { x: 0, y: 0, width: w, height: h }, 1, [{ ...ellipse, centre: [...ellipse.centre], size: [...ellipse.size] }], false),
      ),
    ),
  ]
  k.free(a, b)
  return { rows, floor }
}
