import type { Ride } from '../anim'
import { through } from '../matrix'
import { surfaceAt } from '../motion'
import type { Act } from './edit'
import { fitOf } from './motions'
import type { MotionItem, Project } from './schema'

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
