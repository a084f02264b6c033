import type { ContentDeclaration, Param, Params } from '../params'
import { findStep } from '../steps'
import { allSteps } from './find'
import { layoutOf } from './stage'
import type { PanelControl, Step } from './schema'

/** The controls of a step: those of its declaration, or for a group those on its panel. */
export function paramsOf(step: Step): Params {
  if (step.use !== 'group') return findStep(step.use)?.params ?? {}
  return Object.fromEntries(
    (step.panel ?? []).flatMap((control) => {
      const param = paramOf(step, control)
      return param ? [[control.id, param]] : []
    }),
  )
}

/** The lists of things that a step holds. */
export const contentOf = (step: Step): ContentDeclaration => findStep(step.use)?.content ?? {}

/** The parameter of a field of a step's content, by the way to it. */
export function fieldParam(step: Step, path: string): Param | undefined {
  const [kind, list, , field] = path.split('/')
  return kind === 'content' && list && field ? contentOf(step)[list]?.fields[field] : undefined
}

/** What a control on the panel of a group is: its first target's parameter, named and limited anew. */
function paramOf(group: Step, { label, group: heading, targets, limits }: PanelControl): Param | undefined {
  const [first] = targets
  const inner = allSteps(group.steps ?? []).find((s) => s.id === first?.stepId)
  const found = inner && first && paramsOf(inner)[first.param]
  if (!found) return undefined
  const { when: _, group: _g, ...plain } = found
  const narrow = limits && 'soft' in found ? { min: limits[0], max: limits[1], soft: limits } : {}
  const named = { ...plain, ...narrow, label, ...(heading ? { group: heading } : {}) } as Param
  return limits && plain.type === 'number' ? ({ ...named, min: limits[0], max: limits[1] } as Param) : named
}

/** The groups that a step is in, outermost first. */
export function groupsAround(steps: readonly Step[], stepId: string): Step[] {
  const layout = layoutOf(steps)
  const above: Step[] = []
  for (let group = layout.get(stepId)?.group; group; group = layout.get(group.id)?.group) above.unshift(group)
  return above
}

/** The panel control that a control of a step takes its value from, if there is one, and its group. */
export function panelFor(
  steps: readonly Step[],
  stepId: string,
  param: string,
): { group: Step; id: string } | undefined {
  for (const group of groupsAround(steps, stepId)) {
    const control = group.panel?.find((c) => c.targets.some((t) => t.stepId === stepId && t.param === param))
    if (control) return { group, id: control.id }
  }
  return undefined
}

/** Whether a step leaves alpha as it came. */
export const keepsAlpha = (step: Step): boolean =>
  step.inputs?.before === undefined &&
  (step.use === 'group'
    ? (step.steps ?? []).every((inner) => !inner.on || keepsAlpha(inner))
    : (findStep(step.use)?.keepsAlpha ?? true))
