import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { type Frame } from '@stilus/core/frame'
import { type Composer } from './composer'
import { heldFrame, type Shot } from './shot'
import { WORK } from './tracer'
import { findStep, type StepDeclaration } from '@stilus/core/steps'

const grainStep = findStep('grain') as StepDeclaration

/** Finds the files of a shot's plates and of its pictures for frame n by their names: the latest that was traced. */
export function finder(shot: Shot, n: number): (name: string) => string {
  const folder = join(WORK, shot.name)
  let files = listed.get(folder)
  if (!files) listed.set(folder, (files = existsSync(folder) ? latest(folder) : new Map<string, string>()))
  return (name) => {
    const path = files.get(`${name}-${String(heldFrame(shot, n)).padStart(4, '0')}`) ?? files.get(name)
    if (!path) throw new Error(`${shot.name} has no picture called ${name} at ${n}. Trace it first.`)
    return path
  }
}

const listed = new Map<string, Map<string, string>>()

function latest(folder: string): Map<string, string> {
  const pictures = readdirSync(folder)
    .flatMap((file) => {
      const name = /^(.+)-[0-9a-f]{12}-[\d.]+\.png$/.exec(file)?.[1]
      return name ? [{ name, path: join(folder, file), time: statSync(join(folder, file)).mtimeMs }] : []
    })
    .sort((a, b) => a.time - b.time)
  return new Map(pictures.map(({ name, path }) => [name, path]))
}

const GRAIN = { size: 1.35, colour: 0.35, shadows: 0.8, highlights: 0.4, every: 1 }

/** The last touch, the film stock: grain of Stilus's own step, new in every frame, the same for the same frame. */
export function finish(c: Composer, { seed, grain = 0.09 }: Shot, n: number, picture: Frame): Frame {
  if (grain === 0) return picture
  const values = { ...GRAIN, amount: grain, seed }
  return c.pass(
    grainStep.render({
      kernels: c.k,
      input: picture,
      values,
      scale: 1,
      place: { x: 0, y: 0 },
      tables: {},
      time: n,
    } as never),
  )
}
