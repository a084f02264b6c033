import { z } from 'zod'
import type { Animated } from '../../anim'
import { copiesOf, deepCopy, fitTimes, originOf } from '../copies'
import { settle } from '../settle'
import { paramsOf } from '../declared'
import { defineEdit } from '../define'
import { allSteps, getShot, getStep, listOf, NotFound } from '../find'
import { newGroup } from '../parts'
import { type FrontControl, frontSchema, type Project, type Shot, type Step, stepSchema } from '../schema'
import { id, onShot, onStep, stepOf } from './common'
import { begin } from './steps'

const origin = z.object({ head: z.number(), length: z.number().min(1) })
const timing = z.enum(['kept', 'scaled', 'end'])
const recipe = z.object({ id, name: z.string().min(1).max(200), revision: z.int().min(1) })
const steps = z.array(stepSchema).min(1)
const parts = z.array(z.enum(['what', 'where', 'when'])).min(1)

/** Puts steps that stand in one list into a group where the first of them stood. */
function group(shot: Shot, stepIds: readonly string[], groupId: string, name: string): Step {
  const list = listOf(shot, stepIds[0] as string)
  const chosen = list.filter((s) => stepIds.includes(s.id))
  if (chosen.length !== stepIds.length) throw new NotFound('list that holds all steps', stepIds.join(', '))
  const at = list.indexOf(chosen[0] as Step)
  const made = newGroup(groupId, name, deepCopy(chosen))
  const rest = list.filter((s) => !chosen.includes(s))
  list.splice(0, list.length, ...rest.slice(0, at), made, ...rest.slice(at))
  return getStep(shot, groupId)
}

/** Gives a group its front; controls that it had keep their values, new ones begin as their first targets stand. */
function setFront(groupStep: Step, front: readonly FrontControl[]) {
  const before = groupStep.what
  groupStep.front = deepCopy(front) as FrontControl[]
  const inner = allSteps(groupStep.steps ?? [])
  const start = ({ targets }: FrontControl): Animated | undefined => {
    const target = targets[0]
    return target && inner.find((s) => s.id === target.stepId)?.what[target.param]
  }
  groupStep.what = Object.fromEntries(
    front.flatMap((control) => {
      const animated = before[control.id] ?? start(control)
      return animated ? [[control.id, deepCopy(animated)]] : []
    }),
  )
}

/** Replaces what is in a group by other steps with another front. */
function refill(groupStep: Step, shotId: string, from: readonly Step[], front: readonly FrontControl[]) {
  const [copy] = copiesOf(
    [{ ...newGroup('x', 'x', deepCopy(from) as Step[]), front: deepCopy(front) as FrontControl[] }],
    groupStep.id,
    shotId,
  )
  groupStep.steps = copy?.steps ?? []
  setFront(groupStep, copy?.front ?? [])
}

const uses = (p: Project, recipeId: string) =>
  p.shots.flatMap((shot) =>
    allSteps(shot.steps)
      .filter((step) => step.recipe?.id === recipeId)
      .map((step) => ({ shot, step })),
  )

/** Copies, groups and recipes. */
export const REUSE_EDITS = {
  'steps.paste': defineEdit(
    { ...onShot, at: z.int().min(0), steps, newId: id, from: origin, timing },
    (a) => (a.steps.length === 1 ? `Paste ${a.steps[0]?.name ?? 'step'}` : `Paste ${a.steps.length} steps`),
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const copies = copiesOf(a.steps, a.newId, a.shotId)
      for (const copy of copies) fitTimes(copy, a.from, originOf(shot), a.timing)
      shot.steps.splice(a.at, 0, ...copies)
      begin(shot)
    },
  ),
  'step.parts': defineEdit(
    { ...onStep, parts, source: stepSchema, from: origin, timing },
    (a) => `Paste ${a.parts.join(' and ')}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const step = getStep(shot, a.stepId)
      const [source] = copiesOf([a.source], a.stepId, a.shotId)
      if (!source) return
      fitTimes(source, a.from, originOf(shot), a.timing)
      const params = paramsOf(step)
      if (a.parts.includes('what')) {
        step.mix = source.mix
        for (const [name, animated] of Object.entries(source.what))
          if (params[name]) step.what[name] = animated
      }
      if (a.parts.includes('where')) step.where = source.where
      if (a.parts.includes('when')) step.when = source.when
    },
  ),
  'steps.group': defineEdit(
    { ...onShot, stepIds: z.array(id).min(1), groupId: id, name: z.string().min(1).max(200) },
    (a) => `Group ${a.stepIds.length} steps`,
    (p, a) => void group(getShot(p, a.shotId), a.stepIds, a.groupId, a.name),
  ),
  'group.open': defineEdit(
    onStep,
    () => 'Open up group',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const step = getStep(shot, a.stepId)
      if (step.use !== 'group') throw new NotFound('group', a.stepId)
      settle(step)
      const list = listOf(shot, a.stepId)
      list.splice(list.indexOf(step), 1, ...(step.steps ?? []))
    },
  ),
  'group.front': defineEdit(
    { ...onStep, front: z.array(frontSchema) },
    () => 'Change front panel',
    (p, a) => setFront(stepOf(p, a), a.front),
  ),
  'recipe.make': defineEdit(
    { ...onShot, stepIds: z.array(id).min(1), groupId: id, recipe, front: z.array(frontSchema) },
    (a) => `Make recipe ${a.recipe.name}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const only = a.stepIds.length === 1 ? getStep(shot, a.stepIds[0] as string) : undefined
      const made = only?.use === 'group' ? only : group(shot, a.stepIds, a.groupId, a.recipe.name)
      Object.assign(made, { recipe: a.recipe, name: a.recipe.name })
      setFront(made, a.front)
    },
  ),
  'recipe.use': defineEdit(
    { ...onStep, at: z.int().min(0), recipe, steps, front: z.array(frontSchema), from: origin },
    (a) => `Use recipe ${a.recipe.name}`,
    (p, a) => {
      const shot = getShot(p, a.shotId)
      if (allSteps(shot.steps).some((s) => s.id === a.stepId)) return
      const made = { ...newGroup(a.stepId, a.recipe.name, []), recipe: a.recipe }
      refill(made, a.shotId, a.steps, a.front)
      fitTimes(made, a.from, originOf(shot), 'kept')
      shot.steps.splice(a.at, 0, made)
      begin(shot)
    },
  ),
  /** Everywhere that a recipe is used it becomes what it is in the step that is named; values on the front stay. */
  'recipe.update': defineEdit(
    { ...onStep, revision: z.int().min(1) },
    () => 'Update all uses of a recipe',
    (p, a) => {
      const from = stepOf(p, a)
      if (!from.recipe) throw new NotFound('recipe', a.stepId)
      from.recipe.revision = a.revision
      for (const { shot, step } of uses(p, from.recipe.id)) {
        if (step === from) continue
        refill(step, shot.id, from.steps ?? [], from.front ?? [])
        Object.assign(step, { name: step.name === step.recipe?.name ? from.recipe.name : step.name })
        step.recipe = { ...from.recipe }
      }
    },
  ),
}
