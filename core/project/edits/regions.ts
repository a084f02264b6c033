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
import { deepCopy } from '../copies'
import { defineEdit } from '../define'
import { getShape, getStep, getShot, holderOf, NotFound, regionsIn } from '../find'
import { Locked, newShape } from '../parts'
import { animatedSchema, type Project, type Region, rideSchema, type Shape, shapeSchema } from '../schema'
import { frame, id, onShape, onStep, stepOf } from './common'

type OnShape = { shotId: string; stepId: string; shapeId: string }

/** An item to be changed. @throws NotFound, Locked */
function opened(p: Project, a: OnShape): Shape {
  const shape = getShape(p, stepOf(p, a), a.shapeId)
  if (shape.locked) throw new Locked(shape.name)
  return shape
}

/** An outline's points in every key that it has. */
function everyKey(shape: Shape, change: (points: number[]) => number[]): void {
  const points = shape.form.points
  if (!points) throw new NotFound('outline', shape.id)
  points.value = change(points.value as number[])
  for (const key of points.keys ?? []) key.value = change(key.value as number[])
}

const holderNeeded = (p: Project, a: OnShape): Region => {
  const region = holderOf(p, stepOf(p, a), a.shapeId)
  if (!region) throw new NotFound('shape', a.shapeId)
  return region
}

const change = shapeSchema
  .pick({
    ...{
      name: true,
      on: true,
      join: true,
      invert: true,
      hue: true,
      looks: true,
      samples: true,
      mediaId: true,
    },
  })
  .partial()

/** Copies of items with new ids. */
const renamed = (shapes: readonly Shape[], newId: string): Shape[] =>
  deepCopy(shapes).map((shape, i) => ({ ...shape, id: `${newId}.${i}` })) as Shape[]

