import {
  fitOf,
  getShot,
  getStep,
  holderOf,
  inFront,
  type MotionItem,
  type Project,
  resolveItem,
  type MaskItem,
  type Shot,
  type Step,
  treatmentTime,
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

/** The items of a region that a motion follows: its own, and those in front of it. */
export function itemsOf(project: Project, { track: { item: at } }: MotionItem) {
  if (!at) return undefined
  try {
    const shot = getShot(project, at.shotId)
    const step = getStep(shot, at.stepId)
    const region = holderOf(project, step, at.itemId)
    const own = region?.items.find((s) => s.id === at.itemId)
    if (!region || !own) return undefined
    const resolved = (shape: MaskItem, t: number) => resolveItem(project, shot, step, region, shape, t, () => -1)
    return { shot, step, own, front: inFront(project, at).items, resolved }
  } catch {
    return undefined
  }
}

const isDrawn = ({ kind }: MaskItem) => kind === 'outline' || kind === 'ellipse' || kind === 'rectangle'

/** What lies in front of what a motion follows at treatment time t: shapes as they are, mattes of keys, clips and regions of the shelf as the renderer makes them. */
export async function frontOf(
  project: Project,
  item: MotionItem,
  t: number,
  signal: AbortSignal,
): Promise<Front | undefined> {
  const found = itemsOf(project, item)
  if (!found?.front.length) return undefined
  const { shot, step, front, resolved } = found
  const fit = fitOf(project, item.mediaId)
  const mattes = front
    .filter((shape) => !isDrawn(shape))
    .map((shape) => matteOf(project, shot, step, shape, t, signal))
  return {
    items: front.filter(isDrawn).flatMap((shape) => resolved(shape, t) ?? []),
    mattes: await Promise.all(mattes),
    ...{ scale: fit[0], left: fit[2], top: fit[5] },
  }
}

async function matteOf(
  project: Project,
  shot: Shot,
  step: Step,
  shape: MaskItem,
  t: number,
  signal: AbortSignal,
) {
  const view = { stepId: step.id, view: 'region matte', item: shape.id }
  const picture = await session().renderer.render({
    ...{ project, target: { kind: 'shot', shotId: shot.id, view } as const, scale: 1, signal },
    ...{ frame: t - treatmentTime(shot, 0), format: 'float' as const },
  })
  const { width, height } = picture
  const data = new Float32Array(width * height)
  for (let i = 0; i < data.length; i++) data[i] = picture.data[i * 4] as number
  session().renderer.recycle(picture)
  return { width, height, data }
}
