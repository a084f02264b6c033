import { getDesign, getSequence, type Project, type Sequence, stageOf } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import type { Rate } from '@stilus/core/time'

/** How a target runs: its rate, what is heard of it, and the frame of that at the target's frame 0. */
export interface Clock {
  rate: Rate
  offset: number
  /** The sequence that it is part of; none for what is not heard. */
  sequence: Sequence | undefined
  /** Only this shot of it is heard. */
  shotId: string | undefined
}

/** @throws NotFound */
export function clockOf(project: Project, target: Target): Clock {
  if (target.kind === 'stack') {
    const { rate, start, sequence, shot } = stageOf(project, target.stack)
    return { rate, offset: start, sequence, shotId: shot?.id }
  }
  if (target.kind === 'design')
    return {
      rate: getDesign(project, target.designId).rate,
      offset: 0,
      sequence: undefined,
      shotId: undefined,
    }
  const sequence = getSequence(project, target.kind === 'sequence' ? target.sequenceId : undefined)
  return { rate: sequence.rate, offset: 0, sequence, shotId: undefined }
}
