import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, unlinkSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { decode } from 'fast-png'

/** Where traced pictures wait to be composed; never committed. */
export const WORK = fileURLToPath(new URL('../build/film/', import.meta.url))

/** One picture for the ray tracer. */
export interface Job {
  /** Its name among the pictures of its shot, such as `puppet-0042`. */
  name: string
  scene: string
  width: number
  height: number
  /** Only this part is traced; the rest stays clear. Pixels. */
  part?: { left: number; top: number; right: number; bottom: number }
  /** Adaptive supersampling stops below this difference; none at all when 0. */
  smooth?: number
  /** How often a pixel is halved both ways where it is supersampled, 1 unless given: 3 puts steep edges within an eighth of a pixel. */
  halvings?: number
}

const HEAD = `#version 3.7;
global_settings { assumed_gamma 1.0 max_trace_level 6 }
#default { finish { ambient 0 } }
`

/** The file a job's picture has: its name, a digest of all that can change it (what is done is never done again), and its part. */
export function pictureOf(shot: string, job: Job): string {
  const digest = createHash('sha256').update(JSON.stringify(job)).digest('hex').slice(0, 12)
  const { left, top, right, bottom } = job.part ?? { left: 0, top: 0, right: job.width, bottom: job.height }
  return join(WORK, shot, `${job.name}-${digest}-${[left, top, right, bottom].join('.')}.png`)
}

/** Traces a job on one thread unless its picture is there: 16 bits, linear light, premultiplied alpha. @throws when the tracer fails */
export async function trace(shot: string, job: Job): Promise<string> {
  const out = pictureOf(shot, job)
  if (existsSync(out)) return out
  mkdirSync(join(WORK, shot), { recursive: true })
  const [source, part] = [out.replace(/png$/, 'pov'), out.replace(/png$/, 'part.png')]
  writeFileSync(source, HEAD + job.scene)
  const { left, top, right, bottom } = job.part ?? { left: 0, top: 0, right: job.width, bottom: job.height }
  const area = [`+SC${left + 1}`, `+SR${top + 1}`, `+EC${right}`, `+ER${bottom}`]
  const smooth =
    job.smooth === 0 ? ['-A'] : [`+A${job.smooth ?? 0.3}`, '+AM2', `+R${job.halvings ?? 1}`, '-J']
  const args = [`+I${source}`, `+O${part}`, `+W${job.width}`, `+H${job.height}`, ...area, ...smooth]
  const tracer = spawn('povray', [...args, '+FN16', 'File_Gamma=1.0', '+UA', '-D', '+WT1', '-GA'], {
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  let said = ''
  tracer.stderr.on('data', (text: Buffer) => (said = (said + text.toString()).slice(-1500)))
  const code = await new Promise<number | null>((done, failed) =>
    tracer
      .on('close', done)
      .on('error', () =>
        failed(new Error('The ray tracer cannot be started. Install it: apt-get install povray.')),
      ),
  )
  if (code !== 0) throw new Error(`The ray tracer stopped with ${code} on ${job.name}:\n${said}`)
  renameSync(part, out)
  unlinkSync(source)
  return out
}

/** A traced picture as floats 0 to 1, premultiplied RGBA in linear light, clear outside the part that was traced. */
export function readTraced(path: string): { width: number; height: number; data: Float32Array } {
  const { width, height, data, channels } = decode(readFileSync(path))
  const [left = 0, top = 0, right = width, bottom = height] =
    /-([\d.]+)\.png$/.exec(path)?.[1]?.split('.').map(Number) ?? []
  const floats = new Float32Array(width * height * 4)
  for (let y = top; y < bottom; y++)
    for (let p = y * width + left; p < y * width + right; p++) {
      const alpha = channels === 4 ? (data[p * 4 + 3] as number) / 65535 : 1
      const k = alpha / 65535
      floats[p * 4] = (data[p * channels] as number) * k
      floats[p * 4 + 1] = (data[p * channels + 1] as number) * k
      floats[p * 4 + 2] = (data[p * channels + 2] as number) * k
      floats[p * 4 + 3] = alpha
    }
  return { width, height, data: floats }
}
