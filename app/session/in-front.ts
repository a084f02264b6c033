import {
  findOwner,
  fitOf,
  holderOf,
  inFront,
  type MaskItem,
  type MotionItem,
  resolveItem,
  type Stage,
  type Step,
  stepOfItem,
} from '@stilus/core/project'
import { cornersOf, flatten, mapped, outlineOfShape, type ResolvedItem } from '@stilus/core/region'
import type { Front } from '@stilus/engine'
import { session } from './session'

/** The outline of an item at a treatment time, in pixels of the canvas; undefined where it has none. */
export function contourOf(item: ResolvedItem | undefined): number[] | undefined {
  if (!item) return undefined
  if (item.kind === 'outline') return mapped(flatten(cornersOf(item.points), 0.2).contour, item.map)
  if (item.kind !== 'ellipse' && item.kind !== 'rectangle') return undefined
  return flatten(outlineOfShape(item.kind, item.centre, item.size, item.angle, item.round), 0.2).contour
}

/** The items of a region that a motion follows on a stage: its own, and those in front of it. */
export function itemsOf(stage: Stage, { track: { item: itemId } }: MotionItem) {
  const { project } = stage
  const own = itemId === undefined ? undefined : findOwner(project, 'item', itemId)
  const step = own && (stepOfItem(project, own.id) ?? stage.steps.find((s) => holderOf(project, s, own.id)))
  const region = own && step && holderOf(project, step, own.id)
  if (!own || !step || !region) return undefined
  const resolved = (item: MaskItem, t: number) => resolveItem(stage, step, region, item, t, () => -1)
  return { step, own, front: inFront(project, own.id).items, resolved }
}

const isDrawn = ({ kind }: MaskItem) => kind === 'outline' || kind === 'ellipse' || kind === 'rectangle'

/** What lies in front of what a motion follows at treatment time t: shapes as they are, mattes of keys, clips and regions of the shelf as the renderer makes them. */
export async function frontOf(
  stage: Stage,
  item: MotionItem,
  t: number,
  signal: AbortSignal,
): Promise<Front | undefined> {
  const found = itemsOf(stage, item)
  if (!found?.front.length) return undefined
  const { step, front, resolved } = found
  const fit = fitOf(stage.project, stage.size, item.mediaId)
  const mattes = front
    .filter((shape) => !isDrawn(shape))
    .map((shape) => matteOf(stage, step, shape, t, signal))
  return {
    items: front.filter(isDrawn).flatMap((shape) => resolved(shape, t) ?? []),
    mattes: await Promise.all(mattes),
    scale: fit[0],
    left: fit[2],
    top: fit[5],
  }
}

async function matteOf(stage: Stage, step: Step, item: MaskItem, t: number, signal: AbortSignal) {
  const { project, stack } = stage
  const view = { stepId: step.id, view: 'region matte', item: item.id }
  const target = { kind: 'stack', stack, view } as const
  const frame = t - stage.head
  const made = await session().renderer.render({ project, target, frame, scale: 1, format: 'matte', signal })
  return { width: made.width, height: made.height, data: made.data as Float32Array<ArrayBuffer> }
}
