import { type Frame } from '@stilus/core/frame'
import { type Composer } from './composer'
import { type Shot } from './shot'
import { pictureOf } from './tracer'
import { findStep, type StepDeclaration } from '@stilus/core/steps'

const grainStep = findStep('grain') as StepDeclaration

/** Finds the files of a shot's plates and of its pictures for frame n by their names. */
export function finder(shot: Shot, n: number): (name: string) => string {
  const plates = new Map((plateJobs(shot) ?? []).map((job) => [job.name, pictureOf(shot.name, job)]))
  const jobs = shot.jobs?.(n) ?? []
  for (const job of jobs) plates.set(job.name, pictureOf(shot.name, { ...job, name: `${job.name}-${String(n).padStart(4, '0')}` }))
  return (name) => {
    const path = plates.get(name)
    if (!path) throw new Error(`${shot.name} has no picture called ${name}.`)
    return path
  }
}

const plates = new Map<string, ReturnType<NonNullable<Shot['plates']>>>()
function plateJobs(shot: Shot) {
  const known = plates.get(shot.name) ?? shot.plates?.()
  if (known) plates.set(shot.name, known)
  return known
}

const GRAIN = { size: 1.35, colour: 0.35, shadows: 0.8, highlights: 0.4, every: 1 }

/** The last touch, the film stock: grain of Stilus's own step, new in every frame, the same for the same frame. */
export function finish(c: Composer, { seed, grain = 0.09 }: Shot, n: number, picture: Frame): Frame {
  if (grain === 0) return picture
  const values = { ...GRAIN, amount: grain, seed }
  return c.pass(grainStep.render({ kernels: c.k, input: picture, values, scale: 1, place: { x: 0, y: 0 }, time: n } as never))
}
