import type { Param, Params } from '../params'
import { findStep } from '../steps'
import { allSteps } from './find'
import type { FrontControl, Shot, Step } from './schema'

/** The controls of a step: those of its declaration, or for a group those on its front. */
export function paramsOf(step: Step): Params {
  if (step.use !== 'group') return findStep(step.use)?.params ?? {}
  return Object.fromEntries(
    (step.front ?? []).flatMap((control) => {
      const param = paramOf(step, control)
      return param ? [[control.id, param]] : []
    }),
  )
}

/** What a control on the front of a group is: its first target's parameter, named and limited anew. */
function paramOf(group: Step, { label, group: heading, targets, range }: FrontControl): Param | undefined {
  const [first] = targets
  const inner = allSteps(group.steps ?? []).find((s) => s.id === first?.stepId)
  const found = inner && first && paramsOf(inner)[first.param]
  if (!found) return undefined
  const { when: _, group: _g, ...plain } = found
  const limits = range && 'soft' in found ? { min: range[0], max: range[1], soft: range } : {}
  const named = { ...plain, ...limits, label, ...(heading ? { group: heading } : {}) } as Param
  return range && plain.type === 'number' ? ({ ...named, min: range[0], max: range[1] } as Param) : named
}

/** The groups that a step is in, outermost first. */
export function groupsAround(shot: Shot, stepId: string): Step[] {
  const walk = (steps: readonly Step[], above: Step[]): Step[] | undefined => {
    for (const step of steps) {
      if (step.id === stepId) return above
      const found = walk(step.steps ?? [], [...above, step])
      if (found) return found
    }
    return undefined
  }
  return walk(shot.steps, []) ?? []
}

/** The front control that a control of a step takes its value from, if there is one, and its group. */
export function frontFor(shot: Shot, stepId: string, param: string): { group: Step; id: string } | undefined {
  for (const group of groupsAround(shot, stepId)) {
    const control = group.front?.find((c) => c.targets.some((t) => t.stepId === stepId && t.param === param))
    if (control) return { group, id: control.id }
  }
  return undefined
}

/** Whether a step leaves alpha as it came. */
export const keepsAlpha = (step: Step): boolean =>
  step.use === 'group'
    ? (step.steps ?? []).every((inner) => !inner.on || keepsAlpha(inner))
    : (findStep(step.use)?.keepsAlpha ?? true)
