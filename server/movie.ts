import { spawn } from 'node:child_process'
import { once } from 'node:events'
import type { Writable } from 'node:stream'
import { bitrate, type MovieOptions, type MovieWriter, SAMPLE_RATE } from '@stilus/core/deliver'
import { fps } from '@stilus/core/time'

/** Raw streams say all there is to say in their options: nothing is read ahead to find out. */
const KNOWN = ['-probesize', '32', '-analyzeduration', '0']
const TAGS = [
  ...['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv'],
]

/** A movie by ffmpeg at a path: planes through one pipe, sound through another. */
export function ffmpegMovie(options: MovieOptions, path: string): MovieWriter {
  const { container, quality, width, height, rate, alpha, sound } = options
  const pixels = alpha ? 'yuva420p' : 'yuv420p'
  const bits = String(bitrate(quality, width, height, fps(rate)))
  const video = [
    ...['-f', 'rawvideo', '-pix_fmt', pixels, '-s', `${width}x${height}`, '-r', `${rate.num}/${rate.den}`],
    ...KNOWN,
    ...['-i', 'pipe:0'],
  ]
  const audio = sound ? [...KNOWN, '-f', 'f32le', '-ar', String(SAMPLE_RATE), '-ac', '2', '-i', 'pipe:3'] : []
  const codec =
    container === 'mp4'
      ? ['-c:v', 'libx264', '-movflags', '+faststart']
      : ['-c:v', 'libvpx-vp9', '-deadline', 'good', '-cpu-used', '4', '-row-mt', '1', '-auto-alt-ref', '0']
  const heard = sound ? ['-c:a', container === 'mp4' ? 'aac' : 'libopus', '-b:a', '192k'] : []
  const second = String(Math.max(1, Math.round(fps(rate))))
  const args = [
    '-y',
    '-v',
    'error',
    ...video,
    ...audio,
    ...codec,
    '-b:v',
    bits,
    '-g',
    second,
    '-pix_fmt',
    pixels,
  ]
  const timecode =
    container === 'mp4'
      ? ['-timecode', options.timecode, '-write_tmcd', '1']
      : ['-metadata', `TIMECODE=${options.timecode}`]
  const child = spawn('ffmpeg', [...args, ...TAGS, ...timecode, ...heard, '-f', container, path], {
    stdio: ['pipe', 'ignore', 'pipe', 'pipe'],
    // Ctrl+C is for the one who started it, who ends it in order.
    detached: true,
  })
  const [pictures, , errors, samples] = child.stdio as unknown as [
    Writable,
    null,
    NodeJS.ReadableStream,
    Writable,
  ]
  let said = ''
  errors.on('data', (piece: Buffer) => (said += String(piece)))
  for (const pipe of [pictures, samples]) pipe.on('error', () => undefined)
  const closed = once(child, 'close') as Promise<[number | null]>
  const failed = () =>
    new Error(`The file could not be written: ${said.trim().split('\n').at(-1) || 'ffmpeg ended'}`)
  return {
    codec: [
      container === 'mp4' ? 'avc' : 'vp9',
      ...(alpha ? ['alpha'] : []),
      ...(sound ? [heard[1] as string] : []),
    ].join(', '),
    async picture(planes) {
      if (child.exitCode !== null) throw failed()
      if (!pictures.write(planes)) await Promise.race([once(pictures, 'drain'), closed])
    },
    sound([left, right]) {
      const data = new Float32Array(left.length * 2)
      for (let i = 0; i < left.length; i++) {
        data[2 * i] = left[i] as number
        data[2 * i + 1] = right[i] as number
      }
      samples.write(Buffer.from(data.buffer))
      return Promise.resolve()
    },
    async finish() {
      pictures.end()
      samples.end()
      const [code] = await closed
      if (code !== 0) throw failed()
    },
    async cancel() {
      child.kill('SIGKILL')
      await closed
    },
  }
}
