import { z } from 'zod'
import type { Animated } from '../../anim'
import { copiesOf, deepCopy, dropLinks, fitTimes, originOfStack } from '../copies'
import { paramsOf } from '../declared'
import { defineEdit } from '../define'
import { allStacks, allSteps, getStep, listOf, NotFound, stackSteps, stackWith } from '../find'
import { refuseLoops } from '../loops'
import { findOwner } from '../owners'
import { newGroup } from '../parts'
import { type PanelControl, panelSchema, type Project, type Stack, type Step, stepSchema } from '../schema'
import { settle } from '../settle'
import { id, onStack, onStep, refuseTaken } from './common'
import { wireBehind, wireIn } from '../wires'
import { begin, leftBehind } from './steps'

const origin = z.object({ head: z.number(), length: z.number().min(1), cut: z.boolean().optional() })
const timing = z.enum(['kept', 'scaled', 'end'])
const recipe = z.object({ id, name: z.string().min(1).max(200), revision: z.int().min(1) })
const steps = z.array(stepSchema).min(1)
const parts = z.array(z.enum(['what', 'where', 'when'])).min(1)

/** Puts steps that stand in one list into a group where the first of them stood. */
function group(p: Project, stepIds: readonly string[], groupId: string, name: string): Step {
  const list = listOf(p, stepIds[0] as string)
  const chosen = list.filter((s) => stepIds.includes(s.id))
  if (chosen.length !== stepIds.length) throw new NotFound('list that holds all steps', stepIds.join(', '))
  const at = list.findIndex((s) => s.id === chosen[0]?.id)
  const inner = deepCopy(chosen)
  const made = newGroup(groupId, name, inner)
  const rest = list.filter((s) => !stepIds.includes(s.id))
  const steps = stackSteps(p, stackWith(p, stepIds[0] as string))
  list.splice(0, list.length, ...rest.slice(0, at), made, ...rest.slice(at))
  // What its first step worked on comes into the group, and what worked on its last works on the group.
  const [first, last] = [inner[0], inner.at(-1)]
  const before = first?.inputs?.before
  if (first?.inputs && before) {
    made.inputs = { before }
    delete first.inputs.before
  }
  if (last) wireBehind(steps, last.id, groupId, new Set(allSteps(inner).map((s) => s.id)))
  return getStep(p, groupId)
}

/** Gives a group its panel; controls that it had keep their values, new ones begin as their first targets stand. */
function setPanel(groupStep: Step, panel: readonly PanelControl[]) {
  const before = groupStep.what
  groupStep.panel = deepCopy(panel) as PanelControl[]
  const inner = allSteps(groupStep.steps ?? [])
  const start = ({ targets }: PanelControl): Animated | undefined => {
    const target = targets[0]
    return target && inner.find((s) => s.id === target.stepId)?.what[target.param]
  }
  groupStep.what = Object.fromEntries(
    panel.flatMap((control) => {
      const animated = before[control.id] ?? start(control)
      return animated ? [[control.id, deepCopy(animated)]] : []
    }),
  )
}

/** Replaces what is in a group by other steps with another panel. */
function refill(groupStep: Step, from: readonly Step[], panel: readonly PanelControl[]) {
  const [copy] = copiesOf(
    [{ ...newGroup('x', 'x', deepCopy(from) as Step[]), panel: deepCopy(panel) as PanelControl[] }],
    groupStep.id,
  )
  groupStep.steps = copy?.steps ?? []
  setPanel(groupStep, copy?.panel ?? [])
}

const uses = (p: Project, recipeId: string): Step[] =>
  allStacks(p).flatMap((stack) => allSteps(stackSteps(p, stack)).filter((s) => s.recipe?.id === recipeId))

/** Copies that come into a stack keep links among each other and to steps of that stack; the others go, and are named. */
function arrived(p: Project, stack: Stack, copies: readonly Step[]): string[] {
  const there = [...stackSteps(p, stack), ...copies]
  const gone = dropLinks(copies, new Set(allSteps(there).map((s) => s.id)))
  return leftBehind(gone, 'because it comes from steps that are not here')
}

