// Writes docs/treatments.md and a picture for every treatment from their declarations: npm run treatments
import { spawnSync } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { exampleOf } from '@stilus/core/catalogue'
import { PRESETS, RECIPES } from '@stilus/core/presets'
import { isNumeric, type Param } from '@stilus/core/params'
import { newPlainStep, type Step } from '@stilus/core/project'
import { type Aim, AIMS, type StepDeclaration, STEPS } from '@stilus/core/steps'
import { pictured, sheet, type Subject } from './sheet'

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
  const png = sheet([await pictured(steps, subject, WIDTH)], 1)
  const jpeg = [
    '-v',
    'error',
    '-y',
    '-f',
    'png_pipe',
    '-i',
    '-',
    '-q:v',
    '4',
    '-update',
    '1',
    `${folder}${name}.jpg`,
  ]
  const { status, stderr } = spawnSync('ffmpeg', jpeg, { input: png })
  if (status) throw new Error(String(stderr))
}

function values(param: Param): string {
  switch (param.type) {
    case 'choice':
      return param.options.map((o) => o.label).join(', ')
    case 'toggle':
      return `on or off; ${param.default ? 'on' : 'off'} at first`
    case 'number':
      return `${param.min} to ${param.max}${param.unit ? ` ${param.unit}` : ''}; ${param.default} at first`
    case 'rgb':
    case 'pair':
    case 'range':
      return `${param.min} to ${param.max} each; ${param.default.join(', ')} at first`
    default:
      return (
        {
          point: 'a place on the picture',
          curve: 'a curve',
          colour: 'a colour',
          seed: 'a seed',
          file: 'a table',
        }[param.type as 'point'] ??
        { reference: 'a colour of the shelf', text: 'a text' }[param.type as 'text']
      )
  }
}

function entry(step: StepDeclaration): string {
  const presets = PRESETS.filter((p) => p.use === step.id).map((p) => p.name)
  const lists = Object.values(step.content ?? {}).flatMap((list) =>
    Object.values(list.fields).map(
      (p) => `| ${list.label}: ${p.label.toLowerCase()} | ${p.help} | ${values(p)}, each |`,
    ),
  )
  const own = Object.values(step.params).map((p) => `| ${p.label} | ${p.help} | ${values(p)} |`)
  const rows = [...own, ...lists]
  const inputs = Object.entries(step.inputs ?? {}).flatMap(([name, i]) =>
    name === 'before' ? [] : i.label.toLowerCase(),
  )
  const shown = exampleOf(step)
  const facts = [
    step.keepsAlpha ? 'Alpha stays as it came.' : '',
    step.moves ? 'It moves by itself.' : '',
    inputs.length ? `Takes besides: ${inputs.join(', ')}.` : '',
    step.outputs.length ? `Offers: ${step.outputs.map((v) => v.label.toLowerCase()).join(', ')}.` : '',
    presets.length ? `Presets: ${presets.join(', ')}.` : '',
    shown ? `The picture shows the preset ${shown.name}.` : '',
  ]
  return [
    `### ${step.name}`,
    `![${step.name}](treatments/${step.id}.jpg)`,
    step.purpose,
    facts.filter(Boolean).join(' '),
    ['| control | what it does | values |', '| --- | --- | --- |', ...rows].join('\n'),
  ]
    .filter(Boolean)
    .join('\n\n')
}

mkdirSync(folder, { recursive: true })
for (const step of STEPS) await write(step.id, [example(step)], SUBJECTS[step.id] ?? SUBJECT)
for (const recipe of RECIPES) await write(recipe.id, structuredClone(recipe.steps) as Step[], SUBJECT)

const keyed = STEPS.flatMap((s) => Object.values(s.params)).filter(isNumeric).length
const parts = (Object.keys(AIMS) as Aim[]).map((aim) =>
  [`## ${AIMS[aim]}`, ...STEPS.filter((s) => s.aim === aim).map(entry)].join('\n\n'),
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
