import { spawnSync } from 'node:child_process'
import { plan, renderFrame } from '@stilus/core/render'
import { encodeRgba8, Kernels } from '@stilus/core/kernels'
import type { Picture } from '@stilus/core/frame'
import { getSequence, newProject, type Project, type Shot, type Step } from '@stilus/core/project'
import { encode as encodePng } from 'fast-png'
import { demoProject } from './project'
import { mediaPath } from './paths'

/** Small pictures of treatments on frames of the demo film, for documentation and for looking at presets. */
export interface Subject {
  /** A medium of the demo and a frame of it. */
  mediaId: string
  frame: number
}

const k = new Kernels(640 * 1048576)
const decoded = new Map<string, Picture>()

function pictureOf(project: Project, mediaId: string, frame: number): Picture | undefined {
  const medium = project.media.find((m) => m.id === mediaId)
  if (!medium) return undefined
  const key = `${mediaId} ${frame}`
  const known = decoded.get(key)
  if (known) return known
  const at = ((frame - 0.5) * medium.rate.den) / medium.rate.num
  const seek = medium.kind === 'still' || frame < 1 ? [] : ['-ss', String(at)]
  const vp9 = medium.codec === 'vp9' ? ['-c:v', 'libvpx-vp9'] : []
  const { stdout } = spawnSync(
    'ffmpeg',
    [
      '-v',
      'error',
      ...vp9,
      ...seek,
      '-i',
      mediaPath(medium.name),
      '-frames:v',
      '1',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-',
    ],
    { maxBuffer: 1 << 28 },
  )
  const picture: Picture = {
    kind: 'rgba',
    width: medium.width,
    height: medium.height,
    data: new Uint8Array(stdout),
  }
  decoded.set(key, picture)
  return picture
}

/** The frame of a subject under steps, `width` pixels wide, as 8-bit codes over black. */
export async function pictured(steps: readonly Step[], { mediaId, frame }: Subject, width: number) {
  const demo = demoProject()
  const base = newProject('sheet', 'Sheet')
  const shot: Shot = {
    id: 's',
    name: 's',
    source: { kind: 'medium', mediaId },
    lane: 0,
    start: 0,
    length: 96,
    in: frame - 24,
    zero: frame - 24,
    sound: null,
    state: 'untouched',
    note: '',
    steps: [...steps],
  }
  const { size, rate } = getSequence(demo)
  const sequences = [{ ...getSequence(base), size, rate, shots: [shot] }]
  const project: Project = { ...base, media: demo.media, sequences }
  const planned = plan(project, { kind: 'stack', stack: { kind: 'shot', id: 's' } }, 24, width / size.width)
  const made = await renderFrame(k, planned, (id, n) => pictureOf(project, id, n))
  const rgba = new Uint8Array(encodeRgba8(k, made, 'opaque'))
  const { width: w, height: h } = made
  k.free(made)
  return { width: w, height: h, data: rgba }
}

type Pictured = Awaited<ReturnType<typeof pictured>>

/** Pictures side by side in rows, with a gap, as PNG. */
export function sheet(pictures: readonly Pictured[], cols: number): Uint8Array {
  const [first] = pictures as [Pictured]
  const gap = 4
  const rows = Math.ceil(pictures.length / cols)
  const [w, h] = [cols * (first.width + gap) - gap, rows * (first.height + gap) - gap]
  const data = new Uint8Array(w * h * 4).fill(24)
  pictures.forEach((p, n) => {
    const [x, y] = [(n % cols) * (first.width + gap), Math.floor(n / cols) * (first.height + gap)]
    for (let row = 0; row < p.height; row++)
      data.set(p.data.subarray(row * p.width * 4, (row + 1) * p.width * 4), ((y + row) * w + x) * 4)
  })
  for (let i = 3; i < data.length; i += 4) data[i] = 255
  return encodePng({ width: w, height: h, data, channels: 4 })
}

/** A PNG as a JPEG for documents. */
export function jpegOf(png: Uint8Array): Buffer {
  const options = ['-v', 'error', '-f', 'png_pipe', '-i', '-', '-q:v', '4', '-f', 'mjpeg', '-']
  const { status, stdout, stderr } = spawnSync('ffmpeg', options, { input: png, maxBuffer: 1 << 26 })
  if (status) throw new Error(String(stderr))
  return stdout
}
