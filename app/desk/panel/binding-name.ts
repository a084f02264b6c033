import {
  allShots,
  type Binding,
  layoutOf,
  outputsOf,
  type Project,
  type Source,
  sourceName,
  type Stage,
} from '@stilus/core/project'

/** What a binding takes, as people read it. */
export function bindingName({ project, steps }: Pick<Stage, 'project' | 'steps'>, binding: Binding): string {
  switch (binding.kind) {
    case 'none':
      return 'Nothing'
    case 'before':
      return 'The state before it'
    case 'below':
      return 'What lies below'
    case 'source':
      return 'The untouched source'
    case 'step': {
      const step = layoutOf(steps).get(binding.stepId)?.step
      if (!step) return 'A step that is gone'
      const output = outputsOf(step).find((o) => o.id === binding.output)
      return output ? `${output.label} of ${step.name}` : `State after ${step.name}`
    }
    case 'material':
      return stillName(project, binding.source) ?? sourceName(project, binding.source)
    case 'shot':
      return allShots(project).find((s) => s.id === binding.shotId)?.name ?? 'A shot that is gone'
    case 'outgoing':
      return 'The outgoing shot'
    case 'incoming':
      return 'The incoming shot'
  }
}

/** What a picture of the shelf is called there: a kept still, or a screen. */
export const shelvedName = (project: Project, mediaId: string): string | undefined =>
  project.stills?.find((s) => s.mediaId === mediaId)?.name ??
  project.shelf?.find((s) => s.kind === 'screen' && s.mediaId === mediaId)?.name

const stillName = (project: Project, source: Source): string | undefined =>
  source.kind === 'medium' ? shelvedName(project, source.mediaId) : undefined
