import { z } from 'zod'
import type { Animated } from '../../anim'
import { fit } from '../../params'
import { findStep } from '../../steps'
import { copiesOf, deepCopy } from '../copies'
import { paramsOf } from '../declared'
import { defineEdit } from '../define'
import { allSteps, getShot, getStep, listOf, NotFound } from '../find'
import { newStep } from '../parts'
import { animatedSchema, blendSchema, type Shot, type Step, whenSchema } from '../schema'
import { id, onShot, onStep, stepOf } from './common'

/** Takes a step out of the list it is in; a group that is left empty goes too. */
function take(shot: Shot, stepId: string): Step {
  const step = getStep(shot, stepId)
  const list = listOf(shot, stepId)
  list.splice(list.indexOf(step), 1)
  const emptied = allSteps(shot.steps).find((s) => s.use === 'group' && !s.steps?.length)
  if (emptied && emptied !== step) take(shot, emptied.id)
  return step
}

const begin = (shot: Shot) => {
  if (shot.state === 'untouched') shot.state = 'in work'
}

/** Controls put back as a new step has them; those on the front of a group as their first targets stand. */
function resetControls(shot: Shot, step: Step, which: readonly string[]) {
  for (const [name, param] of Object.entries(paramsOf(step))) {
    if (!which.includes(name)) continue
    const target = step.front?.find((c) => c.id === name)?.targets[0]
    const inner: Animated | undefined = target && getStep(shot, target.stepId).what[target.param]
    step.what[name] = inner ? deepCopy(inner) : { value: fit(param, undefined) }
  }
}

/** Keys count in treatment time already. */
const presetSchema = z.object({ name: z.string(), what: z.record(z.string(), animatedSchema) })

function takePreset(step: Step, what: Record<string, Animated>) {
  for (const [name, param] of Object.entries(paramsOf(step))) {
    const given = what[name]
    step.what[name] = given
      ? { ...deepCopy(given), value: fit(param, given.value) }
      : { value: fit(param, undefined) }
  }
}

/** Steps of a shot. */
export const STEP_EDITS = {
  'step.add': defineEdit(
    { ...onStep, use: z.string(), at: z.int().min(0), preset: presetSchema.optional() },
    (a) => `Add ${findStep(a.use)?.name ?? a.use}${a.preset ? `, ${a.preset.name}` : ''}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const declaration = findStep(a.use)
      if (!declaration) throw new NotFound('treatment', a.use)
      if (allSteps(shot.steps).some((s) => s.id === a.stepId)) return
      const step = newStep(declaration, a.stepId)
      shot.steps.splice(a.at, 0, step)
      if (a.preset) takePreset(step, a.preset.what)
      begin(shot)
    },
  ),
  'step.remove': defineEdit(
    onStep,
    () => 'Remove step',
    (p, a) => void take(getShot(p, a.shotId), a.stepId),
  ),
  'step.copy': defineEdit(
    { ...onStep, newId: id },
    () => 'Duplicate step',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      if (allSteps(shot.steps).some((s) => s.id === a.newId)) return
      const step = getStep(shot, a.stepId)
      const list = listOf(shot, a.stepId)
      const [copy] = copiesOf([step], a.newId, a.shotId)
      if (copy) list.splice(list.indexOf(step) + 1, 0, { ...copy, name: `${copy.name} copy` })
    },
  ),
  'step.move': defineEdit(
    { ...onStep, to: z.int().min(0) },
    () => 'Reorder steps',
    (p, a) => {
      const list = listOf(getShot(p, a.shotId), a.stepId)
      const step = list.find((s) => s.id === a.stepId)
      if (!step) throw new NotFound('step', a.stepId)
      list.splice(list.indexOf(step), 1)
      list.splice(Math.min(a.to, list.length), 0, step)
    },
  ),
  'step.rename': defineEdit(
    { ...onStep, name: z.string().min(1).max(200) },
    (a) => `Rename step to ${a.name}`,
    (p, a) => {
      stepOf(p, a).name = a.name
    },
  ),
  'step.switch': defineEdit(
    { ...onStep, on: z.boolean() },
    (a) => (a.on ? 'Switch step on' : 'Switch step off'),
    (p, a) => {
      stepOf(p, a).on = a.on
    },
  ),
  'step.blend': defineEdit(
    { ...onStep, blend: blendSchema },
    (a) => `Blend as ${a.blend.mode}`,
    (p, a) => {
      stepOf(p, a).blend = a.blend
    },
  ),
  'step.reset': defineEdit(
    { ...onStep, params: z.array(z.string()).optional(), what: z.string().optional() },
    (a) => `Reset ${a.what ?? 'step'}`,
    (p, a) => {
      const step = stepOf(p, a)
      resetControls(getShot(p, a.shotId), step, a.params ?? Object.keys(paramsOf(step)))
    },
  ),
  'step.preset': defineEdit(
    { ...onStep, ...presetSchema.shape },
    (a) => `Preset ${a.name}`,
    (p, a) => {
      takePreset(stepOf(p, a), a.what)
    },
  ),
  'step.when': defineEdit(
    { ...onStep, when: whenSchema.partial() },
    () => 'Change timing',
    (p, a) => {
      const when = stepOf(p, a).when
      // Ramps that are set anew are heeded again.
      if (a.when.rampIn !== undefined || a.when.rampOut !== undefined) delete when.rampsOff
      Object.assign(when, a.when)
      if (when.start !== null && when.end !== null && when.end <= when.start) when.end = when.start + 1
    },
  ),
  'steps.remove': defineEdit(
    { ...onShot, stepIds: z.array(id).min(1) },
    (a) => `Remove ${a.stepIds.length} steps`,
    (p, a) => {
      for (const stepId of a.stepIds) take(getShot(p, a.shotId), stepId)
    },
  ),
}

export { begin, take }
