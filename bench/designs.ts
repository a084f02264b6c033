import type { Act, Project } from '@stilus/core/project'
import { moverAddress, newProject, performAll } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { SHELF } from '@stilus/core/shelf'
import { shelved, type Use } from '../demo/shelved'
import { NodeRenderer } from '../server/render'
import { median } from './measure'

const SIZE = { width: 1280, height: 720 }
const RATE = 24
/** Moments of an arrival and a departure, and one between, as frames from the beginning and from the end. */
const MOMENTS = [3, 8, 14, 22, 34, 50, 70, -9, -4]
const FRAME = 1000 / RATE

interface Measured {
  id: string
  /** Milliseconds at the worst moment, at full size and at half. */
  full: number
  half: number
  at: number
}

async function cost(renderer: NodeRenderer, target: Target, frame: number, scale: number): Promise<number> {
  const began = performance.now()
  renderer.kernels.free(await renderer.frame(target, frame, scale))
  return performance.now() - began
}

/** Every design of the shelf by itself, at its worst moment, without what lies under it. */
async function measured(): Promise<Measured[]> {
  const uses = SHELF.map((entry): Use => ({
    id: entry.id,
    entry,
    palette: entry.family.palettes[0],
    size: SIZE,
  }))
  const project = shelved([], uses)
  const renderer = new NodeRenderer(project, new Map())
  const out: Measured[] = []
  for (const { id } of uses) {
    const length = project.designs.find((d) => d.id === id)?.length ?? 1
    const target = { kind: 'design', designId: id } as const
    const frames = MOMENTS.map((m) => (m < 0 ? length + m : Math.min(m, length - 1)))
    // Fonts are opened, and code is warm, before anything counts.
    await cost(renderer, target, frames[6] ?? 0, 1)
    const worst = { full: 0, half: 0, at: 0 }
    for (const frame of frames) {
      const full = await cost(renderer, target, frame, 1)
      if (full > worst.full) Object.assign(worst, { full, at: frame })
      worst.half = Math.max(worst.half, await cost(renderer, target, frame, 0.5))
    }
    out.push({ id, ...worst })
  }
  await renderer.close()
  return out.sort((a, b) => b.full - a.full)
}

/** Five hundred letters that each rise by themselves, exposed for half a frame. */
async function manyLetters(): Promise<{ full: number; half: number }> {
  const words = Array.from({ length: 100 }, (_, i) => 'abcde'.slice(i % 2) + 'fg'.slice(0, 1 + (i % 2))).join(
    ' ',
  )
  const acts: Act[] = [
    ['design.add', { designId: 'd', name: 'D', size: SIZE, rate: { num: RATE, den: 1 }, length: 96 }],
    [
      'object.add',
      {
        designId: 'd',
        objectId: 't',
        kind: 'text',
        text: { text: words, family: 'inter', weight: 700 },
        form: { size: 44, place: [640, 360], box: [1200, 680] },
      },
    ],
    ['mover.add', { objectId: 't', moverId: 'm', way: 'arrive', use: 'rise' }],
    ...Object.entries({ unit: 'letter', shutter: 180, frames: 40, overlap: 0.98, distance: 3 }).map(
      ([name, value]): Act => ['value.set', { address: moverAddress('t', 'm', name), at: 0, value }],
    ),
  ]
  const project: Project = performAll(newProject('p', 'P'), acts, 'bench').project
  const renderer = new NodeRenderer(project, new Map())
  const target = { kind: 'design', designId: 'd' } as const
  const at = async (scale: number) => {
    const times: number[] = []
    for (const frame of [10, 10, 14, 18, 22]) times.push(await cost(renderer, target, frame, scale))
    return median(times.slice(1))
  }
  const out = { full: await at(1), half: await at(0.5) }
  await renderer.close()
  return out
}

/** What designs of the shelf and many moving letters cost. */
export async function designSection(): Promise<string> {
  const all = await measured()
  const letters = await manyLetters()
  const quick = all.filter(({ half }) => half <= FRAME).length
  const share = (quick / all.length) * 100
  return `## Designs of the shelf at ${SIZE.width}x${SIZE.height}, each at its worst moment

One thread in Node, by itself, planned and drawn anew, of ${MOMENTS.length} moments of its arrival, its rest and its departure. At half size ${quick} of ${all.length} take no longer than a frame of ${RATE} a second
lasts (${share.toFixed(0)} %; 95 % were asked for${share >= 95 ? ': met' : ': missed'}). The ten heaviest:

| design | frame | ms | ms at half size |
| --- | --- | --- | --- |
${all
  .slice(0, 10)
  .map(({ id, at, full, half }) => `| ${id} | ${at} | ${full.toFixed(0)} | ${half.toFixed(0)} |`)
  .join('\n')}

Median of all: ${median(all.map((m) => m.full)).toFixed(0)} ms, at half size ${median(all.map((m) => m.half)).toFixed(0)} ms. Five hundred letters that rise one by one, exposed for half a frame: ${letters.full.toFixed(0)} ms, at half size ${letters.half.toFixed(0)} ms.`
}
