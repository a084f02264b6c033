import type { OldStep } from './declare'

/** Version 1 named a still in a parameter; version 2 takes it as an input. */
export function stillAsInput(step: OldStep): OldStep {
  const { still, ...what } = step.what
  const mediaId = still?.value
  const taken =
    typeof mediaId === 'string' && mediaId
      ? {
          still: { kind: 'material', source: { kind: 'medium', mediaId }, in: 0, fit: 'fit', beyond: 'hold' },
        }
      : {}
  return { ...step, what, inputs: { ...step.inputs, ...taken } }
}
