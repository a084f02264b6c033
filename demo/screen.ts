// Reads the screen of the stargazer's clip as the desk does, and writes its picture and what was found: tsx demo/screen.ts
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { encodePicture } from '@stilus/core/deliver'
import { ClipReader, looksFor, spreadOver } from '@stilus/core/key'
import { decode, Kernels } from '@stilus/core/kernels'
import { NodeRenderer } from '../server/render'
import { CUTS, SIZE } from './cut'
import { demoProject } from './project'
import { mediaPath } from './paths'

const CLIP = 'stargazer-on-green'
const cut = CUTS.find((c) => c.file === `${CLIP}.mp4`)
if (!cut) throw new Error(`${CLIP} is not in the edit.`)
const project = demoProject()
const files = new Map(project.media.map((m) => [m.id, mediaPath(m.name)]))
const renderer = new NodeRenderer(project, files)
const k = new Kernels(400 * 1048576)
const reader = new ClipReader(k, 'auto', SIZE.height / 720)
for (const n of spreadOver(cut.in, cut.in + cut.length - 1, looksFor(SIZE))) {
  const picture = await renderer.media.picture(CLIP, n)
  if (!picture) throw new Error(`Frame ${n} of ${CLIP} is not there.`)
  const frame = decode(k, picture)
  reader.add(frame)
  k.free(frame)
}
const found = reader.read()
if (!found) throw new Error('No screen was found.')
const { picture, colour, ...facts } = found
const { channel, shares } = colour
const png = await encodePicture(k, picture, { format: 'png8', alpha: 'none' }, 'clip')
writeFileSync(mediaPath('stargazer-screen.png'), png)
writeFileSync(
  fileURLToPath(new URL('./screen.json', import.meta.url)),
  `${JSON.stringify({ ...facts, colour: { channel, shares } }, null, 2)}\n`,
)
await renderer.close()
process.exit(0)
