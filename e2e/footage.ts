// Files as they come in the field, written by ffmpeg: each one is awkward in its own way.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { zipSync } from 'fflate'
import { encode } from 'fast-png'
import { writeExr } from '../core/formats/exr'

const FOLDER = mkdtempSync(join(tmpdir(), 'stilus-footage-'))
process.once('exit', () => rmSync(FOLDER, { recursive: true, force: true }))

/** Where a file of the footage lies. */
export const footage = (name: string): string => join(FOLDER, name)

const ffmpeg = (...args: string[]) =>
  void execFileSync('ffmpeg', ['-y', '-v', 'error', ...args], { cwd: FOLDER })

const bars = (rate: string, size = '160x90', seconds = 2) => [
  ...['-f', 'lavfi', '-i', `testsrc2=s=${size}:d=${seconds}:r=${rate}`],
]
const tone = (seconds = 2) => ['-f', 'lavfi', '-i', `sine=440:d=${seconds}:sample_rate=48000`]
const h264 = (...more: string[]) => ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', ...more]
const vp9 = (format = 'yuv420p') => [
  '-c:v',
  'libvpx-vp9',
  '-b:v',
  '1M',
  '-deadline',
  'realtime',
  '-pix_fmt',
  format,
]
const tagged = (matrix: string, primaries: string, transfer: string) => [
  ...['-colorspace', matrix, '-color_primaries', primaries, '-color_trc', transfer],
]
/** Alpha that rises from left to right, of pictures with values up to `full`. */
const rising = (format: string, full: number) => [
  '-vf',
  `format=${format},geq=lum='lum(X,Y)':cb='cb(X,Y)':cr='cr(X,Y)':a='X*${full}/W'`,
]

