import { deepCopy } from './copies'
import { allSteps } from './find'
import type { Step } from './schema'

/** Writes what the front of a group says into the steps in it, so that they can stand alone. Mutates. */
export function settle(groupStep: Step) {
  for (const control of groupStep.panel ?? []) {
    const animated = groupStep.what[control.id]
    if (!animated) continue
    for (const target of control.targets) {
      const inner = allSteps(groupStep.steps ?? []).find((s) => s.id === target.stepId)
      if (inner) inner.what[target.param] = deepCopy(animated)
    }
  }
}
