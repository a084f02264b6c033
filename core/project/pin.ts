import type { Attachment } from '../anim'
import { through } from '../matrix'
import { planeAt } from '../motion'
import type { Act } from './edit'
import { fitOf } from './motions'
import { controlAddress } from './parts'
import { motionOf } from './records'
import type { Stage } from './stage'
import type { MotionItem } from './schema'

const CORNERS = ['topLeft', 'topRight', 'bottomRight', 'bottomLeft'] as const

/** A corner pin whose corners ride on a motion: those of its plane, or those of the whole picture (which takes it along, or holds it still). */
export function pinActs(
  stage: Stage,
  item: MotionItem,
  to: { stepId: string; at: number },
  corners: 'plane' | 'picture',
  inverted: boolean,
): Act[] {
  const { project, size, stack } = stage
  const { width, height } = size
  const at = item.motion.reference
  const fit = fitOf(project, size, item.mediaId)
  const plane = planeAt(motionOf(project, item), at)
  const places =
    corners === 'picture'
      ? [0, 0, 1, 0, 1, 1, 0, 1]
      : [0, 2, 4, 6].flatMap((i) => {
          const [x, y] = through(fit, plane[i] as number, plane[i + 1] as number)
          return [x / width, y / height]
        })
  const { stepId } = to
  const how = corners === 'plane' ? 'Pinned to' : inverted ? 'Held still by' : 'Taken along by'
  return [
    ['step.add', { stack, stepId, use: 'corner-pin', at: to.at }],
    ['step.rename', { stepId, name: `${how} ${item.name}` }],
    ...CORNERS.flatMap((param, i): Act[] => {
      const address = controlAddress(stepId, param)
      const modifier: Attachment = {
        id: `ride-${param}`,
        on: true,
        kind: 'attach',
        unit: 'normalised',
        motions: [item.id],
        at,
        inverted,
      }
      return [
        ['value.set', { address, at: 0, value: places.slice(2 * i, 2 * i + 2) }],
        ['modifier.put', { address, modifier }],
      ]
    }),
  ]
}
