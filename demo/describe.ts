// Writes docs/treatments.md and a picture for every treatment from their declarations: npm run treatments
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { exampleOf } from '@stilus/core/catalogue'
import { PRESETS, RECIPES } from '@stilus/core/presets'
import { isNumeric } from '@stilus/core/params'
import { newPlainStep, type Step } from '@stilus/core/project'
import { type Aim, AIMS, type StepDeclaration, STEPS } from '@stilus/core/steps'
import { entry } from './declared'
import { jpegOf, pictured, sheet, type Subject } from './sheet'

const docs = fileURLToPath(new URL('../docs/', import.meta.url))
const folder = `${docs}treatments/`
const WIDTH = 320

const SUBJECT: Subject = { mediaId: 'harbour-wide', frame: 40 }
/** Those that show better on other pictures. */
const SUBJECTS: Record<string, Subject> = {
  smooth: face(),
  'lens-blur': face(),
  'focus-pull': face(),
  bulge: face(),
  rays: face(),
  star: face(),
  'drop-shadow': title(),
  outline: title(),
  echo: { mediaId: 'fox-crosses', frame: 40 },
}
function face(): Subject {
  return { mediaId: 'stargazer-talks', frame: 40 }
}
function title(): Subject {
  return { mediaId: 'title-card', frame: 0 }
}

function example(step: StepDeclaration): Step {
  const made = newPlainStep(step.id, 'x')
  for (const [id, animated] of Object.entries(exampleOf(step)?.what ?? {}))
    made.what[id] = structuredClone(animated)
  const { content } = exampleOf(step) ?? {}
  if (content) made.content = structuredClone(content)
  return made
}

async function write(name: string, steps: Step[], subject: Subject): Promise<void> {
  writeFileSync(`${folder}${name}.jpg`, jpegOf(sheet([await pictured(steps, subject, WIDTH)], 1)))
}

mkdirSync(folder, { recursive: true })
for (const step of STEPS) await write(step.id, [example(step)], SUBJECTS[step.id] ?? SUBJECT)
for (const recipe of RECIPES) await write(recipe.id, structuredClone(recipe.steps) as Step[], SUBJECT)

const keyed = STEPS.flatMap((s) => Object.values(s.params)).filter(isNumeric).length
const parts = (Object.keys(AIMS) as Aim[]).map((aim) =>
  [
    `## ${AIMS[aim]}`,
    ...STEPS.filter((s) => s.aim === aim).map((s) => entry(s, `treatments/${s.id}.jpg`)),
  ].join('\n\n'),
)
const looks = RECIPES.map((r) => {
  const steps = r.steps.map((s) => s.name.toLowerCase()).join(', ')
  return `### ${r.name}\n\n![${r.name}](treatments/${r.id}.jpg)\n\nOf ${steps}. On its front: ${r.panel.map((c) => c.label).join(', ')}.`
})
writeFileSync(
  `${docs}treatments.md`,
  `# Treatments

Written by \`npm run treatments\` from the declarations in \`core/steps\`: ${STEPS.length} treatments, ${PRESETS.length} presets, ${RECIPES.length} looks.
Every treatment can be switched, mixed, laid on the picture by a blend mode (in light or as seen), limited to a region and ramped in and out;
${keyed} of their controls are numbers or places, which take keys and can follow others.

${parts.join('\n\n')}

## Looks

${looks.join('\n\n')}
`,
)
