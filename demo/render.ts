// Paints and encodes the demo clips: tsx demo/render.ts [scene …]. Needs ffmpeg; the results are committed.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { encodeI420, Kernels } from '@stilus/core/kernels'
import { CLIPS, SIZE } from './clips'
import { comet } from './scenes/comet'
import { harbour } from './scenes/harbour'
import { lantern } from './scenes/lantern'
import { chance, type Sheet } from './scenes/paper'
import { sceneSound } from './sound'

const SCENES = { harbour, lantern, comet }
const media = fileURLToPath(new URL('./media/', import.meta.url))

/** Film-like grain: stronger in the middle tones, new in every frame. */
function grain({ data, width }: Sheet, frame: number): void {
  for (let i = 0; i < data.length; i += 4) {
    const p = i >> 2
    const [x, y] = [p % width, Math.floor(p / width)]
    const g = chance(x, y, frame * 3) + chance(x, y, frame * 3 + 1) + chance(x, y, frame * 3 + 2) - 1.5
    for (let c = 0; c < 3; c++) {
      const v = data[i + c] as number
      data[i + c] = v + g * 0.016 * Math.sqrt(Math.max(v, 0.0004))
    }
  }
}

async function render({ scene, file, frames, seed }: (typeof CLIPS)[number]): Promise<void> {
  const draw = SCENES[scene](frames)
  const k = new Kernels(96 * 1048576)
  const wav = join(mkdtempSync(join(tmpdir(), 'stilus-')), 'sound.raw')
  writeFileSync(wav, sceneSound(frames / 24, seed))
  const webm = file.endsWith('.webm')
  const video = webm
    ? ['-c:v', 'libvpx-vp9', '-b:v', '0', '-crf', '30', '-g', '48', '-row-mt', '1']
    : ['-c:v', 'libx264', '-preset', 'slow', '-crf', '21', '-g', '48', '-bf', '2']
  const sound = webm
    ? ['-c:a', 'libopus', '-b:a', '96k']
    : ['-c:a', 'aac', '-b:a', '128k', '-movflags', '+faststart']
  const colour = [
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
  const input = [
    '-f',
    'rawvideo',
    '-pix_fmt',
    'yuv420p',
    '-s',
    `${SIZE.width}x${SIZE.height}`,
    '-r',
    '24',
    '-i',
    'pipe:0',
  ]
  const heard = ['-f', 's16le', '-ar', '48000', '-ac', '2', '-i', wav]
  const ffmpeg = spawn(
    'ffmpeg',
    ['-y', '-v', 'error', ...input, ...heard, ...video, ...colour, ...sound, join(media, file)],
    {
      stdio: ['pipe', 'inherit', 'inherit'],
    },
  )
  for (let n = 0; n < frames; n++) {
    const picture = draw(n)
    grain(picture, n)
    const frame = k.frameOf(SIZE.width, SIZE.height, picture.data)
    if (!ffmpeg.stdin.write(encodeI420(k, frame))) await once(ffmpeg.stdin, 'drain')
    k.free(frame)
    if (n % 12 === 0) console.log(`${scene} ${n}/${frames}`)
  }
  ffmpeg.stdin.end()
  const [code] = (await once(ffmpeg, 'close')) as [number]
  if (code !== 0) throw new Error(`ffmpeg stopped with ${code} on ${file}.`)
}

const wanted = process.argv.slice(2)
for (const clip of CLIPS) if (!wanted.length || wanted.includes(clip.scene)) await render(clip)
