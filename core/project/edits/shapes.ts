import { z } from 'zod'
import { OBJECT_NAMES } from '../../design'
import { type Join, JOINS } from '../../polygon'
import { type Corner, cornersOf, valueOf, withCorner } from '../../region'
import { deepCopy } from '../copies'
import { defineEdit } from '../define'
import { allObjects, designOf, NotFound, Refused } from '../find'
import { type DesignObject, drawingSchema, formSchema, type Project, rideSchema } from '../schema'
import { refuseLoops } from '../loops'
import { still } from '../parts'
import { id, value } from './common'
import { holding, opened, together } from './in-design'

const onObject = { objectId: id }

const COMBINE_NAMES: Record<Join, string> = {
  unite: 'Unite',
  subtract: 'Cut out of the lowest of',
  intersect: 'Keep what is common to',
  exclude: 'Keep what only one has of',
}

/** The corners of an object's line or outline, in every key that they have. */
function everyKey(p: Project, objectId: string, change: (corners: Corner[]) => Corner[]): void {
  const points = opened(p, objectId).form['points']
  if (!points) throw new NotFound('outline', objectId)
  const next = (value: unknown) => valueOf(change(cornersOf(value as number[])))
  points.value = next(points.value)
  for (const key of points.keys ?? []) key.value = next(key.value)
}

/** Shapes of a design: joined to one, and their corners. */
export const SHAPE_EDITS = {
  'objects.combine': defineEdit(
    { objectIds: z.array(id).min(2), combinedId: id, join: z.enum(JOINS) },
    (a) => `${COMBINE_NAMES[a.join]} ${a.objectIds.length} shapes`,
    (p, a) => {
      const { list, chosen, rest, at } = together(p, a.objectIds, a.combinedId)
      const mute = chosen.find(({ kind }) => ['picture', 'group', 'repeat'].includes(kind))
      if (mute)
        throw new Refused(`${mute.name} has no outline of its own. Take shapes, texts and combinations only.`)
      const [lowest, ...others] = chosen
      if (!lowest) return
      for (const other of others) other.join = a.join
      const design = designOf(p, lowest.id)
      const count = allObjects(design.objects).filter((o) => o.kind === 'combined').length
      const combined: DesignObject = {
        ...holding(a.combinedId, 'combined', `${OBJECT_NAMES.combined} ${count + 1}`, design),
        objects: chosen,
        coats: deepCopy(lowest.coats ?? []),
      }
      list.splice(0, list.length, ...rest.slice(0, at), combined, ...rest.slice(at))
    },
  ),
  'objects.repeat': defineEdit(
    { objectIds: z.array(id).min(1), repeatId: id, form: z.record(z.string(), value).optional() },
    () => 'Repeat objects',
    (p, a) => {
      const { design, list, chosen, rest, at } = together(p, a.objectIds, a.repeatId)
      const count = allObjects(design.objects).filter((o) => o.kind === 'repeat').length
      const repeat: DesignObject = {
        ...holding(a.repeatId, 'repeat', `${OBJECT_NAMES.repeat} ${count + 1}`, design),
        objects: chosen,
      }
      Object.assign(repeat.form, still(a.form ?? {}))
      list.splice(0, list.length, ...rest.slice(0, at), repeat, ...rest.slice(at))
      refuseLoops(p, { kind: 'design', id: design.id })
    },
  ),
  'repeat.list': defineEdit(
    { ...onObject, list: z.array(z.string().max(500)).max(400) },
    () => 'Change the list of the repeat',
    (p, a) => {
      const object = opened(p, a.objectId)
      if (object.kind !== 'repeat') throw new NotFound('repeat', a.objectId)
      if (a.list.length) object.list = a.list
      else delete object.list
    },
  ),
  /** Gives an object values with their keys, as they were copied from another; what it has no number for is left out. */
  'object.form': defineEdit(
    { ...onObject, form: formSchema },
    () => 'Paste values',
    (p, a) => {
      const object = opened(p, a.objectId)
      for (const [name, animated] of Object.entries(a.form))
        if (object.form[name]) object.form[name] = deepCopy(animated)
    },
  ),
  'object.redraw': defineEdit(
    { ...onObject, drawing: drawingSchema },
    () => 'Take over a drawing',
    (p, a) => {
      const object = opened(p, a.objectId)
      if (!object.drawing) throw new NotFound('drawing', a.objectId)
      object.drawing = a.drawing
    },
  ),
  'object.ride': defineEdit(
    { ...onObject, ride: rideSchema.nullable() },
    (a) => (a.ride ? 'Ride on a motion' : 'Leave a motion'),
    (p, a) => {
      const object = opened(p, a.objectId)
      if (a.ride) object.ride = a.ride
      else delete object.ride
    },
  ),
  'corners.insert': defineEdit(
    { ...onObject, after: z.int().min(0), share: z.number().min(0).max(1) },
    () => 'Insert a corner',
    (p, a) => everyKey(p, a.objectId, (corners) => withCorner(corners, a.after, a.share)),
  ),
  'corners.delete': defineEdit(
    { ...onObject, corners: z.array(z.int().min(0)).min(1) },
    (a) => (a.corners.length === 1 ? 'Delete a corner' : `Delete ${a.corners.length} corners`),
    (p, a) => {
      const { kind, text } = opened(p, a.objectId)
      const open = kind === 'line' || text?.course?.closed === false
      const [least, what] = open ? [2, 'A line'] : [3, 'An outline']
      everyKey(p, a.objectId, (corners) => {
        const rest = corners.filter((_, i) => !a.corners.includes(i))
        if (rest.length < least)
          throw new Refused(`${what} needs ${least} corners. Remove the object instead.`)
        return rest
      })
    },
  ),
}
