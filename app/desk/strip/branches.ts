import { stateBefore, type Step } from '@stilus/core/project'

/** Steps that lead from a state of the strip to another one beside the others. */
export interface Branch {
  steps: Step[]
  /** The step after which it leaves; null for the source, undefined where it takes something from outside. */
  from: string | null | undefined
  /** The steps that take something of it. */
  into: string[]
}

/** The steps whose states a step takes by inputs other than the picture that it works on. */
const takenBy = (step: Step): string[] =>
  [
    ...Object.entries(step.inputs ?? {})
      .filter(([name]) => name !== 'before')
      .map(([, b]) => b),
    ...(step.where?.items ?? []).flatMap((i) => i.input ?? []),
  ].flatMap((b) => (b.kind === 'step' ? [b.stepId] : []))

/** Where the picture that a step works on comes from: a step, the source (null), or outside (undefined). */
function comesFrom(steps: readonly Step[], step: Step | undefined): string | null | undefined {
  if (!step) return null
  const before = stateBefore(steps as Step[], step)
  if (before.kind === 'step') return before.stepId
  return before.kind === 'source' ? null : undefined
}

/** A list of steps as a row that leads to its result, and the branches that leave it and return. */
export function rowsOf(steps: readonly Step[]): { main: Step[]; branches: Branch[] } {
  const byId = new Map(steps.map((s) => [s.id, s]))
  const main = new Set<string>()
  for (let at: string | null | undefined = steps.at(-1)?.id; at && !main.has(at);) {
    main.add(at)
    at = comesFrom(steps, byId.get(at))
  }
  const branches: Branch[] = []
  for (const step of steps) {
    if (main.has(step.id)) continue
    const from = comesFrom(steps, step)
    const open = branches.at(-1)
    if (open && from === open.steps.at(-1)?.id) open.steps.push(step)
    else branches.push({ steps: [step], from, into: [] })
  }
  for (const branch of branches) {
    const ids = new Set(branch.steps.map((s) => s.id))
    branch.into = steps
      .filter(
        (s) => !ids.has(s.id) && (takenBy(s).some((id) => ids.has(id)) || ids.has(comesFrom(steps, s) ?? '')),
      )
      .map((s) => s.id)
  }
  return { main: steps.filter((s) => main.has(s.id)), branches }
}