/** Copies, groups and recipes. */
export const REUSE_EDITS = {
  'steps.paste': defineEdit(
    { ...onStack, at: z.int().min(0), steps, newId: id, from: origin, timing },
    (a) => (a.steps.length === 1 ? `Paste ${a.steps[0]?.name ?? 'step'}` : `Paste ${a.steps.length} steps`),
    (p, a) => {
      const copies = copiesOf(a.steps, a.newId)
      for (const copy of copies) fitTimes(copy, a.from, originOfStack(p, a.stack), a.timing)
      const notes = arrived(p, a.stack, copies)
      const steps = stackSteps(p, a.stack)
      // A copy beside what it was made from does not lie on it.
      const there = new Set(allSteps(steps).map((s) => s.id))
      if (a.steps.some((s) => there.has(s.id))) for (const copy of allSteps(copies)) delete copy.place
      const [first, last] = [copies[0], copies.at(-1)]
      const ids = new Set(allSteps(copies).map((s) => s.id))
      const behind = steps[a.at - 1]
      // They work on what they are put behind.
      const before = first?.inputs?.before
      if (first?.inputs && before?.kind === 'step' && !ids.has(before.stepId)) delete first.inputs.before
      steps.splice(a.at, 0, ...copies)
      if (behind && last) wireBehind(steps, behind.id, last.id, ids)
      begin(p, a.stack)
      refuseLoops(p, { kind: 'stack', stack: a.stack })
      return notes
    },
  ),
  'step.parts': defineEdit(
    { ...onStep, parts, source: stepSchema, from: origin, timing },
    (a) => `Paste ${a.parts.join(' and ')}`,
    (p, a) => {
      const step = getStep(p, a.stepId)
      const stack = stackWith(p, a.stepId)
      const [source] = copiesOf([a.source], a.stepId)
      if (!source) return []
      fitTimes(source, a.from, originOfStack(p, stack), a.timing)
      const notes = arrived(p, stack, [source])
      const params = paramsOf(step)
      if (a.parts.includes('what')) {
        step.mix = source.mix
        for (const [name, animated] of Object.entries(source.what))
          if (params[name]) step.what[name] = animated
        if (step.use === source.use && source.content) step.content = source.content
        if (step.use === source.use && source.inputs) step.inputs = source.inputs
      }
      if (a.parts.includes('where')) step.where = source.where
      if (a.parts.includes('when')) step.when = source.when
      refuseLoops(p, { kind: 'stack', stack })
      return notes
    },
  ),
  'steps.group': defineEdit(
    { stepIds: z.array(id).min(1), groupId: id, name: z.string().min(1).max(200) },
    (a) => `Group ${a.stepIds.length} steps`,
    (p, a) => {
      refuseTaken(p, 'step', a.groupId)
      const stack = stackWith(p, a.stepIds[0] as string)
      group(p, a.stepIds, a.groupId, a.name)
      refuseLoops(p, { kind: 'stack', stack })
    },
  ),
  'group.open': defineEdit(
    onStep,
    () => 'Open up group',
    (p, a) => {
      const step = getStep(p, a.stepId)
      if (step.use !== 'group') throw new NotFound('group', a.stepId)
      settle(step)
      const stack = stackWith(p, a.stepId)
      const list = listOf(p, a.stepId)
      const there = stackSteps(p, stack)
      const inner = step.steps ?? []
      const [first, last] = [inner[0], inner.at(-1)]
      const before = step.inputs?.before
      if (first && before && !first.inputs?.before) first.inputs = { ...first.inputs, before }
      list.splice(
        list.findIndex((s) => s.id === a.stepId),
        1,
        ...inner,
      )
      if (last) wireBehind(there, a.stepId, last.id, new Set())
      return leftBehind(
        dropLinks(there, new Set(allSteps(there).map((s) => s.id))),
        'because the group has gone',
      )
    },
  ),
  'group.panel': defineEdit(
    { ...onStep, panel: z.array(panelSchema) },
    () => 'Change front panel',
    (p, a) => setPanel(getStep(p, a.stepId), a.panel),
  ),
  'recipe.make': defineEdit(
    { stepIds: z.array(id).min(1), groupId: id, recipe, panel: z.array(panelSchema) },
    (a) => `Make recipe ${a.recipe.name}`,
    (p, a) => {
      const only = a.stepIds.length === 1 ? getStep(p, a.stepIds[0] as string) : undefined
      const made = only?.use === 'group' ? only : group(p, a.stepIds, a.groupId, a.recipe.name)
      Object.assign(made, { recipe: a.recipe, name: a.recipe.name })
      setPanel(made, a.panel)
    },
  ),
  'recipe.use': defineEdit(
    { ...onStack, ...onStep, at: z.int().min(0), recipe, steps, panel: z.array(panelSchema), from: origin },
    (a) => `Use recipe ${a.recipe.name}`,
    (p, a) => {
      if (findOwner(p, 'step', a.stepId)) return []
      const made = { ...newGroup(a.stepId, a.recipe.name, []), recipe: a.recipe }
      refill(made, a.steps, a.panel)
      fitTimes(made, a.from, originOfStack(p, a.stack), 'kept')
      const notes = arrived(p, a.stack, [made])
      const steps = stackSteps(p, a.stack)
      wireIn(steps, steps, Math.min(a.at, steps.length), made)
      begin(p, a.stack)
      refuseLoops(p, { kind: 'stack', stack: a.stack })
      return notes
    },
  ),
  /** Everywhere that a recipe is used it becomes what it is in the step that is named; values on the panel stay. */
  'recipe.update': defineEdit(
    { ...onStep, revision: z.int().min(1) },
    () => 'Update all uses of a recipe',
    (p, a) => {
      const from = getStep(p, a.stepId)
      if (!from.recipe) throw new NotFound('recipe', a.stepId)
      from.recipe.revision = a.revision
      const notes: string[] = []
      for (const step of uses(p, from.recipe.id)) {
        if (step.id === from.id) continue
        refill(step, from.steps ?? [], from.panel ?? [])
        notes.push(...arrived(p, stackWith(p, step.id), step.steps ?? []))
        Object.assign(step, { name: step.name === step.recipe?.name ? from.recipe.name : step.name })
        step.recipe = { ...from.recipe }
      }
      return notes
    },
  ),
}
