import { bindingsOf } from './parts'
import { allSteps } from './find'
import { deepCopy } from './copies'
import type { Binding, Step } from './schema'

/** The list of a stack's steps in which one stands, and the group that holds it. */
function placeOf(steps: Step[], id: string): { list: Step[]; group?: Step | undefined } {
  if (steps.some((s) => s.id === id)) return { list: steps }
  const group = allSteps(steps).find((s) => s.steps?.some((inner) => inner.id === id))
  return { list: group?.steps ?? steps, group }
}

/** What a step of a stack works on, as a binding that means the same anywhere in the stack. */
export function stateBefore(steps: Step[], step: Step): Binding {
  const before = step.inputs?.before
  if (before && before.kind !== 'before') return before
  const { list, group } = placeOf(steps, step.id)
  const previous = list[list.findIndex((s) => s.id === step.id) - 1]
  if (previous) return { kind: 'step', stepId: previous.id }
  return group ? stateBefore(steps, group) : { kind: 'source' }
}

/** Changes the order or the members of lists while every step that stays works on what it worked on. Mutates. */
export function keepingWires(steps: Step[], change: () => void): void {
  const worked = new Map(allSteps(steps).map((step) => [step.id, deepCopy(stateBefore(steps, step))]))
  change()
  for (const step of allSteps(steps)) {
    const binding = worked.get(step.id)
    if (binding) workOn(steps, step, binding)
  }
}

/** Lets a step work on a picture; on what stands before it where that is the same. Mutates. */
export function workOn(steps: Step[], step: Step, binding: Binding): void {
  // A copy: what is taken away here may be what is given.
  const wanted = deepCopy(binding)
  const { before: _, ...rest } = step.inputs ?? {}
  step.inputs = rest
  if (JSON.stringify(stateBefore(steps, step)) !== JSON.stringify(wanted))
    step.inputs = { ...rest, before: wanted }
  else if (!Object.keys(rest).length) delete step.inputs
}

const isAfter = (binding: Binding | undefined, id: string): boolean =>
  binding?.kind === 'step' && binding.stepId === id && binding.output === undefined

/** Takes a step out of its list: whatever worked on its state works on what it worked on, the result too where that is a step of the list, and nothing else changes its picture. What takes one of its outputs keeps that binding. Mutates. */
export function cutOut(steps: Step[], step: Step): Step {
  const { list } = placeOf(steps, step.id)
  const index = list.findIndex((s) => s.id === step.id)
  const through = stateBefore(steps, step)
  const next = list[index + 1]
  const carried = next && isAfter(stateBefore(steps, next), step.id) ? next : undefined
  for (const reader of allSteps(steps)) {
    if (reader.id === step.id) continue
    for (const binding of bindingsOf(reader)) if (isAfter(binding, step.id)) rebind(binding, through)
  }
  list.splice(index, 1)
  if (carried) workOn(steps, carried, through)
  for (const reader of allSteps(steps))
    if (reader !== carried && reader.inputs?.before) workOn(steps, reader, stateBefore(steps, reader))
  const heir =
    next || through.kind !== 'step' || through.output ? -1 : list.findIndex((s) => s.id === through.stepId)
  if (heir >= 0 && heir < list.length - 1) keepingWires(steps, () => void list.push(...list.splice(heir, 1)))
  return step
}

/** Makes a binding take something else, by the same channel. Mutates. */
function rebind(binding: Binding, to: Binding): void {
  const { channel } = binding
  for (const name of Object.keys(binding)) delete (binding as Record<string, unknown>)[name]
  Object.assign(binding, JSON.parse(JSON.stringify(to)), channel ? { channel } : {})
}

/** Puts a step into a list of a stack on the wire that led to the step at that place: it works on what that one worked on, which works on it. Mutates. */
export function wireIn(steps: Step[], list: Step[], at: number, step: Step): void {
  const next = list[at]
  const before = next && next.inputs?.before?.kind !== 'before' ? next.inputs?.before : undefined
  list.splice(at, 0, step)
  if (!next || !before) return
  workOn(steps, step, before)
  workOn(steps, next, { kind: 'step', stepId: step.id })
}

/** Lets what works on a state work on another one, which stands behind it now. Mutates. */
export function wireBehind(steps: Step[], id: string, behind: string, but: ReadonlySet<string>): void {
  for (const step of allSteps(steps))
    if (!but.has(step.id) && isAfter(step.inputs?.before, id))
      workOn(steps, step, { kind: 'step', stepId: behind })
}
