import { exampleOf } from '@stilus/core/catalogue'
import { type Frame } from '@stilus/core/frame'
import type { Kernels } from '@stilus/core/kernels'
import { fit, type Values } from '@stilus/core/params'
import { type StepDeclaration, STEPS } from '@stilus/core/steps'
import { contextFor } from '../core/testing/context'
import { median, time } from './measure'
import { ffmpegFilter } from './rivals'

/** What a treatment costs at two sizes, and beside it a native filter that does the same, on one thread each. */
export interface Treated {
  name: string
  /** Megapixels a second, at 1920x1080. */
  pace: number
  sizes: { ms: number; times: number }[]
  rival?: { name: string; ms: number }
}

const SIZES = [
  [1280, 720],
  [1920, 1080],
] as const

const FLOAT = 'format=gbrapf32le'
const BYTES = 'format=gbrp'

/** Filters of ffmpeg with the same definition or near it, and what they work on. Those on 8 bits have a quarter of the memory to move. */
const RIVALS: Record<string, [format: string, filter: string]> = {
  curves: [BYTES, "curves=all='0/0 0.25/0.19 0.75/0.82 1/1'"],
  levels: [BYTES, 'colorlevels=rimin=0.02:rimax=0.98'],
  'channel-mixer': [FLOAT, 'colorchannelmixer=rr=0.5:rg=0.5'],
  monochrome: ['format=yuv444p', 'monochrome'],
  invert: [BYTES, 'negate'],
  secondary: [BYTES, 'colorhold=color=red:similarity=0.3'],
  'gaussian-blur': [FLOAT, 'gblur=sigma=12:steps=3'],
  'directional-blur': ['format=grayf32le', 'dblur=angle=0:radius=20'],
  smooth: ['format=gbrp', 'bilateral=sigmaS=6:sigmaR=0.1'],
  sharpen: ['format=yuv444p', 'unsharp=7:7:1'],
  vignette: ['format=yuv444p', 'vignette'],
  grain: ['format=yuv444p', 'noise=alls=20:allf=t'],
  mosaic: [BYTES, 'pixelize=w=24:h=24'],
  edges: [BYTES, 'sobel'],
  fringe: [BYTES, 'rgbashift=rh=8:bh=-8'],
  emboss: [BYTES, "convolution='-2 -1 0 -1 1 1 0 1 2:-2 -1 0 -1 1 1 0 1 2:-2 -1 0 -1 1 1 0 1 2'"],
  reframe: [BYTES, 'rotate=0.1:bilinear=1'],
  mirror: [BYTES, 'hflip'],
  'corner-pin': ['format=yuv444p', 'perspective=x0=100:y0=80:interpolation=cubic'],
  'lens-distortion': [BYTES, 'lenscorrection=k1=0.1:i=bilinear'],
  letterbox: [BYTES, 'drawbox=0:0:iw:100:black:fill'],
  echo: [BYTES, 'tmix=frames=6'],
} satisfies Record<string, [string, string]>

function valuesOf(step: StepDeclaration): Values {
  const what = exampleOf(step)?.what ?? {}
  return Object.fromEntries(Object.entries(step.params).map(([id, p]) => [id, fit(p, what[id]?.value)]))
}

/** A picture with detail at several sizes and some light above white. */
function picture(k: Kernels, width: number, height: number): Frame {
  const frame = k.frame(width, height)
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)]
    const v = 0.3 + 0.2 * Math.sin(x / 31 + y / 47) + 0.1 * Math.sin(x / 3) * Math.cos(y / 5)
    const light = (x >> 5) % 9 === 0 && (y >> 5) % 7 === 0 ? 2 : 0
    frame.data.set([v + light, v * 0.8 + light, v * 0.6 + light * 0.7, 1], i * 4)
  }
  return frame
}

/** All treatments, or only those of these ids. */
export function treatmentRows(k: Kernels, only: readonly string[] = []): Treated[] {
  const pictures = SIZES.map(([w, h]) => picture(k, w, h))
  const steps = STEPS.filter((s) => !only.length || only.includes(s.id))
  const rows = steps.map((step): Treated => {
    const values = valuesOf(step)
    const sizes = pictures.map((input) => {
      const scale = input.width / 1920
      const { context, made } = contextFor(k, step, input, values, { scale, time: 24.5 })
      const run = () => k.free(step.render(context))
      const copy = k.frame(input.width, input.height)
      const row = time(step.name, run, () => copy.data.set(input.data), 7)
      k.free(copy, ...made)
      return { ms: row.ms, times: row.times ?? 0 }
    })
    const rival = RIVALS[step.id]
    return {
      name: step.name,
      sizes,
      pace: (1920 * 1080) / 1e3 / (sizes[1]?.ms ?? 1),
      ...(rival
        ? { rival: { name: `${rival[1].split('=')[0] ?? ''}, ${bits(rival[0])}`, ms: native(rival) } }
        : {}),
    }
  })
  k.free(...pictures)
  return rows
}

const bits = (format: string) =>
  format.includes('f32') ? (format.includes('gray') ? 'one float channel' : 'float') : '8 bit'

const native = ([format, filter]: [string, string]): number =>
  median([ffmpegFilter(`testsrc2=s=1920x1080:r=25:d=0.8,${format}`, filter, 3)])

/** The section of docs/benchmarks.md. */
export function treatmentSection(rows: readonly Treated[]): string {
  const head = [
    'treatment',
    '1280x720 ms',
    'times the floor',
    '1920x1080 ms',
    'times the floor',
    'Mpx/s',
    'ffmpeg filter',
    'its ms',
  ]
  const lines = rows.map(({ name, sizes, pace, rival }) => {
    const cells = sizes.flatMap(({ ms, times }) => [ms.toFixed(1), times.toFixed(1)])
    return [name, ...cells, pace.toFixed(0), rival?.name ?? '', rival ? rival.ms.toFixed(1) : '']
  })
  const rivals = rows.filter((r) => r.rival)
  const slower = rivals.filter((r) => (r.sizes[1]?.ms ?? 0) > (r.rival?.ms ?? 0))
  return `## Every treatment

At its defaults, or where these do nothing its first preset; lengths as at 1920x1080. One thread each, in one run; the floor is one read and one write of a frame, in turns
with the treatment. Those that look at other times or stills are given these. The filter named beside it does the same or nearly so; on 8 bits it moves a quarter of the memory
and keeps neither light above white nor alpha.

${[head, head.map(() => '---'), ...lines].map((cells) => `| ${cells.join(' | ')} |`).join('\n')}

Slower than the filter beside them: ${slower.length} of ${rivals.length} (${slower.map((r) => r.name).join(', ') || 'none'}).
`
}
