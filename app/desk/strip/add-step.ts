import { type Act, type Binding, layoutOf, type Stage } from '@stilus/core/project'
import { beginKey } from '../../session/screens'
import { uid } from '../../session/work'
import { editAll } from '../../store/edit'
import type { Thunk } from '../../store/store'
import { viewActions } from '../../store/view'

/** What the state after a step is bound as; null for the source. */
const stateAfter = (stepId: string | null): Binding =>
  stepId === null ? { kind: 'source' } : { kind: 'step', stepId }

/**
 * Adds a treatment to a stage by an edit that makes the step `stepId`, and selects it. Where a branch was asked for, it works on the state that was named, and a join after it brings both together again.
 */
export const addTreatment =
  (stage: Stage, stepId: string, act: (at: number) => Act, label: string, preset?: string): Thunk<boolean> =>
  (dispatch, getState) => {
    const { insertAt, branch } = getState().view
    const end = stage.steps.length
    const acts: Act[] = [act(branch ? end : (insertAt ?? end))]
    if (branch) {
      const main = stage.steps.at(-1)
      acts.push(
        ['input.bind', { stepId, input: 'before', binding: stateAfter(branch.from) }],
        [
          'step.add',
          {
            stack: stage.stack,
            stepId: uid(),
            use: 'join',
            at: end + 1,
            inputs: { before: stateAfter(main?.id ?? null), other: { kind: 'step', stepId } },
          },
        ],
      )
    }
    const from =
      branch && branch.from !== null ? layoutOf(stage.steps).get(branch.from)?.step.name : 'the source'
    const name = preset ? `${label}, ${preset}` : label
    if (!dispatch(editAll(acts, branch ? `Branch from ${from ?? 'a state'}: ${name}` : `Add ${name}`)))
      return false
    dispatch(viewActions.step(stepId))
    dispatch(viewActions.set({ face: 'what', look: 'result', trying: null, insertAt: null, branch: null }))
    beginKey(stage.stack, stepId)
    return true
  }
