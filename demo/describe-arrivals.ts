// Writes docs/arrivals.md and a strip of moments for every arrival and stay from their declarations: npm run arrivals
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type MoverDeclaration, moverDefaults, PASSES, STAYS, type Way } from '@stilus/core/arrivals'
import { encodeRgba8 } from '@stilus/core/kernels'
import { type Act, newProject, performAll, type Project } from '@stilus/core/project'
import { NodeRenderer } from '../server/render'
import { jpegOf, sheet } from './sheet'
import { told } from './declared'

const docs = fileURLToPath(new URL('../docs/', import.meta.url))
const folder = `${docs}arrivals/`
const MOMENTS = 8
const SCALE = 0.5
const LENGTH = 96

/** Two words on a dark ground, moved by one mover. */
function shown(mover: MoverDeclaration, way: Way): Project {
  const words = mover.id === 'count-up' ? '1,240 miles' : 'Tin Comet'
  const acts: Act[] = [
    [
      'design.add',
      {
        designId: 'd',
        name: 'Shown',
        size: { width: 400, height: 160 },
        rate: { num: 24, den: 1 },
        length: LENGTH,
      },
    ],
    [
      'object.add',
      { designId: 'd', objectId: 'ground', kind: 'rectangle', form: { box: [400, 160], place: [200, 80] } },
    ],
    [
      'value.set',
      {
        address: { owner: { kind: 'object', id: 'ground' }, path: 'coats/ground-fill/form/colour' },
        at: 0,
        value: [0.006, 0.009, 0.02],
      },
    ],
    [
      'object.add',
      {
        designId: 'd',
        objectId: 't',
        kind: 'text',
        text: { text: words, family: 'inter', weight: 700, align: 'centre' },
        form: { size: 64, place: [200, 45] },
      },
    ],
    [
      'value.set',
      {
        address: { owner: { kind: 'object', id: 't' }, path: 'coats/t-fill/form/colour' },
        at: 0,
        value: [0.5, 0.38, 0.2],
      },
    ],
    ['mover.add', { objectId: 't', moverId: 'm', way, use: mover.id }],
  ]
  return performAll(newProject('shown', 'Shown'), acts, 'docs').project
}

/** The frames of a strip: of a pass evenly over its time, of a stay over one second and a half from where it is all there. */
function framesOf(mover: MoverDeclaration, way: Way): number[] {
  const frames = Number(moverDefaults(mover, way)['frames'] ?? 0)
  return Array.from({ length: MOMENTS }, (_, i) =>
    mover.kind === 'stay'
      ? 24 + Math.round((i * 48) / MOMENTS)
      : Math.round(((i + 0.4) / (MOMENTS - 0.4)) * frames),
  )
}

async function strip(mover: MoverDeclaration): Promise<Buffer> {
  const way: Way = mover.kind === 'stay' ? 'stay' : 'arrive'
  const renderer = new NodeRenderer(shown(mover, way), new Map())
  const pictures: { width: number; height: number; data: Uint8Array<ArrayBuffer> }[] = []
  for (const at of framesOf(mover, way)) {
    const frame = await renderer.frame({ kind: 'design', designId: 'd' }, at, SCALE)
    const { width, height } = frame
    pictures.push({ width, height, data: encodeRgba8(renderer.kernels, frame, 'opaque') })
    renderer.kernels.free(frame)
  }
  renderer.close()
  return jpegOf(sheet(pictures, 4))
}

const only = process.argv.slice(2)
mkdirSync(folder, { recursive: true })
for (const mover of [...PASSES, ...STAYS])
  if (!only.length || only.includes(mover.id)) writeFileSync(`${folder}${mover.id}.jpg`, await strip(mover))

const entry = (mover: MoverDeclaration) => told(mover, `arrivals/${mover.id}.jpg`)
writeFileSync(
  `${docs}arrivals.md`,
  `# Arrivals and stays

Written by \`npm run arrivals\` from the declarations in \`core/arrivals\`: ${PASSES.length} ways to come and to go, ${STAYS.length} ways to move in between, each with
eight moments. Every one moves all of an object, or the lines, words or letters of a text, the things in a group or the copies of a repeat by themselves; in
reading order, backwards, from the middle, from the ends, at random or by distance from a point; overlapping, evenly or not; by an ease, a spring, a fall or a
drawn curve; with a shutter, trails and an eye in depth. A departure is the same with time turned round.

## Arrivals and departures

${PASSES.map(entry).join('\n\n')}

## Stays

${STAYS.map(entry).join('\n\n')}
`,
)
