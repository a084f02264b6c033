import { conform } from '../time'
import type { Design, Project, Sequence, Shot } from './schema'

/** Where a design is shown first, at one of its frames: the sequence, the shot that shows it, and the frame of the sequence; undefined where it is not. */
export function shownAt(
  { sequences }: Project,
  { id, rate }: Pick<Design, 'id' | 'rate'>,
  frame: number,
): { sequence: Sequence; shot: Shot; at: number } | undefined {
  for (const sequence of sequences) {
    const shot = sequence.shots.find(({ source }) => source.kind === 'design' && source.designId === id)
    // Shots count in frames of their sequence, a design in its own.
    if (shot) return { sequence, shot, at: shot.start + conform(frame, rate, sequence.rate) - shot.in }
  }
  return undefined
}
