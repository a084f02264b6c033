import { invert, through } from '@stilus/core/matrix'
import {
  fitOf,
  getMotion,
  type MotionItem,
  performAll,
  pinActs,
  type Project,
  type Track,
} from '@stilus/core/project'
import type { ViewState } from '../store/view'
import { uid } from './work'

export const NEW_TRACK: Track = {
  ...{ scale: true, rotation: true, shear: true, perspective: true },
  ...{ pattern: [14, 14], search: [40, 40], refresh: 'worn' },
}

/** A new motion with nothing measured yet, set at a frame of the medium. */
export function newMotion(
  name: string,
  of: { mediaId: string; shotId: string; frame: number },
  form: MotionItem['motion']['form'],
  anchor: number[],
  track: Partial<Track> = {},
): MotionItem {
  return {
    ...{ id: uid(), name, kind: 'motion', mediaId: of.mediaId, shotId: of.shotId },
    motion: { form, reference: of.frame, anchor, first: of.frame, places: [anchor], quality: [1] },
    track: { ...NEW_TRACK, ...track },
  }
}

const HELD = 'held-still'

/** The project as it is seen while a motion is checked: the untouched shot held still by it, so that what it follows does not move. */
export function frozen(
  project: Project,
  shotId: string,
  view: Pick<ViewState, 'frozen' | 'motionId'>,
): Project {
  if (!view.frozen || !view.motionId) return project
  try {
    const item = getMotion(project, view.motionId)
    const bare = { ...project, shots: project.shots.map((s) => (s.id === shotId ? { ...s, steps: [] } : s)) }
    return performAll(bare, pinActs(project, item, { shotId, stepId: HELD, at: 0 }, 'picture', true), '')
      .project
  } catch {
    return project
  }
}

/** A place of the canvas in pixels of a motion's medium, and back. */
export const toMedium = (project: Project, mediaId: string, x: number, y: number): [number, number] =>
  through(invert(fitOf(project, mediaId)), x, y)
export const toCanvas = (project: Project, mediaId: string, x: number, y: number): [number, number] =>
  through(fitOf(project, mediaId), x, y)
