import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'

export const MEDIA = fileURLToPath(new URL('../media/', import.meta.url))
const TAGS = [
  '-color_primaries',
  'bt709',
  '-color_trc',
  'bt709',
  '-colorspace',
  'bt709',
  '-color_range',
  'tv',
  '-pix_fmt',
  'yuv420p',
]

/** Starts ffmpeg on raw 4:2:0 pictures; `sound` is a file of 16-bit stereo at 48 kHz. */
export function writer(
  path: string,
  { width, height }: { width: number; height: number },
  rate: string,
  quality: number,
  sound?: string,
) {
  const webm = path.endsWith('.webm')
  const video = webm
    ? [
        '-c:v',
        'libvpx-vp9',
        '-b:v',
        '0',
        '-crf',
        String(quality + 10),
        '-g',
        '48',
        '-row-mt',
        '1',
        '-cpu-used',
        '2',
      ]
    : [
        '-c:v',
        'libx264',
        '-preset',
        'medium',
        '-crf',
        String(quality),
        '-g',
        '48',
        '-bf',
        '2',
        '-movflags',
        '+faststart',
        '-video_track_timescale',
        '24000',
      ]
  const heard = sound ? ['-f', 's16le', '-ar', '48000', '-ac', '2', '-i', sound] : []
  const audio = sound ? (webm ? ['-c:a', 'libopus', '-b:a', '96k'] : ['-c:a', 'aac', '-b:a', '128k']) : []
  const input = [
    '-f',
    'rawvideo',
    '-pix_fmt',
    'yuv420p',
    '-s',
    `${width}x${height}`,
    '-r',
    rate,
    '-i',
    'pipe:0',
  ]
  return spawn('ffmpeg', ['-y', '-v', 'error', ...input, ...heard, ...video, ...TAGS, ...audio, path], {
    stdio: ['pipe', 'inherit', 'inherit'],
  })
}
