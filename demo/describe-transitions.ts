// Writes docs/transitions.md and a strip of five moments for every transition from their declarations: npm run transitions
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { encodeRgba8 } from '@stilus/core/kernels'
import { perform, type Project } from '@stilus/core/project'
import { CROSSINGS, type StepDeclaration } from '@stilus/core/steps'
import { NodeRenderer, openPackage } from '../server/render'
import { entry } from './declared'
import { packDemo } from './pack'
import { jpegOf, sheet } from './sheet'

const docs = fileURLToPath(new URL('../docs/', import.meta.url))
const folder = `${docs}transitions/`
/** The cut of the demo that they are shown on, and how large. */
const CUT = { from: 'harbour', to: 'tower', before: 8, after: 12 }
const SCALE = 0.15
const MOMENTS = [0.1, 0.3, 0.5, 0.7, 0.9]

const opened = await openPackage(await packDemo())
const joined = perform(opened.project, 'transition.add', {
  transitionId: 'shown',
  stepId: 'joint',
  use: 'dissolve',
  ...CUT,
}).project

async function strip(project: Project): Promise<Buffer> {
  const renderer = new NodeRenderer(project, opened.files)
  const length = CUT.before + CUT.after
  const pictures: { width: number; height: number; data: Uint8Array<ArrayBuffer> }[] = []
  for (const moment of MOMENTS) {
    const target = { kind: 'stack', stack: { kind: 'transition', id: 'shown' } } as const
    const frame = await renderer.frame(target, Math.floor(moment * length), SCALE)
    const { width, height } = frame
    pictures.push({ width, height, data: encodeRgba8(renderer.kernels, frame, 'opaque') })
    renderer.kernels.free(frame)
  }
  renderer.close()
  return jpegOf(sheet(pictures, MOMENTS.length))
}

mkdirSync(folder, { recursive: true })
for (const { id: use } of CROSSINGS) {
  const { project } = perform(joined, 'transition.swap', { transitionId: 'shown', stepId: 'joint', use })
  writeFileSync(`${folder}${use}.jpg`, await strip(project))
}
opened.close()

const told = (step: StepDeclaration) => entry(step, `transitions/${step.id}.jpg`)
writeFileSync(
  `${docs}transitions.md`,
  `# Transitions

Written by \`npm run transitions\` from the declarations in \`core/cross\`: ${CROSSINGS.length} transitions, each with five moments of a cut of the demo, from a tenth
of its time to nine tenths. At its beginning each is the outgoing picture and at its end the incoming one, bit for bit. Every one has a pace: even, gentle at
either end or both, or drawn; where it is gentle its speed is exactly zero at the end. Their controls take keys, regions and mixes as those of any treatment.

${CROSSINGS.map(told).join('\n\n')}
`,
)
