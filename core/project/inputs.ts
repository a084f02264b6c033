import type { Values } from '../params'
import { findStep, inputKey, type StepInput } from '../steps'
import type { Binding, Project, Step } from './schema'
import type { Stage } from './stage'
import { stepValues } from './values'

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
    // What comes is the picture itself.
    if (step.passage && name === 'incoming') return []
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

/** Whether there is something that a binding takes. */
function isThere({ media }: Project, binding: Binding): boolean {
  if (binding.kind !== 'material') return binding.kind !== 'none'
  const { source } = binding
  return source.kind !== 'medium' || media.some((m) => m.id === source.mediaId && m.kind !== 'missing')
}

/** The values of a step's controls, and of each of its inputs whether it is bound to something (see `isBound` of core/steps). */
export function boundValues(stage: Stage, step: Step, t: number): Values {
  const values = stepValues(stage, step, t)
  for (const { name, binding } of inputsOf(step)) values[inputKey(name)] = isThere(stage.project, binding)
  return values
}