/** Where steps act. */
export const REGION_EDITS = {
  'region.add': defineEdit(
    {
      ...onShape,
      kind: z.enum(ITEM_KINDS),
      /** What its form begins with. */
      form: z.record(z.string(), animatedSchema.shape.value).optional(),
      /** With a time, an outline is keyed from there on. */
      keyed: frame.optional(),
      join: z.enum(ITEM_JOINS).optional(),
      ...{ samples: shapeSchema.shape.samples, mediaId: id.optional(), regionId: id.optional() },
    },
    (a) => `Add ${a.kind}`,
    (p, a) => {
      const step = stepOf(p, a)
      step.where ??= { invert: false, shapes: [] }
      if (step.where.shapes.some((s) => s.id === a.shapeId)) return
      const { feather, ...given } = a.form ?? {}
      const soft = Math.round(p.size.height / 18)
      const begins =
        a.kind === 'ellipse' || a.kind === 'rectangle'
          ? { feather: feather ?? [soft, soft] }
          : { ...(feather ? { feather } : {}) }
      const shape = newShape(a.shapeId, a.kind, step.where.shapes.length, { ...begins, ...given })
      if (a.keyed !== undefined && shape.form.points)
        putKey(shape.form.points, a.keyed, shape.form.points.value)
      const { join, samples, mediaId, regionId } = a
      const more = { join, samples, mediaId, regionId }
      Object.assign(shape, Object.fromEntries(Object.entries(more).filter(([, v]) => v !== undefined)))
      step.where.shapes.push(shape)
    },
  ),
  'region.remove': defineEdit(
    onShape,
    () => 'Remove from region',
    (p, a) => {
      opened(p, a)
      const step = stepOf(p, a)
      const region = holderNeeded(p, a)
      region.shapes = region.shapes.filter((s) => s.id !== a.shapeId)
      if (step.where && !step.where.shapes.length) step.where = null
    },
  ),
  'region.invert': defineEdit(
    { ...onStep, invert: z.boolean() },
    () => 'Invert region',
    (p, a) => {
      const step = stepOf(p, a)
      if (step.where) step.where.invert = a.invert
    },
  ),
  'region.shape': defineEdit(
    { ...onShape, change },
    () => 'Change region',
    (p, a) => {
      Object.assign(opened(p, a), a.change)
    },
  ),
  'region.lock': defineEdit(
    { ...onShape, locked: z.boolean() },
    (a) => (a.locked ? 'Lock' : 'Unlock'),
    (p, a) => {
      getShape(p, stepOf(p, a), a.shapeId).locked = a.locked
    },
  ),
  'region.order': defineEdit(
    { ...onShape, to: z.int().min(0) },
    () => 'Move in the region',
    (p, a) => {
      const region = holderNeeded(p, a)
      const shape = opened(p, a)
      const rest = region.shapes.filter((s) => s.id !== shape.id)
      region.shapes = [...rest.slice(0, a.to), shape, ...rest.slice(a.to)]
    },
  ),
  'region.ride': defineEdit(
    { ...onStep, shapeId: id.optional(), ride: rideSchema.nullable() },
    (a) => (a.ride ? 'Ride on a motion' : 'Leave a motion'),
    (p, a) => {
      const region = stepOf(p, a).where
      const target = a.shapeId ? opened(p, a as OnShape) : region
      if (!target) throw new NotFound('region', a.stepId)
      if (a.ride) target.ride = a.ride
      else delete target.ride
    },
  ),
  'region.shutter': defineEdit(
    { ...onStep, shutter: z.number().min(0).max(720) },
    () => 'Motion blur of the region',
    (p, a) => {
      const region = stepOf(p, a).where
      if (region) region.shutter = a.shutter
    },
  ),
  'region.paste': defineEdit(
    { ...onStep, shapes: z.array(shapeSchema).min(1), newId: id },
    (a) => `Paste ${a.shapes.length === 1 ? a.shapes[0]?.name : `${a.shapes.length} items`}`,
    (p, a) => {
      const step = stepOf(p, a)
      step.where ??= { invert: false, shapes: [] }
      step.where.shapes.push(...renamed(a.shapes, a.newId))
    },
  ),
  /** The region goes onto the shelf; here stays an item that stands for it. */
  'region.keep': defineEdit(
    { ...onStep, shapeIds: z.array(id).optional(), itemId: id, name: z.string().min(1).max(200) },
    (a) => `Put region ${a.name} on the shelf`,
    (p, a) => {
      const { where } = stepOf(p, a)
      if (!where) throw new NotFound('region', a.stepId)
      const chosen = where.shapes.filter((s) => !a.shapeIds || a.shapeIds.includes(s.id))
      const [first] = chosen
      if (!first) throw new NotFound('shape', a.shapeIds?.join(', ') ?? '')
      const at = where.shapes.indexOf(first)
      const stands = { ...newShape(`${a.itemId}.use`, 'region', 0), name: a.name, regionId: a.itemId }
      const rest = where.shapes.filter((s) => !chosen.includes(s))
      const region = { invert: false, shapes: deepCopy(chosen) as Shape[] }
      p.shelf = [...(p.shelf ?? []), { id: a.itemId, name: a.name, kind: 'region', region }]
      where.shapes = [...rest.slice(0, at), stands, ...rest.slice(at)]
    },
  ),
  /** An item that stands for a region of the shelf becomes copies of what is in it. */
  'region.apart': defineEdit(
    { ...onShape, newId: id },
    () => 'Make region separate',
    (p, a) => {
      const region = holderNeeded(p, a)
      const stands = opened(p, a)
      const item = p.shelf?.find((s) => s.id === stands.regionId)
      if (item?.kind !== 'region') throw new NotFound('region on the shelf', stands.regionId ?? '')
      const at = region.shapes.indexOf(stands)
      region.shapes.splice(at, 1, ...renamed(item.region.shapes, a.newId))
    },
  ),
  'outline.insert': defineEdit(
    { ...onShape, after: z.int().min(0), share: z.number().min(0).max(1) },
    () => 'Insert a corner',
    (p, a) => everyKey(opened(p, a), (v) => valueOf(withCorner(cornersOf(v), a.after, a.share))),
  ),
  'outline.delete': defineEdit(
    { ...onShape, corners: z.array(z.int().min(0)).min(1) },
    (a) => (a.corners.length === 1 ? 'Delete a corner' : `Delete ${a.corners.length} corners`),
    (p, a) =>
      everyKey(opened(p, a), (v) => {
        const rest = cornersOf(v).filter((_, i) => !a.corners.includes(i))
        if (rest.length < 3) throw new Error('An outline needs three corners. Remove the outline instead.')
        return valueOf(rest)
      }),
  ),
  'outline.reverse': defineEdit(
    onShape,
    () => 'Reverse the outline',
    (p, a) => everyKey(opened(p, a), (v) => valueOf(reversed(cornersOf(v)))),
  ),
  /** Moves the same numbers in every key, so that the whole of its time changes. */
  'outline.shift': defineEdit(
    { ...onShape, by: z.array(z.number()) },
    () => 'Change outline at all times',
    (p, a) => everyKey(opened(p, a), (v) => v.map((x, i) => x + (a.by[i] ?? 0))),
  ),
  /** An ellipse or rectangle becomes a free outline; its keys become keys of the outline. */
  'outline.free': defineEdit(
    onShape,
    () => 'Make it a free outline',
    (p, a) => {
      const shape = opened(p, a)
      const { centre, size, angle, round, ...rest } = shape.form
      if (!centre || !size || (shape.kind !== 'ellipse' && shape.kind !== 'rectangle'))
        throw new NotFound('shape with a centre', a.shapeId)
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
      shape.form = { ...rest, points } as Shape['form']
    },
  ),
}

/** The items in front of one in its region that keep it out of where they are. */
export function inFront(p: Project, at: OnShape): { region: Region; shapes: Shape[] } {
  const step = getStep(getShot(p, at.shotId), at.stepId)
  const region = step.where && regionsIn(p, step.where).find((r) => r.shapes.some((s) => s.id === at.shapeId))
  if (!region) throw new NotFound('shape', at.shapeId)
  const index = region.shapes.findIndex((s) => s.id === at.shapeId)
  return { region, shapes: region.shapes.slice(0, index).filter((s) => s.on && s.join === 'hold') }
}
