import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { writeFileSync } from 'node:fs'
import type { Rate } from '@stilus/core/time'

/** Side of one square of the frame number, in pixels; sixteen squares lie along the top. */
const SQUARE = 16
export const BITS = 16

export interface ClipOptions {
  path: string
  frames: number
  rate?: Rate
  width?: number
  height?: number
  /** ffmpeg's encoder arguments. */
  video?: string[]
  /** Adds a click of 2 ms to otherwise silent sound at the start of this frame. */
  clickAt?: number
}

/** H.264 with three B-frames in a row and a group of 30, as cameras and programs write it. */
export const H264 = [
  '-c:v',
  'libx264',
  '-preset',
  'veryfast',
  '-crf',
  '16',
  '-g',
  '30',
  '-bf',
  '3',
  '-b_strategy',
  '0',
]
export const VP9 = ['-c:v', 'libvpx-vp9', '-b:v', '3M', '-g', '30', '-deadline', 'realtime', '-cpu-used', '8']

/** One 4:2:0 frame: a moving soft picture with its own number in black and white squares along the top. */
function picture(n: number, width: number, height: number): Buffer {
  const chroma = (width / 2) * (height / 2)
  const out = Buffer.alloc(width * height + 2 * chroma, 128)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const number = y < SQUARE && x < BITS * SQUARE
      const bit = (n >> Math.floor(x / SQUARE)) & 1
      const soft = 126 + 60 * Math.sin((x + 4 * n) / 37) + 40 * Math.cos((y - 2 * n) / 29)
      out[y * width + x] = number ? (bit ? 235 : 16) : Math.round(Math.max(16, Math.min(235, soft)))
    }
  }
  for (let y = 0; y < height / 2; y++) {
    for (let x = 0; x < width / 2; x++) {
      const at = y * (width / 2) + x
      if (y < SQUARE / 2 && x < (BITS * SQUARE) / 2) continue
      out[width * height + at] = Math.round(128 + 40 * Math.sin((x - n) / 31))
      out[width * height + chroma + at] = Math.round(128 + 40 * Math.cos((y + 2 * n) / 23))
    }
  }
  return out
}

/** Makes a clip whose every frame carries its number. */
export async function makeClip(options: ClipOptions): Promise<void> {
  const {
    path,
    frames,
    rate = { num: 24, den: 1 },
    width = 320,
    height = 180,
    video = H264,
    clickAt,
  } = options
  const sound: string[] = []
  if (clickAt !== undefined) {
    const samples = Math.round((frames * 48000 * rate.den) / rate.num)
    const data = Buffer.alloc(samples * 4)
    const start = Math.round((clickAt * 48000 * rate.den) / rate.num)
    for (let i = start; i < start + 96; i++)
      for (const c of [0, 2]) data.writeInt16LE(i % 2 ? 24000 : -24000, i * 4 + c)
    writeFileSync(`${path}.pcm`, data)
    sound.push('-f', 's16le', '-ar', '48000', '-ac', '2', '-i', `${path}.pcm`)
  }
  const input = [
    '-f',
    'rawvideo',
    '-pix_fmt',
    'yuv420p',
    '-s',
    `${width}x${height}`,
    '-r',
    `${rate.num}/${rate.den}`,
    '-i',
    'pipe:0',
  ]
  const colour = [
    '-pix_fmt',
    'yuv420p',
    '-colorspace',
    'bt709',
    '-color_primaries',
    'bt709',
    '-color_trc',
    'bt709',
    '-color_range',
    'tv',
  ]
  const codec = sound.length
    ? ['-c:a', path.endsWith('.webm') || path.endsWith('.mkv') ? 'libopus' : 'aac']
    : []
  const ffmpeg = spawn(
    'ffmpeg',
    ['-y', '-v', 'error', ...input, ...sound, ...video, ...colour, ...codec, path],
    { stdio: ['pipe', 'inherit', 'inherit'] },
  )
  for (let n = 0; n < frames; n++)
    if (!ffmpeg.stdin.write(picture(n, width, height))) await once(ffmpeg.stdin, 'drain')
  ffmpeg.stdin.end()
  const [code] = (await once(ffmpeg, 'close')) as [number]
  if (code !== 0) throw new Error(`ffmpeg stopped with ${code}.`)
}

/** The row through the middle of the squares. */
export const MIDDLE = SQUARE / 2

/** The number along a picture's row `MIDDLE`, from its luma or any channel; `step` is the values of one pixel. */
export function readRow(values: ArrayLike<number>, step = 1, scale = 1): number {
  let n = 0
  for (let bit = 0; bit < BITS; bit++)
    if ((values[Math.floor((bit + 0.5) * SQUARE * scale) * step] as number) > 128) n |= 1 << bit
  return n
}
