import type { StepInput } from '../steps'
import { findStep } from '../steps'
import type { Binding, Step } from './schema'

/** An input of a step with what it takes. */
export interface BoundInput {
  name: string
  input: StepInput
  binding: Binding
  /** It takes what the declaration says. */
  plain: boolean
}

/** The named inputs of a step beside the picture that it works on, with what each takes; `region` inputs that are not bound are left out. */
export const inputsOf = (step: Step): BoundInput[] =>
  Object.entries(findStep(step.use)?.inputs ?? {}).flatMap(([name, input]) => {
    const own = step.inputs?.[name]
    if (!own && input.default === 'region') return []
    return [{ name, input, binding: own ?? { kind: input.default as 'none' }, plain: !own }]
  })

/** What an output of a step is: a picture or a matte. */
export type OutputKind = 'frame' | 'matte'

/** The outputs that a step offers to others beside its state: its region's matte, and what its declaration says. */
export const outputsOf = (step: Step): { id: string; label: string; kind: OutputKind }[] => [
  ...(step.where ? [{ id: 'region', label: 'Its region', kind: 'matte' as const }] : []),
  ...(findStep(step.use)?.outputs ?? []).map(({ id, label, kind }) => ({ id, label, kind: kind ?? 'frame' })),
]
