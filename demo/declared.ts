import { exampleOf } from '@stilus/core/catalogue'
import type { Param, Params } from '@stilus/core/params'
import { PRESETS } from '@stilus/core/presets'
import type { StepDeclaration } from '@stilus/core/steps'

/** What a control takes, in words. */
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

const rowsOf = (params: Params) =>
  Object.values(params).map((p) => `| ${p.label} | ${p.help} | ${values(p)} |`)
const table = (rows: readonly string[]) =>
  rows.length ? ['| control | what it does | values |', '| --- | --- | --- |', ...rows].join('\n') : ''

/** What has a name, a purpose and controls, under its picture. */
export const told = (
  { name, purpose, params }: { name: string; purpose: string; params: Params },
  picture: string,
): string =>
  [`### ${name}`, `![${name}](${picture})`, purpose, table(rowsOf(params))].filter(Boolean).join('\n\n')

/** A treatment as the documents tell of it, under its picture. */
export function entry(step: StepDeclaration, picture: string): string {
  const presets = PRESETS.filter((p) => p.use === step.id).map((p) => p.name)
  const lists = Object.values(step.content ?? {}).flatMap((list) =>
    Object.values(list.fields).map(
      (p) => `| ${list.label}: ${p.label.toLowerCase()} | ${p.help} | ${values(p)}, each |`,
    ),
  )
  const rows = [...rowsOf(step.params), ...lists]
  const inputs = Object.entries(step.inputs ?? {}).flatMap(([name, i]) =>
    name === 'before' ? [] : i.label.toLowerCase(),
  )
  const shown = exampleOf(step)
  const facts = [
    step.keepsAlpha ? 'Alpha stays as it came.' : '',
    step.moves === true ? 'It moves by itself.' : '',
    inputs.length ? `Takes besides: ${inputs.join(', ')}.` : '',
    step.outputs.length ? `Offers: ${step.outputs.map((v) => v.label.toLowerCase()).join(', ')}.` : '',
    presets.length ? `Presets: ${presets.join(', ')}.` : '',
    shown ? `The picture shows the preset ${shown.name}.` : '',
  ]
  return [
    `### ${step.name}`,
    `![${step.name}](${picture})`,
    step.purpose,
    facts.filter(Boolean).join(' '),
    table(rows),
  ]
    .filter(Boolean)
    .join('\n\n')
}
