import { z } from 'zod'
import type { Animated } from '../../anim'
import {
  cornersOf,
  ITEM_JOINS,
  ITEM_KINDS,
  outlineOfShape,
  reversed,
  valueOf,
  withCorner,
} from '../../region'
import { putKey, valueAt } from '../../anim'
import { deepCopy, dropLinks, itemCopies } from '../copies'
import { defineEdit } from '../define'
import { allSteps, getItem, getStep, NotFound, stackSteps, stackWith, Refused } from '../find'
import { refuseLoops } from '../loops'
import { findOwner, stepOfItem } from '../owners'
import { Locked, newItem } from '../parts'
import {
  animatedSchema,
  attachSchema,
  bindingSchema,
  itemSchema,
  type MaskItem,
  type Project,
  type Region,
} from '../schema'
import { canvasOf } from '../stage'
import { frame, id, onItem, onStep, regionOf } from './common'
import { leftBehind } from './steps'

/** An item to be changed. @throws NotFound, Locked */
function opened(p: Project, { itemId }: { itemId: string }): MaskItem {
  const item = getItem(p, itemId)
  if (item.locked) throw new Locked(item.name)
  return item
}

/** An outline's points in every key that it has. */
function everyKey(shape: MaskItem, change: (points: number[]) => number[]): void {
  const points = shape.form.points
  if (!points) throw new NotFound('outline', shape.id)
  points.value = change(points.value as number[])
  for (const key of points.keys ?? []) key.value = change(key.value as number[])
}

const change = itemSchema
  .pick({ name: true, on: true, join: true, invert: true, hue: true, input: true, samples: true })
  .partial()

