import { z } from 'zod'
import type { Animated } from '../../anim'
import { contentDefaults, fit } from '../../params'
import { findStep } from '../../steps'
import { copiesOf, deepCopy, dropLinks } from '../copies'
import { paramsOf } from '../declared'
import { defineEdit } from '../define'
import { allSteps, getShot, getStep, listOf, NotFound, stackSteps, stackWith } from '../find'
import { refuseLoops } from '../loops'
import { findOwner } from '../owners'
import { cutOut, wireBehind, wireIn } from '../wires'
import { newStep } from '../parts'
import {
  animatedSchema,
  bindingSchema,
  blendSchema,
  contentSchema,
  type Project,
  type Stack,
  type Step,
  whenSchema,
} from '../schema'
import { id, name, onStack, onStep } from './common'

/** What went with steps that are no longer there, as a sentence. */
const leftBehind = (gone: readonly string[], why: string): string[] =>
  gone.length
    ? [`Not taken along, ${why}: ${gone.join(', ')}. They take what they take by themselves now.`]
    : []

/** Takes a step out of the list it is in, and mends the wires; a group that is left empty goes too. */
function take(p: Project, stepId: string): Step {
  const steps = stackSteps(p, stackWith(p, stepId))
  const step = cutOut(steps, getStep(p, stepId))
  const emptied = allSteps(steps).find((s) => s.use === 'group' && !s.steps?.length)
  if (emptied && emptied.id !== stepId) take(p, emptied.id)
  return step
}

/** Steps of a stack that took an output of steps that have gone take what they take by themselves. */
function relink(p: Project, stack: Stack): string[] {
  const steps = stackSteps(p, stack)
  return leftBehind(dropLinks(steps, new Set(allSteps(steps).map((s) => s.id))), 'because the step has gone')
}

/** A shot on which work begins. */
const begin = (p: Project, stack: Stack) => {
  const shot = stack.kind === 'shot' ? getShot(p, stack.id) : undefined
  if (shot?.state === 'untouched') shot.state = 'in work'
}

/** Controls put back as a new step has them; those on the panel of a group as their first targets stand. */
function resetControls(p: Project, step: Step, which: readonly string[]) {
  for (const [param, declared] of Object.entries(paramsOf(step))) {
    if (!which.includes(param)) continue
    const target = step.panel?.find((c) => c.id === param)?.targets[0]
    const inner: Animated | undefined = target && findOwner(p, 'step', target.stepId)?.what[target.param]
    step.what[param] = inner ? deepCopy(inner) : { value: fit(declared, undefined) }
  }
}

/** Keys count in treatment time already. */
const presetSchema = z.object({
  name: z.string(),
  what: z.record(z.string(), animatedSchema),
  content: contentSchema.optional(),
})

function takePreset(step: Step, { what, content }: Pick<z.infer<typeof presetSchema>, 'what' | 'content'>) {
  for (const [param, declared] of Object.entries(paramsOf(step))) {
    const given = what[param]
    step.what[param] = given
      ? { ...deepCopy(given), value: fit(declared, given.value) }
      : { value: fit(declared, undefined) }
  }
  const lists = findStep(step.use)?.content
  if (lists) step.content = { ...contentDefaults(lists), ...deepCopy(content ?? {}) }
}

