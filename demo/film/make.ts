// Traces the film: tsx demo/film/make.ts [shot …] [--frames 0,12,40]. Goes on where it stopped; two pictures at a time on two cores.
import { cpus } from 'node:os'
import { SHOTS } from './shots'
import { heldFrame, type Shot } from './shot'
import { type Job, trace } from './tracer'

let latest: { key: string; jobs: Job[] } | undefined
const words = process.argv.slice(2)
const chosen = words
  .find((w) => w.startsWith('--frames='))
  ?.slice(9)
  .split(',')
  .map(Number)
const names = words.filter((w) => !w.startsWith('--'))
const shots = names.length ? names.map((name) => SHOTS.find((s) => s.name === name)) : SHOTS
for (const shot of shots) {
  if (!shot) throw new Error(`The shots are ${SHOTS.map((s) => s.name).join(', ')}.`)
  // Every eighth frame first, then the rest, so that a strip can be looked at early.
  const order = Array.from({ length: shot.frames }, (_, n) => n)
    .filter((n) => heldFrame(shot, n) === n)
    .sort((a, b) => (a % 8) - (b % 8) || a - b)
  const queue = [
    ...(shot.plates?.() ?? []).map((job) => () => job),
    ...(chosen ?? order).flatMap((n) => [0, 1, 2].map((i) => () => frameJob(shot, n, i))),
  ]
  const began = Date.now()
  let done = 0
  await Promise.all(
    cpus().map(async () => {
      for (let next = queue.shift(); next; next = queue.shift()) {
        const job = next()
        if (job) await trace(shot.name, job)
        if (++done % 20 === 0)
          console.log(
            `${shot.name}: ${done} done, ${queue.length} to do, ${Math.round((Date.now() - began) / 1000)} s`,
          )
      }
    }),
  )
  console.log(`${shot.name}: traced in ${Math.round((Date.now() - began) / 1000)} s`)
}

function frameJob(shot: Shot, n: number, i: number): Job | undefined {
  const key = `${shot.name} ${n}`
  if (latest?.key !== key) latest = { key, jobs: shot.jobs?.(n) ?? [] }
  const job = latest.jobs[i]
  return job && { ...job, name: `${job.name}-${String(n).padStart(4, '0')}` }
}
