// Writes docs/designs.md and eight moments of every design of the shelf: npm run designs
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { encodeRgba8 } from '@stilus/core/kernels'
import { FAMILIES, type OnShelf, PURPOSES, SHELF } from '@stilus/core/shelf'
import { NodeRenderer } from '../server/render'
import { mediaPath } from './paths'
import { demoProject } from './project'
import { shelved, type Use } from './shelved'
import { jpegOf, sheet } from './sheet'

const docs = fileURLToPath(new URL('../docs/', import.meta.url))
const folder = `${docs}designs/`
const SIZE = { width: 1280, height: 720 }
const SCALE = 192 / SIZE.width
/** Frames of the demo film that designs are seen over: busy, dark, bright. */
const OVER = [
  ['harbour-wide', 30],
  ['fox-talks', 20],
  ['stargazer-on-green', 30],
] as const
/** Frames after the beginning, and before the end. */
const MOMENTS = [3, 8, 14, 22, 34, 70, -7, -3]

const demo = demoProject()
const uses = SHELF.map((entry, i): Use => ({
  id: entry.id,
  entry,
  palette: entry.family.palettes[0],
  size: SIZE,
  over: OVER[i % OVER.length] ?? OVER[0],
}))
const project = shelved(demo.media, uses)
const renderer = new NodeRenderer(project, new Map(demo.media.map((m) => [m.id, mediaPath(m.name)])))

async function strip({ id }: Use): Promise<Buffer> {
  const length = project.designs.find((d) => d.id === id)?.length ?? 1
  const pictures: { width: number; height: number; data: Uint8Array<ArrayBuffer> }[] = []
  for (const moment of MOMENTS) {
    const at = moment < 0 ? length + moment : Math.min(moment, length - 1)
    const frame = await renderer.frame({ kind: 'sequence', sequenceId: id }, at, SCALE)
    const { width, height } = frame
    pictures.push({ width, height, data: encodeRgba8(renderer.kernels, frame, 'opaque') })
    renderer.kernels.free(frame)
  }
  return jpegOf(sheet(pictures, 4))
}

const file = (id: string) => `designs/${id.replace('/', '-')}.jpg`
const only = process.argv.slice(2)
mkdirSync(folder, { recursive: true })
for (const use of uses)
  if (!only.length || only.some((name) => use.id.startsWith(name)))
    writeFileSync(`${docs}${file(use.id)}`, await strip(use))
await renderer.close()

const row = ({ id, design }: OnShelf) =>
  `| **${design.name}**<br>${PURPOSES[design.purpose]}, ${design.seconds} s<br>${design.says} | ![](${file(id)}) |`
const family = ({ id, name, says, palettes }: (typeof FAMILIES)[number]) => `## ${name}

${says} In ${palettes.map((p) => p.name).join(', ')}.

| design | moments |
| ------ | ------- |
${SHELF.filter((e) => e.family.id === id)
  .map(row)
  .join('\n')}`

writeFileSync(
  `${docs}designs.md`,
  `# Designs of the shelf

Written by \`npm run designs\` from \`core/shelf\`: ${SHELF.length} designs in ${FAMILIES.length} families, each with eight moments over a busy, a dark or a bright frame of
the demo film. A family shares its letters, line and motion, and has two palettes at least; any design can be given any colour. Every one is drawn for the
picture that it is used on, wide, square or upright; letters that do not fit become smaller, and for words that run from right to left all of it is mirrored.

${FAMILIES.map(family).join('\n\n')}
`,
)
