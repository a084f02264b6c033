import type { Motion } from '@stilus/core/motion'
import {
  getMotion,
  type MotionItem,
  performAll,
  pinActs,
  type Project,
  type Records,
  splitMotion,
  type Stack,
  stageOf,
  type Track,
} from '@stilus/core/project'
import type { ViewState } from '../store/view'
import { uid } from './work'

export const NEW_TRACK: Track = {
  scale: true,
  rotation: true,
  shear: true,
  perspective: true,
  pattern: [14, 14],
  search: [40, 40],
  refresh: 'worn',
}

/** A motion for the shelf, and the record of what was measured; with nothing measured yet unless a whole motion is given. */
export function newMotion(
  name: string,
  of: { mediaId: string; shotId: string; frame: number },
  motion: Motion | { form: Motion['form']; anchor: number[] },
  track: Partial<Track> = {},
): { item: MotionItem; records: Records } {
  const { anchor, form } = motion
  const bare = { form, reference: of.frame, anchor, first: of.frame, places: [anchor], quality: [1] }
  const split = splitMotion('places' in motion ? motion : bare)
  const { mediaId, shotId } = of
  const item: MotionItem = {
    id: uid(),
    name,
    kind: 'motion',
    mediaId,
    shotId,
    motion: split.motion,
    track: { ...NEW_TRACK, ...track },
  }
  return { item, records: split.records }
}

const HELD = 'held-still'

/** The project as it is seen while a motion is checked: the untouched shot held still by it, so that what it follows does not move. */
export function frozen(
  project: Project,
  stack: Stack,
  view: Pick<ViewState, 'frozen' | 'motionId'>,
): Project {
  if (!view.frozen || !view.motionId || stack.kind !== 'shot') return project
  try {
    const item = getMotion(project, view.motionId)
    const sequences = project.sequences.map((s) => ({
      ...s,
      shots: s.shots.map((c) => (c.id === stack.id ? { ...c, steps: [] } : c)),
    }))
    const bare = { ...project, sequences }
    const acts = pinActs(stageOf(bare, stack), item, { stepId: HELD, at: 0 }, 'picture', true)
    return performAll(bare, acts, '').project
  } catch {
    return project
  }
}
