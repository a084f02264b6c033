import { findStep } from '../steps'
import { NotFound } from './find'
import { inputsOf } from './inputs'
import type { Binding, MaskItem, Step } from './schema'
import { stateBefore, workOn } from './wires'

/** The name of the input by which an item of a step's region takes a picture. */
export const itemInput = (itemId: string): string => `item:${itemId}`

const itemOf = (step: Step, input: string): MaskItem | undefined =>
  step.where?.items.find((item) => itemInput(item.id) === input)

/** What an input of a step takes, as a binding that means the same anywhere in the stack: `before`, a named one, or what an item of its region looks at. @throws NotFound */
export function taken(steps: Step[], step: Step, input: string): Binding {
  if (input === 'before') return stateBefore(steps, step)
  const item = itemOf(step, input)
  const binding =
    item?.input ??
    (item
      ? { kind: item.kind === 'matte' ? ('none' as const) : ('before' as const) }
      : inputsOf(step).find(({ name }) => name === input)?.binding)
  if (!binding) {
    if (findStep(step.use)?.inputs?.[input]) return { kind: 'none' }
    throw new NotFound('input', input)
  }
  return binding.kind === 'before' ? stateBefore(steps, step) : binding
}

/** Lets an input of a step take something; what takes nothing by itself says nothing of it. Mutates. @throws NotFound */
export function take(steps: Step[], step: Step, input: string, binding: Binding): void {
  if (input === 'before') return workOn(steps, step, binding)
  const { channel: _, ...plain } = binding
  const channel = channelOf(step, input)
  const wanted = { ...plain, ...(channel && plain.kind !== 'none' ? { channel } : {}) } as Binding
  const item = itemOf(step, input)
  if (item) {
    item.input = wanted
    return
  }
  const declared = findStep(step.use)?.inputs?.[input]
  if (!declared) throw new NotFound('input', input)
  const { [input]: __, ...rest } = step.inputs ?? {}
  const says = wanted.kind !== 'none' || (declared.default !== 'none' && declared.default !== 'region')
  step.inputs = says ? { ...rest, [input]: wanted } : rest
  if (!Object.keys(step.inputs).length) delete step.inputs
}

/** By what of a picture an input takes its matte, where that was chosen. */
const channelOf = (step: Step, input: string) => (itemOf(step, input)?.input ?? step.inputs?.[input])?.channel
