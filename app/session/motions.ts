import type { Ride } from '@stilus/core/anim'
import { invert, through } from '@stilus/core/matrix'
import { surfaceAt } from '@stilus/core/motion'
import {
  type Act,
  fitOf,
  getMotion,
  type MotionItem,
  performAll,
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

const CORNERS = ['topLeft', 'topRight', 'bottomRight', 'bottomLeft'] as const

/** A corner pin whose corners ride on a motion: those of its surface, or those of the whole picture (which takes it along, or holds it still). */
export function pinActs(
  project: Project,
  item: MotionItem,
  to: { shotId: string; stepId: string; at: number },
  corners: 'surface' | 'picture',
  inverted: boolean,
): Act[] {
  const { width, height } = project.size
  const at = item.motion.reference
  const fit = fitOf(project, item.mediaId)
  const surface = surfaceAt(item.motion, at)
  const places =
    corners === 'picture'
      ? [0, 0, 1, 0, 1, 1, 0, 1]
      : [0, 2, 4, 6].flatMap((i) => {
          const [x, y] = through(fit, surface[i] as number, surface[i + 1] as number)
          return [x / width, y / height]
        })
  const { shotId, stepId } = to
  return [
    ['step.add', { shotId, stepId, use: 'corner-pin', at: to.at }],
    [
      'step.rename',
      {
        shotId,
        stepId,
        name: `${corners === 'surface' ? 'Pinned to' : inverted ? 'Held still by' : 'Taken along by'} ${item.name}`,
      },
    ],
    ...CORNERS.flatMap((param, i): Act[] => {
      const place = { shotId, stepId, param }
      const mover: Ride = {
        ...{ id: `ride-${param}`, on: true, kind: 'ride', unit: 'share' },
        ...{ motions: [item.id], at, inverted },
      }
      return [
        ['value.set', { place, at: 0, value: places.slice(2 * i, 2 * i + 2) }],
        ['mover.put', { place, mover }],
      ]
    }),
  ]
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
