// npm run render -- project.stilus.zip [--sequence NAME] [--shot N] --out file.mp4|file.webm
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { parseArgs } from 'node:util'
import { encodeI420, soften } from '@stilus/core/kernels'
import { getSequence, sequenceLength, unknownSteps } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { NodeRenderer, openPackage } from './render'

const USE =
  'Use: npm run render -- project.stilus.zip [--sequence NAME] [--shot N] --out file.mp4 (or file.webm). Shots count from 1, in the order of the cut.'

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { sequence: { type: 'string' }, shot: { type: 'string' }, out: { type: 'string' } },
  })
  const [path] = positionals
  if (!path || !values.out || !/\.(mp4|webm)$/.test(values.out)) throw new Error(USE)
  const opened = await openPackage(path)
  const { project } = opened
  const named = project.sequences.find((s) => s.name === values.sequence)
  if (values.sequence && !named)
    throw new Error(
      `There is no sequence ${values.sequence}; this project has ${project.sequences.map((s) => s.name).join(', ')}.`,
    )
  const sequence = named ?? getSequence(project)
  const shots = [...sequence.shots].sort((a, b) => a.start - b.start)
  const shot = values.shot ? shots[Number(values.shot) - 1] : undefined
  if (values.shot && !shot)
    throw new Error(`There is no shot ${values.shot}; ${sequence.name} has ${shots.length}.`)
  const unknown = unknownSteps(project)
  if (unknown.length)
    console.error(
      `Left out, unknown to this version: ${[...new Set(unknown.map((s) => s.name))].join(', ')}.`,
    )
  const target: Target = shot
    ? { kind: 'stack', stack: { kind: 'shot', id: shot.id } }
    : { kind: 'sequence', sequenceId: sequence.id }
  const count = shot ? shot.length : sequenceLength(sequence)
  const { width, height } = sequence.size
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
    `${sequence.rate.num}/${sequence.rate.den}`,
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
