// Composes and encodes the film and writes its truth: tsx demo/film/encode.ts [shot …]. Needs the traced pictures and ffmpeg.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { encodeI420 } from '@stilus/core/kernels'
import { effects } from '../sound/effects'
import { toPcm } from '../sound/synth'
import { Composer } from './composer'
import { finder, finish } from './finish'
import { type Shot } from './shot'
import { SHOTS } from './shots'
import { TruthWriter } from './truth'

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

async function make(shot: Shot): Promise<void> {
  const c = new Composer()
  const size = shot.size ?? { width: 1280, height: 720 }
  const sound = join(mkdtempSync(join(tmpdir(), 'stilus-')), 'sound.raw')
  const fps = shot.rate.num / shot.rate.den
  writeFileSync(sound, toPcm(effects(shot.name, shot.frames / fps)))
  const film = writer(
    join(MEDIA, shot.file),
    size,
    `${shot.rate.num}/${shot.rate.den}`,
    shot.quality ?? 20,
    sound,
  )
  const truth = new TruthWriter(shot, size)
  for (let n = 0; n < shot.frames; n++) {
    const at = finder(shot, n)
    await truth.add(c, n, at)
    const picture = finish(c, shot, n, shot.compose(c, n, at))
    if (!film.stdin.write(encodeI420(c.k, picture))) await once(film.stdin, 'drain')
    c.next()
  }
  film.stdin.end()
  const [code] = (await once(film, 'close')) as [number]
  if (code !== 0) throw new Error(`ffmpeg stopped with ${code} on ${shot.file}.`)
  await truth.close()
}

const names = process.argv.slice(2)
for (const shot of SHOTS.filter((s) => !names.length || names.includes(s.name))) {
  const began = Date.now()
  await make(shot)
  console.log(`${shot.name}: ${shot.frames} frames in ${Math.round((Date.now() - began) / 1000)} s`)
}
