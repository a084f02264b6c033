import { execFileSync } from 'node:child_process'
import { createRequire } from 'node:module'
import { encodeSrgb, lumaWeights } from '@stilus/core/colour'
import type { YuvPicture } from '@stilus/core/frame'
import { decode, gaussian, type Kernels, warpPerspective } from '@stilus/core/kernels'
import { PERSPECTIVE } from './kernels'
import { median } from './measure'

const [W, H] = [1920, 1080]

/** The same work by Stilus and by a general-purpose tool, in milliseconds for a frame of 1920x1080 on one thread. */
export interface Contest {
  name: string
  ours: number
  theirs: number
  /** How many times as fast the directions want Stilus to be. */
  bar?: number
}

const FFMPEG = ['-v', 'error', '-filter_threads', '1', '-threads', '1']

/** Milliseconds a frame that a filter of ffmpeg takes, over 20 frames of a source, without what the source takes. */
export function ffmpegFilter(source: string, filter: string, runs = 5): number {
  const run = (vf: string) => {
    const began = performance.now()
    execFileSync('ffmpeg', [...FFMPEG, '-f', 'lavfi', '-i', source, '-vf', vf, '-f', 'null', '-'])
    return performance.now() - began
  }
  const times = Array.from({ length: runs }, () => run(filter) - run('null'))
  return median(times) / 20
}

/** Runs of ours between the runs of theirs, so that both see the machine in the same moods. */
function alternate(ours: () => void, theirs: () => number): { ours: number; theirs: number } {
  const [a, b]: [number[], number[]] = [[], []]
  for (let i = 0; i < 3; i++) {
    for (let j = 0; j < 5; j++) {
      const began = performance.now()
      ours()
      a.push(performance.now() - began)
    }
    b.push(theirs())
  }
  return { ours: median(a), theirs: median(b) }
}

export async function contests(k: Kernels): Promise<Contest[]> {
  const src = k.frame(W, H)
  for (let i = 0; i < src.data.length; i++) src.data[i] = i % 4 === 3 ? 1 : ((i * 2654435761) % 997) / 997
  const rows: Contest[] = []
  for (const sigma of [20, 80]) {
    const float = `color=c=gray:s=${W}x${H}:r=25:d=0.8,format=gbrapf32le`
    const theirs = () => ffmpegFilter(float, `gblur=sigma=${sigma}:steps=3`)
    const ours = () => k.free(gaussian(k, src, sigma, sigma, 'clamp'))
    rows.push({
      name: `Gaussian, sigma ${sigma}, against ffmpeg gblur`,
      bar: 1.5,
      ...alternate(ours, theirs),
    })
  }
  const picture = flat(100, 110, 140)
  const planes = `color=c=gray:s=${W}x${H}:r=25:d=0.8,format=yuv420p`
  rows.push({
    name: "Y'CbCr 4:2:0 to linear float, against ffmpeg's conversion to 8-bit RGB (no linear light)",
    ...alternate(
      () => k.free(decode(k, picture)),
      () => ffmpegFilter(planes, 'scale=sws_flags=accurate_rnd+full_chroma_int+bicubic,format=rgb24'),
    ),
  })
  const cubic = await opencvWarp(src.data)
  const options = { edge: 'black', filter: 'bicubic' } as const
  rows.push({
    name: 'perspective warp, bicubic, against opencv-js',
    bar: 2,
    ...alternate(() => k.free(warpPerspective(k, src, PERSPECTIVE, options)), cubic),
  })
  k.free(src)
  return rows
}

interface OpenCv {
  onRuntimeInitialized?: () => void
  Mat?: new (...size: number[]) => { data32F: Float32Array }
  Size: new (w: number, h: number) => object
  Scalar: new () => object
  matFromArray(rows: number, cols: number, type: number, values: number[]): object
  warpPerspective(...args: unknown[]): void
  [constant: string]: unknown
}

