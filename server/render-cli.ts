// npm run render -- project.stilus.zip [--shot N] --out file.mp4|file.webm
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { parseArgs } from 'node:util'
import { encodeI420, soften } from '@stilus/core/kernels'
import { sequenceLength } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { NodeRenderer, openPackage } from './render'

const USE =
  'Use: npm run render -- project.stilus.zip [--shot N] --out file.mp4 (or file.webm). Shots count from 1, in the order of the cut.'

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { shot: { type: 'string' }, out: { type: 'string' } },
  })
  const [path] = positionals
  if (!path || !values.out || !/\.(mp4|webm)$/.test(values.out)) throw new Error(USE)
  const opened = await openPackage(path)
  const { project } = opened
  const shots = [...project.shots].sort((a, b) => a.start - b.start)
  const shot = values.shot ? shots[Number(values.shot) - 1] : undefined
  if (values.shot && !shot)
    throw new Error(`There is no shot ${values.shot}; this project has ${shots.length}.`)
  const target: Target = shot ? { kind: 'shot', shotId: shot.id } : { kind: 'sequence' }
  const count = shot ? shot.length : sequenceLength(project)
  const { width, height } = project.size
  const codec = values.out.endsWith('.webm')
    ? ['-c:v', 'libvpx-vp9', '-b:v', '0', '-crf', '18']
    : ['-c:v', 'libx264', '-crf', '16']
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
  const input = [
    '-f',
    'rawvideo',
    '-pix_fmt',
    'yuv420p',
    '-s',
    `${width}x${height}`,
    '-r',
    `${project.rate.num}/${project.rate.den}`,
    '-i',
    'pipe:0',
  ]
  const encoder = spawn('ffmpeg', ['-y', '-v', 'error', ...input, ...codec, ...colour, values.out], {
    stdio: ['pipe', 'inherit', 'inherit'],
  })
  const renderer = new NodeRenderer(project, opened.files)
  for (let n = 0; n < count; n++) {
    const frame = await renderer.frame(target, n)
    if (project.highlights === 'soft') soften(renderer.kernels, frame)
    if (!encoder.stdin.write(encodeI420(renderer.kernels, frame))) await once(encoder.stdin, 'drain')
    renderer.kernels.free(frame)
    process.stdout.write(`\rframe ${n + 1} of ${count}`)
  }
  encoder.stdin.end()
  const [code] = (await once(encoder, 'close')) as [number]
  renderer.close()
  opened.close()
  if (code !== 0) throw new Error('ffmpeg could not write the file.')
  console.log(`\n${values.out}`)
}

main().catch((error: Error) => {
  console.error(`\n${error.message}`)
  process.exit(1)
})
