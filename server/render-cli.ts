// npm run render -- project.stilus.zip --out file.mp4 [--sequence NAME] [--shot N] …
import { parseArgs } from 'node:util'
import type { Container, DeliveredAlpha, Delivery, EncodeQuality } from '@stilus/core/deliver'
import { getSequence, type Project, type Sequence, unknownSteps } from '@stilus/core/project'
import { needFfmpeg } from './decode/ffmpeg'
import { deliverToFile } from './deliver'
import { openPackage } from './render'

const USE = `Use: npm run render -- project.stilus.zip --out file.mp4
  --out        a name that ends in .mp4, .webm, .png.zip or .exr.zip
  --sequence   the name of a sequence; the edit itself where absent
  --marks      from in to out alone
  --shot N     one shot; shots count from 1, in the order of the cut
  --handles N  so many frames around a shot, where there is material
  --matte NAME where a step of the shot acts, instead of its pictures
  --quality    draft, high (usual) or master
  --depth      8 or 16 (usual) for PNG, 16 (half, usual) or 32 (float) for EXR
  --alpha      none, straight or premultiplied; what is usual for the kind of file where absent`

const OPTIONS = {
  sequence: { type: 'string' },
  shot: { type: 'string' },
  out: { type: 'string' },
  handles: { type: 'string' },
  matte: { type: 'string' },
  marks: { type: 'boolean' },
  quality: { type: 'string' },
  depth: { type: 'string' },
  alpha: { type: 'string' },
} as const
type Options = Partial<Record<Exclude<keyof typeof OPTIONS, 'marks'>, string>> & { marks?: boolean }

function oneOf<T extends string>(name: string, given: string | undefined, list: readonly T[]): T | undefined {
  if (given === undefined || list.includes(given as T)) return given as T | undefined
  throw new Error(`--${name} is one of ${list.join(', ')}, not ${given}.\n${USE}`)
}

function sequenceNamed(project: Project, name: string | undefined): Sequence {
  const named = project.sequences.find((s) => s.name === name)
  if (name !== undefined && !named)
    throw new Error(
      `There is no sequence ${name}; this project has ${project.sequences.map((s) => s.name).join(', ')}.`,
    )
  return named ?? getSequence(project)
}

/** What the options ask for. @throws Error with what to do instead */
export function deliveryOf(project: Project, options: Options): Delivery {
  const [, ending] = /\.(mp4|webm|png\.zip|exr\.zip)$/.exec(options.out ?? '') ?? []
  if (!ending) throw new Error(USE)
  const container = ending.replace('.zip', '') as Container
  const sequence = sequenceNamed(project, options.sequence)
  const depths = container === 'exr' ? (['16', '32'] as const) : (['8', '16'] as const)
  const common = {
    container,
    quality: oneOf<EncodeQuality>('quality', options.quality, ['draft', 'high', 'master']) ?? 'high',
    depth: Number(oneOf('depth', options.depth, depths) ?? 16) as Delivery['depth'],
    alpha: oneOf<DeliveredAlpha>('alpha', options.alpha, ['none', 'straight', 'premultiplied']),
  }
  if (options.shot === undefined)
    return { what: { kind: options.marks ? 'marks' : 'sequence', sequenceId: sequence.id }, ...common }
  const shots = [...sequence.shots].sort((a, b) => a.start - b.start)
  const shot = shots[Number(options.shot) - 1]
  if (!shot) throw new Error(`There is no shot ${options.shot}; ${sequence.name} has ${shots.length}.`)
  const step = shot.steps.find((s) => s.name === options.matte)
  if (options.matte !== undefined && !step)
    throw new Error(
      `There is no step ${options.matte}; ${shot.name} has ${shot.steps.map((s) => s.name).join(', ') || 'none'}.`,
    )
  const handles = Math.max(0, Math.round(Number(options.handles ?? 0))) || 0
  return { what: { kind: 'shot', shotId: shot.id, handles, matteOf: step?.id }, ...common }
}

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: OPTIONS })
  const [path] = positionals
  if (!path || !values.out) throw new Error(USE)
  needFfmpeg()
  const stop = new AbortController()
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => stop.abort(new Error('Stopped: nothing was written.')))
  const opened = await openPackage(path)
  try {
    const { project } = opened
    const delivery = deliveryOf(project, values)
    const unknown = [...new Set(unknownSteps(project).map((s) => s.name))]
    if (unknown.length) console.error(`Left out, unknown to this version: ${unknown.join(', ')}.`)
    const began = performance.now()
    const codec = await deliverToFile(project, opened.files, delivery, values.out, {
      signal: stop.signal,
      problem: (message) => console.error(`\n${message}`),
      progress(done, total) {
        const left = Math.round(((performance.now() - began) / done) * (total - done) * 1e-3)
        process.stdout.write(`\rframe ${done} of ${total}, ${left} s left   `)
      },
    })
    console.log(`\n${values.out} (${codec})`)
  } finally {
    opened.close()
  }
}

if (process.argv[1]?.endsWith('render-cli.ts'))
  main().then(
    () => process.exit(0),
    (error: Error) => {
      console.error(`\n${error.message}`)
      process.exit(1)
    },
  )