/** Writes one file. */
const MAKERS: Record<string, (name: string) => void | Promise<void>> = {
  '23.976 with B-frames.mp4': (name) =>
    ffmpeg(
      ...bars('24000/1001'),
      ...tone(),
      ...h264('-bf', '3', '-g', '24'),
      ...tagged('bt709', 'bt709', 'bt709'),
      '-c:a',
      'aac',
      name,
    ),
  '29.97 drop.mov': (name) =>
    ffmpeg(
      ...bars('30000/1001'),
      ...tone(),
      ...h264('-g', '30'),
      '-timecode',
      '01:00:00;00',
      '-c:a',
      'pcm_s16le',
      name,
    ),
  '59.94 with Opus.webm': (name) =>
    ffmpeg(...bars('60000/1001'), ...tone(), ...vp9(), '-g', '60', '-c:a', 'libopus', name),
  'plain.mp4': (name) => ffmpeg(...bars('25'), ...h264(), name),
  'turned 90.mp4': (name) => ffmpeg(...bars('25'), ...h264(), 'upright.mp4') ?? turn('90', name),
  'turned 180.mp4': (name) => ffmpeg(...bars('25'), ...h264(), 'upright.mp4') ?? turn('180', name),
  'anamorphic 16 to 9.mp4': (name) =>
    ffmpeg(
      ...bars('25', '720x576', 1),
      '-vf',
      'setsar=64/45',
      ...h264(),
      ...tagged('bt470bg', 'bt470bg', 'gamma28'),
      name,
    ),
  'anamorphic 4 to 3.mov': (name) =>
    ffmpeg(
      ...bars('30000/1001', '720x480', 1),
      '-vf',
      'setsar=8/9',
      ...h264(),
      ...tagged('smpte170m', 'smpte170m', 'smpte170m'),
      name,
    ),
  'ten bit 4-2-2.mp4': (name) => ffmpeg(...bars('25'), '-c:v', 'libx264', '-pix_fmt', 'yuv422p10le', name),
  'PQ.webm': (name) =>
    ffmpeg(...bars('25'), ...vp9('yuv420p10le'), ...tagged('bt2020nc', 'bt2020', 'smpte2084'), name),
  'HLG.mkv': (name) =>
    ffmpeg(...bars('25'), ...vp9('yuv420p10le'), ...tagged('bt2020nc', 'bt2020', 'arib-std-b67'), name),
  'tags in the stream alone.mkv': (name) =>
    ffmpeg(
      ...bars('25'),
      ...h264('-x264-params', 'colormatrix=smpte170m:colorprim=smpte170m:transfer=smpte170m:fullrange=on'),
      name,
    ),
  'varying rate.mp4': (name) => {
    const times = "setpts='if(lt(N,30),N/25,1.2+(N-30)/12.5)/TB'"
    ffmpeg(...bars('25', '160x90', 3), '-vf', times, '-fps_mode', 'vfr', ...h264(), name)
  },
  'late start.mkv': (name) =>
    ffmpeg(
      ...bars('25'),
      ...tone(),
      ...h264('-bf', '2', '-g', '12'),
      '-c:a',
      'aac',
      '-output_ts_offset',
      '3',
      name,
    ),
  'fragmented.mp4': (name) =>
    ffmpeg(...bars('25'), ...h264('-g', '12'), '-movflags', 'frag_keyframe+empty_moov', name),
  'odd size.webm': (name) =>
    ffmpeg('-f', 'lavfi', '-i', 'testsrc=s=161x91:d=2:r=25', ...vp9('yuv420p'), name),
  'alpha.webm': (name) => ffmpeg(...bars('25'), ...rising('yuva420p', 255), ...vp9('yuva420p'), name),
  'alpha.mov': (name) =>
    ffmpeg(
      ...bars('25', '160x90', 1),
      ...rising('yuva444p10le', 1023),
      '-c:v',
      'prores_ks',
      '-profile:v',
      '4444',
      '-pix_fmt',
      'yuva444p10le',
      name,
    ),
  'damaged.mp4': (name) => {
    ffmpeg(...bars('25', '640x360', 6), ...h264('-b:v', '3M', '-g', '50'), 'whole.mp4')
    const bytes = readFileSync(footage('whole.mp4'))
    const from = bytes.indexOf('mdat')
    const middle = from + ((bytes.length - from) >> 1)
    for (let i = middle; i < middle + 3000; i++) bytes[i] = (i * 37) & 255
    writeFileSync(footage(name), bytes)
  },
  'still.jpg': (name) =>
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'testsrc=s=161x91:d=1:r=1',
      '-frames:v',
      '1',
      '-pix_fmt',
      'yuvj420p',
      '-q:v',
      '2',
      name,
    ),
  'still.webp': (name) => ffmpeg(...bars('1', '160x90', 1), '-frames:v', '1', '-c:v', 'libwebp', name),
  'still.avif': (name) =>
    ffmpeg(
      ...bars('1', '160x90', 1),
      '-frames:v',
      '1',
      '-c:v',
      'libaom-av1',
      '-still-picture',
      '1',
      '-pix_fmt',
      'yuv444p',
      '-crf',
      '10',
      name,
    ),
  'sixteen bit.png': (name) => {
    const data = Uint16Array.from({ length: 160 * 90 * 4 }, (_, i) =>
      i % 4 === 3 ? 65535 : (i * 7919) & 65535,
    )
    writeFileSync(footage(name), encode({ width: 160, height: 90, data, channels: 4, depth: 16 }))
  },
  'sixteen bit.tiff': (name) =>
    ffmpeg(...bars('1', '160x90', 1), '-frames:v', '1', '-pix_fmt', 'rgb48le', name),
  'beyond white.exr': async (name) => {
    const data = Float32Array.from({ length: 160 * 90 * 4 }, (_, i) =>
      i % 4 === 3 ? 1 : i % 8 < 4 ? -0.1 : (50 * i) / 57600,
    )
    writeFileSync(footage(name), await writeExr({ width: 160, height: 90 }, data, 'float'))
  },
  'walk.[0001-0006].png': (name) => {
    const still = (n: number) => {
      const data = Uint8Array.from({ length: 160 * 90 * 4 }, (_, i) => (i % 4 === 3 ? 255 : (i * n) & 255))
      return encode({ width: 160, height: 90, data, channels: 4, depth: 8 })
    }
    const numbers = [1, 2, 3, 5, 6]
    writeFileSync(
      footage(name),
      zipSync(Object.fromEntries(numbers.map((n) => [`walk.000${n}.png`, still(n)]))),
    )
  },
}

const turn = (degrees: string, name: string) =>
  ffmpeg('-i', 'upright.mp4', '-c', 'copy', '-metadata:s:v', `rotate=${degrees}`, name)

export const FOOTAGE: readonly string[] = Object.keys(MAKERS)

/** Writes all of it, or what is named. */
export async function makeFootage(names: readonly string[] = FOOTAGE): Promise<void> {
  for (const name of names) await MAKERS[name]?.(name)
}