/** Steps of a stack. */
export const STEP_EDITS = {
  'step.add': defineEdit(
    {
      ...onStack,
      ...onStep,
      use: z.string(),
      at: z.int().min(0),
      preset: presetSchema.optional(),
      /** What it works on and takes besides, where that is not what its declaration says. */
      inputs: z.record(z.string(), bindingSchema).optional(),
    },
    (a) => `Add ${findStep(a.use)?.name ?? a.use}${a.preset ? `, ${a.preset.name}` : ''}`,
    (p, a) => {
      const declaration = findStep(a.use)
      if (!declaration) throw new NotFound('treatment', a.use)
      if (findOwner(p, 'step', a.stepId)) return
      const step = newStep(declaration, a.stepId)
      if (a.inputs) step.inputs = a.inputs
      const steps = stackSteps(p, a.stack)
      if (a.inputs?.before) steps.splice(a.at, 0, step)
      else wireIn(steps, steps, Math.min(a.at, steps.length), step)
      if (a.preset) takePreset(step, a.preset)
      begin(p, a.stack)
      if (a.inputs) refuseLoops(p, { kind: 'after', stepId: a.stepId })
    },
  ),
  'step.remove': defineEdit(
    onStep,
    () => 'Remove step',
    (p, a) => {
      const stack = stackWith(p, a.stepId)
      take(p, a.stepId)
      return relink(p, stack)
    },
  ),
  'step.copy': defineEdit(
    { ...onStep, newId: id },
    () => 'Duplicate step',
    (p, a) => {
      if (findOwner(p, 'step', a.newId)) return
      const step = getStep(p, a.stepId)
      const list = listOf(p, a.stepId)
      const [copy] = copiesOf([step], a.newId)
      if (!copy) return
      // It works on the one that it was copied from, and does not lie on it.
      delete copy.inputs?.before
      for (const each of allSteps([copy])) delete each.place
      const at = list.findIndex((s) => s.id === a.stepId) + 1
      list.splice(at, 0, { ...copy, name: `${copy.name} copy` })
      const steps = stackSteps(p, stackWith(p, a.stepId))
      wireBehind(steps, a.stepId, a.newId, new Set([a.newId]))
    },
  ),
  'step.move': defineEdit(
    { ...onStep, to: z.int().min(0) },
    () => 'Reorder steps',
    (p, a) => {
      const list = listOf(p, a.stepId)
      const step = getStep(p, a.stepId)
      const steps = stackSteps(p, stackWith(p, a.stepId))
      cutOut(steps, step)
      delete step.inputs?.before
      wireIn(steps, list, Math.min(a.to, list.length), step)
      refuseLoops(p, { kind: 'stack', stack: stackWith(p, a.stepId) })
    },
  ),
  'step.rename': defineEdit(
    { ...onStep, name },
    (a) => `Rename step to ${a.name}`,
    (p, a) => {
      getStep(p, a.stepId).name = a.name
    },
  ),
  'step.switch': defineEdit(
    { ...onStep, on: z.boolean() },
    (a) => (a.on ? 'Switch step on' : 'Switch step off'),
    (p, a) => {
      getStep(p, a.stepId).on = a.on
    },
  ),
  'step.blend': defineEdit(
    { ...onStep, blend: blendSchema },
    (a) => `Blend as ${a.blend.mode}`,
    (p, a) => {
      getStep(p, a.stepId).blend = a.blend
    },
  ),
  'step.reset': defineEdit(
    { ...onStep, params: z.array(z.string()).optional(), what: z.string().optional() },
    (a) => `Reset ${a.what ?? 'step'}`,
    (p, a) => {
      const step = getStep(p, a.stepId)
      resetControls(p, step, a.params ?? Object.keys(paramsOf(step)))
      const lists = findStep(step.use)?.content
      if (!a.params && lists) step.content = contentDefaults(lists)
    },
  ),
  'step.preset': defineEdit(
    { ...onStep, ...presetSchema.shape },
    (a) => `Preset ${a.name}`,
    (p, a) => takePreset(getStep(p, a.stepId), a),
  ),
  'step.when': defineEdit(
    { ...onStep, when: whenSchema.partial() },
    () => 'Change timing',
    (p, a) => {
      const when = getStep(p, a.stepId).when
      // Ramps that are set anew are heeded again.
      if (a.when.rampIn !== undefined || a.when.rampOut !== undefined) delete when.rampsOff
      Object.assign(when, a.when)
      if (when.start !== null && when.end !== null && when.end <= when.start) when.end = when.start + 1
    },
  ),
  'steps.remove': defineEdit(
    { stepIds: z.array(id).min(1) },
    (a) => `Remove ${a.stepIds.length} steps`,
    (p, a) => {
      const stacks = a.stepIds.map((stepId) => stackWith(p, stepId))
      for (const stepId of a.stepIds) if (findOwner(p, 'step', stepId)) take(p, stepId)
      return stacks.flatMap((stack) => relink(p, stack))
    },
  ),
  /** What an input takes; null for what the declaration says. `before` is the picture that the step works on. */
  'input.bind': defineEdit(
    { ...onStep, input: z.string().min(1).max(80), binding: bindingSchema.nullable() },
    (a) => (a.binding ? `Choose what ${a.input} takes` : `Let go what ${a.input} takes`),
    (p, a) => {
      const step = getStep(p, a.stepId)
      if (a.input !== 'before' && !findStep(step.use)?.inputs?.[a.input]) throw new NotFound('input', a.input)
      const { [a.input]: _, ...rest } = step.inputs ?? {}
      const inputs = a.binding ? { ...rest, [a.input]: a.binding } : rest
      if (Object.keys(inputs).length) step.inputs = inputs
      else delete step.inputs
      refuseLoops(p, { kind: 'after', stepId: a.stepId })
    },
  ),
}

export { begin, leftBehind, take }
