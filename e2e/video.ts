import { execFileSync } from 'node:child_process'

/** All frames of a video as 8-bit planes in 4:2:0, decoded by ffmpeg without touching their count or colour. */
export function decodeFrames(
  path: string,
  width: number,
  height: number,
  decoder: string[] = [],
): Uint8Array[] {
  const args = [
    '-v',
    'error',
    ...decoder,
    '-i',
    path,
    '-map',
    '0:v:0',
    '-fps_mode',
    'passthrough',
    '-f',
    'rawvideo',
    '-pix_fmt',
    'yuv420p',
    'pipe:1',
  ]
  const bytes = execFileSync('ffmpeg', args, { maxBuffer: 2 ** 31 })
  const size = width * height + 2 * Math.ceil(width / 2) * Math.ceil(height / 2)
  return Array.from({ length: bytes.length / size }, (_, i) => bytes.subarray(i * size, (i + 1) * size))
}

/** Left channel of the sound at 48 kHz. */
export function decodeSound(path: string): Float32Array {
  const bytes = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-map', '0:a:0', '-ac', '1', '-ar', '48000', '-f', 'f32le', 'pipe:1'],
    { maxBuffer: 2 ** 30 },
  )
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength))
}

/** One value of ffprobe for the first picture stream. */
export const probe = (path: string, entry: string): string =>
  String(
    execFileSync('ffprobe', [
      '-v',
      'error',
      '-select_streams',
      'v:0',
      '-show_entries',
      `stream=${entry}`,
      '-of',
      'default=nw=1:nk=1',
      path,
    ]),
  ).trim()

/** The timecode that a file says its first frame has. */
export const timecodeOf = (path: string): string =>
  String(
    execFileSync('ffprobe', [
      '-v',
      'error',
      '-show_entries',
      'format_tags:stream_tags',
      '-of',
      'default=nw=1',
      path,
    ]),
  ).match(/^TAG:(?:MOVIE\/)?timecode=(.*)$/im)?.[1] ?? ''

/** Peak signal-to-noise ratio of 8-bit planes in decibels. */
export function psnr(a: Uint8Array, b: Uint8Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += ((a[i] as number) - (b[i] as number)) ** 2
  return sum === 0 ? Infinity : 10 * Math.log10((255 * 255 * a.length) / sum)
}