/** Milliseconds of opencv-js for the same warp of the same picture. */
async function opencvWarp(values: Float32Array): Promise<() => number> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv
  await new Promise<void>((resolve) => (cv.Mat ? resolve() : (cv.onRuntimeInitialized = resolve)))
  // It prints its whole source when anything at all goes wrong.
  for (const event of ['uncaughtException', 'unhandledRejection']) process.removeAllListeners(event)
  const Mat = cv.Mat as NonNullable<OpenCv['Mat']>
  const src = new Mat(H, W, cv.CV_32FC4 as number)
  src.data32F.set(values)
  const dst = new Mat()
  const matrix = cv.matFromArray(3, 3, cv.CV_64F as number, PERSPECTIVE)
  const flags = (cv.INTER_CUBIC as number) | (cv.WARP_INVERSE_MAP as number)
  return () => {
    const began = performance.now()
    cv.warpPerspective(src, dst, matrix, new cv.Size(W, H), flags, cv.BORDER_CONSTANT, new cv.Scalar())
    return performance.now() - began
  }
}

function flat(y: number, u: number, v: number, w = W, h = H): YuvPicture {
  const plane = (n: number, value: number) => new Uint8Array(n).fill(value)
  return {
    kind: 'yuv',
    width: w,
    height: h,
    bits: 8,
    subsampling: [1, 1],
    matrix: 'bt709',
    range: 'limited',
    y: plane(w * h, y),
    u: plane((w * h) / 4, u),
    v: plane((w * h) / 4, v),
    strideY: w,
    strideC: w / 2,
  }
}

/** Worst error in 8-bit codes of BT.709 limited range to R'G'B' over flat colours inside the cube: ours and ffmpeg's, against the exact matrix. */
export function conversionErrors(k: Kernels): { ours: number; theirs: number; colours: number } {
  const { kr, kb } = lumaWeights('bt709')
  const list: [number, number, number][] = []
  for (let y = 20; y < 235; y += 15)
    for (let u = 40; u < 216; u += 16) for (let v = 40; v < 216; v += 16) list.push([y, u, v])
  const exact = ([y, u, v]: [number, number, number]) => {
    const [l, cb, cr] = [(y - 16) / 219, (u - 128) / 224, (v - 128) / 224]
    const [r, b] = [l + 2 * (1 - kr) * cr, l + 2 * (1 - kb) * cb]
    return [r, (l - kr * r - kb * b) / (1 - kr - kb), b].map((c) => c * 255)
  }
  const inside = list.filter((c) => exact(c).every((v) => v >= 0 && v <= 255))
  const planes = Buffer.concat(
    inside.map(([y, u, v]) => Buffer.concat([Buffer.alloc(16, y), Buffer.alloc(4, u), Buffer.alloc(4, v)])),
  )
  const tags = 'setparams=range=tv:colorspace=bt709'
  const args = ['-f', 'rawvideo', '-pix_fmt', 'yuv420p', '-s', '4x4', '-i', 'pipe:0', '-vf']
  const scale = 'scale=sws_flags=accurate_rnd+full_chroma_int:in_color_matrix=bt709:in_range=tv'
  const rgb = execFileSync(
    'ffmpeg',
    ['-v', 'error', ...args, `${tags},${scale},format=rgb24`, '-f', 'rawvideo', 'pipe:1'],
    { input: planes, maxBuffer: 1 << 28 },
  )
  let [ours, theirs] = [0, 0]
  inside.forEach((colour, n) => {
    const truth = exact(colour)
    const frame = decode(k, flat(...colour, 4, 4))
    for (let c = 0; c < 3; c++) {
      ours = Math.max(
        ours,
        Math.abs(encodeSrgb(frame.data[5 * 4 + c] as number) * 255 - (truth[c] as number)),
      )
      theirs = Math.max(theirs, Math.abs((rgb[(n * 16 + 5) * 3 + c] as number) - (truth[c] as number)))
    }
    k.free(frame)
  })
  return { ours, theirs, colours: inside.length }
}