/** Where steps act. */
export const REGION_EDITS = {
  'region.add': defineEdit(
    {
      ...onStep,
      ...onItem,
      kind: z.enum(ITEM_KINDS),
      /** What its form begins with. */
      form: z.record(z.string(), animatedSchema.shape.value).optional(),
      /** With a time, an outline is keyed from there on. */
      keyed: frame.optional(),
      join: z.enum(ITEM_JOINS).optional(),
      samples: itemSchema.shape.samples,
      input: bindingSchema.optional(),
      regionId: id.optional(),
    },
    (a) => `Add ${a.kind}`,
    (p, a) => {
      const step = getStep(p, a.stepId)
      if (findOwner(p, 'item', a.itemId)) return
      step.where ??= { invert: false, items: [] }
      const { feather, ...given } = a.form ?? {}
      const soft = Math.round(canvasOf(p, stackWith(p, a.stepId)).height / 18)
      const begins =
        a.kind === 'ellipse' || a.kind === 'rectangle'
          ? { feather: feather ?? [soft, soft] }
          : { ...(feather ? { feather } : {}) }
      const shape = newItem(a.itemId, a.kind, step.where.items.length, { ...begins, ...given })
      if (a.keyed !== undefined && shape.form.points)
        putKey(shape.form.points, a.keyed, shape.form.points.value)
      const { join, samples, input, regionId } = a
      const more = { join, samples, input, regionId }
      Object.assign(shape, Object.fromEntries(Object.entries(more).filter(([, v]) => v !== undefined)))
      step.where.items.push(shape)
      if (input) refuseLoops(p, { kind: 'after', stepId: a.stepId })
    },
  ),
  'region.remove': defineEdit(
    onItem,
    () => 'Remove from region',
    (p, a) => {
      opened(p, a)
      const step = stepOfItem(p, a.itemId)
      const region = regionOf(p, a.itemId)
      region.items = region.items.filter((s) => s.id !== a.itemId)
      if (step?.where && !step.where.items.length) step.where = null
    },
  ),
  'region.invert': defineEdit(
    { ...onStep, invert: z.boolean() },
    () => 'Invert region',
    (p, a) => {
      const step = getStep(p, a.stepId)
      if (step.where) step.where.invert = a.invert
    },
  ),
  'region.item': defineEdit(
    { ...onItem, change },
    () => 'Change region',
    (p, a) => {
      Object.assign(opened(p, a), a.change)
      const step = a.change.input && stepOfItem(p, a.itemId)
      if (step) refuseLoops(p, { kind: 'after', stepId: step.id })
    },
  ),
  'region.lock': defineEdit(
    { ...onItem, locked: z.boolean() },
    (a) => (a.locked ? 'Lock' : 'Unlock'),
    (p, a) => {
      getItem(p, a.itemId).locked = a.locked
    },
  ),
  'region.order': defineEdit(
    { ...onItem, to: z.int().min(0) },
    () => 'Move in the region',
    (p, a) => {
      const region = regionOf(p, a.itemId)
      const shape = opened(p, a)
      const rest = region.items.filter((s) => s.id !== shape.id)
      region.items = [...rest.slice(0, a.to), shape, ...rest.slice(a.to)]
    },
  ),
  'region.attach': defineEdit(
    { ...onStep, itemId: id.optional(), attach: attachSchema.nullable() },
    (a) => (a.attach ? 'Ride on a motion' : 'Leave a motion'),
    (p, a) => {
      const region = getStep(p, a.stepId).where
      const target = a.itemId ? opened(p, { itemId: a.itemId }) : region
      if (!target) throw new NotFound('region', a.stepId)
      if (a.attach) target.attach = a.attach
      else delete target.attach
    },
  ),
  'region.shutter': defineEdit(
    { ...onStep, shutter: z.number().min(0).max(720) },
    () => 'Motion blur of the region',
    (p, a) => {
      const region = getStep(p, a.stepId).where
      if (region) region.shutter = a.shutter
    },
  ),
  'region.paste': defineEdit(
    { ...onStep, items: z.array(itemSchema).min(1), newId: id },
    (a) => `Paste ${a.items.length === 1 ? a.items[0]?.name : `${a.items.length} items`}`,
    (p, a) => {
      const step = getStep(p, a.stepId)
      step.where ??= { invert: false, items: [] }
      step.where.items.push(...itemCopies(a.items, a.newId))
      const there = stackSteps(p, stackWith(p, a.stepId))
      const gone = dropLinks([step], new Set(allSteps(there).map((s) => s.id)))
      refuseLoops(p, { kind: 'after', stepId: a.stepId })
      return leftBehind(gone, 'because it comes from steps that are not here')
    },
  ),
  /** The region goes onto the shelf; here stays an item that stands for it. */
  'region.keep': defineEdit(
    { ...onStep, itemIds: z.array(id).optional(), shelfId: id, name: z.string().min(1).max(200) },
    (a) => `Put region ${a.name} on the shelf`,
    (p, a) => {
      const { where } = getStep(p, a.stepId)
      if (!where) throw new NotFound('region', a.stepId)
      const chosen = where.items.filter((s) => !a.itemIds || a.itemIds.includes(s.id))
      const [first] = chosen
      if (!first) throw new NotFound('shape', a.itemIds?.join(', ') ?? '')
      const at = where.items.findIndex((i) => i.id === first.id)
      const stands = { ...newItem(`${a.shelfId}.use`, 'region', 0), name: a.name, regionId: a.shelfId }
      const rest = where.items.filter((s) => !chosen.some((c) => c.id === s.id))
      const region = { invert: false, items: deepCopy(chosen) as MaskItem[] }
      p.shelf = [...(p.shelf ?? []), { id: a.shelfId, name: a.name, kind: 'region', region }]
      where.items = [...rest.slice(0, at), stands, ...rest.slice(at)]
    },
  ),
  /** An item that stands for a region of the shelf becomes copies of what is in it. */
  'region.apart': defineEdit(
    { ...onItem, newId: id },
    () => 'Make region separate',
    (p, a) => {
      const region = regionOf(p, a.itemId)
      const stands = opened(p, a)
      const item = p.shelf?.find((s) => s.id === stands.regionId)
      if (item?.kind !== 'region') throw new NotFound('region on the shelf', stands.regionId ?? '')
      const at = region.items.findIndex((i) => i.id === stands.id)
      region.items.splice(at, 1, ...itemCopies(item.region.items, a.newId))
    },
  ),
  'outline.insert': defineEdit(
    { ...onItem, after: z.int().min(0), share: z.number().min(0).max(1) },
    () => 'Insert a corner',
    (p, a) => everyKey(opened(p, a), (v) => valueOf(withCorner(cornersOf(v), a.after, a.share))),
  ),
  'outline.delete': defineEdit(
    { ...onItem, corners: z.array(z.int().min(0)).min(1) },
    (a) => (a.corners.length === 1 ? 'Delete a corner' : `Delete ${a.corners.length} corners`),
    (p, a) =>
      everyKey(opened(p, a), (v) => {
        const rest = cornersOf(v).filter((_, i) => !a.corners.includes(i))
        if (rest.length < 3) throw new Refused('An outline needs three corners. Remove the outline instead.')
        return valueOf(rest)
      }),
  ),
  'outline.reverse': defineEdit(
    onItem,
    () => 'Reverse the outline',
    (p, a) => everyKey(opened(p, a), (v) => valueOf(reversed(cornersOf(v)))),
  ),
  /** Moves the same numbers in every key, so that the whole of its time changes. */
  'outline.shift': defineEdit(
    { ...onItem, by: z.array(z.number()) },
    () => 'Change outline at all times',
    (p, a) => everyKey(opened(p, a), (v) => v.map((x, i) => x + (a.by[i] ?? 0))),
  ),
  /** An ellipse or rectangle becomes a free outline; its keys become keys of the outline. */
  'outline.free': defineEdit(
    onItem,
    () => 'Make it a free outline',
    (p, a) => {
      const shape = opened(p, a)
      const { centre, size, angle, round, ...rest } = shape.form
      if (!centre || !size || (shape.kind !== 'ellipse' && shape.kind !== 'rectangle'))
        throw new NotFound('shape with a centre', a.itemId)
      const kind = shape.kind
      const at = (t: number) => {
        const of = (animated: Animated | undefined, fallback: unknown) =>
          animated ? valueAt(animated, t) : fallback
        const [c, s] = [of(centre, [0, 0]), of(size, [1, 1])] as [[number, number], [number, number]]
        return valueOf(outlineOfShape(kind, c, s, Number(of(angle, 0)), Number(of(round, 0))))
      }
      const times = [centre, size, angle, round].flatMap((v) => (v?.keys ?? []).map((k) => k.at))
      const points: Animated = { value: at(times[0] ?? 0) }
      for (const t of [...new Set(times)].sort((x, y) => x - y)) putKey(points, t, at(t))
      shape.kind = 'outline'
      shape.form = { ...rest, points } as MaskItem['form']
    },
  ),
}

/** The items in front of one in its region that keep it out of where they are. */
export function inFront(p: Project, itemId: string): { region: Region; items: MaskItem[] } {
  const region = regionOf(p, itemId)
  const index = region.items.findIndex((s) => s.id === itemId)
  return { region, items: region.items.slice(0, index).filter((s) => s.on && s.join === 'holdout') }
}
