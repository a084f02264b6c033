import { frameShown } from './giving'
import type { Design, Project, Sequence, Shot } from './schema'

/** Where a design is shown first, at one of its frames: the sequence, the shot that shows it, and the frame of the sequence; undefined where it is not. */
export function shownAt(
  project: Project,
  design: Design,
  frame: number,
): { sequence: Sequence; shot: Shot; at: number } | undefined {
  for (const sequence of project.sequences) {
    const shot = sequence.shots.find(
      ({ source }) => source.kind === 'design' && source.designId === design.id,
    )
    if (shot) return { sequence, shot, at: frameShown(project, shot, design, frame) }
  }
  return undefined
}
