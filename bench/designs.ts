import { performAll, type Project, moverAddress, newProject } from '@stilus/core/project'
import { SHELF } from '@stilus/core/shelf'
import { shelved, type Use } from '../demo/shelved'
import { NodeRenderer } from '../server/render'
import { median } from './measure'

const SIZE = { width: 1280, height: 720 }
/** A frame at 24 a second. */
const REAL_TIME = 1000 / 24

interface Worst {
  name: string
  half: number
  full: number
}

const timed = async (renderer: NodeRenderer, designId: string, frame: number, scale: number) => {
  const began = performance.now()
  renderer.kernels.free(await renderer.frame({ kind: 'design', designId }, frame, scale))
  return performance.now() - began
}

/** The slowest of some moments of each design as it comes, stands and goes, planning included, fonts open. */
async function worstOf(): Promise<Worst[]> {
  const uses = SHELF.map((entry): Use => ({
    id: entry.id,
    entry,
    palette: entry.family.palettes[0],
    size: SIZE,
  }))
  const project = shelved([], uses)
  const renderer = new NodeRenderer(project, new Map())
  const rows: Worst[] = []
  for (const { id, entry } of uses) {
    const length = project.designs.find((d) => d.id === id)?.length ?? 1
    const moments = [6, 13, 24, length >> 1, length - 6].map((at) => Math.max(0, Math.min(length - 1, at)))
    for (const at of moments) await timed(renderer, id, at, 0.25)
    const worst = { half: 0, full: 0 }
    for (const at of moments) {
      worst.half = Math.max(worst.half, await timed(renderer, id, at, 0.5))
      worst.full = Math.max(worst.full, await timed(renderer, id, at, 1))
    }
    rows.push({ name: `${entry.design.name} (${id})`, ...worst })
  }
  await renderer.close()
  return rows
}

/** Letters that rise one after the other, each exposed by a shutter of its own. */
function manyLetters(count: number): Project {
  const words = Array.from({ length: count }, (_, i) =>
    i % 6 === 5 ? ' ' : 'abcdefghijklmnop'[i % 16],
  ).join('')
  const objectId = 'letters'
  const set = (name: string, value: number | string) =>
    ['value.set', { address: moverAddress(objectId, 'm', name), at: 0, value }] as const
  return performAll(
    newProject('letters', 'Letters'),
    [
      ['design.add', { designId: 'd', name: 'D', size: SIZE, rate: { num: 24, den: 1 }, length: 96 }],
      [
        'object.add',
        {
          designId: 'd',
          objectId,
          kind: 'text',
          text: { text: words },
          form: { place: [80, 80], box: [1120, 560], size: 34 },
        },
      ],
      ['mover.add', { objectId, moverId: 'm', way: 'arrive', use: 'rise' }],
      ...[set('unit', 'letter'), set('frames', 48), set('overlap', 0.9), set('shutter', 180)],
    ],
    'Letters',
  ).project
}

/** A word out of dust, so many of whose grains live at once. */
function manyParticles(living: number): Project {
  const set = (name: string, value: number | string) =>
    ['value.set', { address: moverAddress('word', 'm', name), at: 0, value }] as const
  const text = { text: 'Comet', family: 'inter', weight: 700 }
  return performAll(
    newProject('dust', 'Dust'),
    [
      ['design.add', { designId: 'd', name: 'D', size: SIZE, rate: { num: 24, den: 1 }, length: 96 }],
      [
        'object.add',
        { designId: 'd', objectId: 'word', kind: 'text', text, form: { place: [120, 260], size: 260 } },
      ],
      ['mover.add', { objectId: 'word', moverId: 'm', way: 'arrive', use: 'dust' }],
      ...[set('unit', 'whole'), set('frames', 80), set('life', 1), set('count', Math.min(20_000, living))],
    ],
    'Dust',
  ).project
}

/** The median of frames in the middle of a movement, full size. */
async function movingMs(project: Project): Promise<number> {
  const renderer = new NodeRenderer(project, new Map())
  const times: number[] = []
  for (let frame = 16; frame < 32; frame++) times.push(await timed(renderer, 'd', frame, 1))
  await renderer.close()
  return median(times.slice(4))
}

/** The section of docs/benchmarks.md on the designs of the shelf. */
export async function designSection(): Promise<string> {
  const rows = await worstOf()
  const share = (of: 'half' | 'full') => rows.filter((r) => r[of] < REAL_TIME).length / rows.length
  const slowest = [...rows].sort((a, b) => b.full - a.full).slice(0, 10)
  const letters = await movingMs(manyLetters(500))
  const particles = await movingMs(manyParticles(20_000))
  const percent = (v: number) => `${(v * 100).toFixed(0)} %`
  return `## Designs of the shelf at 1280x720

The slowest of five moments of each, as it comes, stands and goes: planned and drawn in Node on one thread, its fonts open, nothing kept from the frame before.

| the ten heaviest | half size, ms | full size, ms |
| --- | --- | --- |
${slowest.map((r) => `| ${r.name} | ${r.half.toFixed(0)} | ${r.full.toFixed(0)} |`).join('\n')}

| what | figure | bar |
| --- | --- | --- |
| designs whose slowest moment takes less than a frame's time, half size | ${percent(share('half'))} | 95 %: ${share('half') >= 0.95 ? 'met' : 'missed'} |
| the same, full size | ${percent(share('full'))} | |
| the median design at its slowest, half and full size | ${median(rows.map((r) => r.half)).toFixed(0)} and ${median(rows.map((r) => r.full)).toFixed(0)} ms | |
| 500 letters that rise, each exposed by a shutter | ${letters.toFixed(0)} ms | |
| a word out of 20,000 grains | ${particles.toFixed(0)} ms | 40 ms: ${particles < 40 ? 'met' : 'missed'} |
`
}
