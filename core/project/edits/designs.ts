import { z } from 'zod'
import { defaults } from '../../params'
import { current, isDraft } from 'immer'
import { setValue } from '../../anim'
import { numbersOf, OBJECT_FORMS, OBJECT_KINDS, OBJECT_NAMES } from '../../design'
import { invert, multiply } from '../../matrix'
import { JOINS } from '../../polygon'
import { objectCopy } from '../copies'
import { defineEdit } from '../define'
import { allObjects, designOf, findIn, getDesign, getObject, NotFound, Refused } from '../find'
import { refuseLoops, refuseParents } from '../loops'
import { mirrored } from '../mirror'
import { aboveMatrix, matrixOf, numbersAt } from '../objects'
import { findOwner } from '../owners'
import { Locked, still } from '../parts'
import {
  blendSchema,
  coatSchema,
  type Design,
  type DesignObject,
  designSchema,
  drawingSchema,
  type Project,
  sourceSchema,
  textSchema,
} from '../schema'
import { stageOf } from '../stage'
import { newCoat, plainText } from '../texts'
import { usesOf } from '../uses'
import { frame, id, name, value } from './common'
import { holding, opened, together } from './in-design'
import { forgetStood, needSource } from './shots'
import { nameOfText } from './texts'

const onDesign = { designId: id }
const onObject = { objectId: id }
const shape = designSchema.shape

/** Where an object stands at a frame. */
function standing(p: Project, objectId: string, frame: number) {
  const project = isDraft(p) ? current(p) : p
  const stage = stageOf(project, { kind: 'object', id: objectId })
  const object = getObject(project, objectId)
  return {
    matrix: matrixOf(stage, object, frame),
    above: aboveMatrix(stage, object, frame),
    anchor: numbersAt(stage, object, frame).anchor,
  }
}

const refuseDesignLoops = (p: Project, design: Design) => refuseLoops(p, { kind: 'design', id: design.id })

/** Takes an object out of its list; one that moved along with it stands by itself, and a group that is left empty goes too. */
function take(p: Project, objectId: string): DesignObject {
  const design = designOf(p, objectId)
  const list = findIn(design.objects, objectId)
  const [object] = list.splice(
    list.findIndex((o) => o.id === objectId),
    1,
  )
  const all = allObjects(design.objects)
  for (const other of all) if (other.parent === objectId) delete other.parent
  const empty = all.find((o) => o.objects?.length === 0)
  if (empty && empty.id !== objectId) take(p, empty.id)
  return object as DesignObject
}

/** Titles and graphics, and the objects in them. */
export const DESIGN_EDITS = {
  'design.add': defineEdit(
    { ...onDesign, name, size: shape.size, rate: shape.rate, length: shape.length, artwork: shape.artwork },
    (a) => `New design ${a.name}`,
    (p, a) => {
      if (p.designs.some((d) => d.id === a.designId)) return
      const { designId, ...rest } = a
      p.designs.push({ id: designId, ...rest, objects: [] })
    },
  ),
  'design.take': defineEdit(
    { design: designSchema },
    (a) => `New design ${a.design.name}`,
    (p, a) => {
      if (p.designs.some((d) => d.id === a.design.id)) return
      const [taken] = allObjects(a.design.objects).filter((o) => findOwner(p, 'object', o.id))
      if (taken) throw new Refused(`There is an object with the id "${taken.id}" already.`)
      p.designs.push(a.design)
      for (const { source, coats = [] } of allObjects(a.design.objects))
        for (const own of [source, ...coats.map((c) => c.source)]) if (own) needSource(p, own)
      refuseDesignLoops(p, a.design)
    },
  ),
  'design.mirror': defineEdit(
    onDesign,
    () => 'Mirror the design',
    (p, a) => {
      const design = getDesign(p, a.designId)
      const locked = allObjects(design.objects).find((o) => o.locked)
      if (locked) throw new Locked(locked.name)
      design.objects = mirrored(current(design)).objects
    },
  ),
  'design.format': defineEdit(
    {
      ...onDesign,
      size: shape.size.optional(),
      rate: shape.rate.optional(),
      length: shape.length.optional(),
    },
    () => 'Change size, rate or length of the design',
    (p, { designId, ...change }) => {
      const given = Object.entries(change).filter(([, v]) => v !== undefined)
      Object.assign(getDesign(p, designId), Object.fromEntries(given))
    },
  ),
  'design.rename': defineEdit(
    { ...onDesign, name },
    (a) => `Rename design to ${a.name}`,
    (p, a) => {
      getDesign(p, a.designId).name = a.name
    },
  ),
  'design.remove': defineEdit(
    onDesign,
    () => 'Remove design',
    (p, a) => {
      const design = getDesign(p, a.designId)
      const uses = usesOf(p, { kind: 'design', designId: a.designId })
      if (uses.length)
        throw new Refused(`${design.name} is used by ${uses.join(', ')}. Take it out there first.`)
      p.designs = p.designs.filter((d) => d.id !== a.designId)
      if (p.rosters) p.rosters = p.rosters.filter((r) => r.designId !== a.designId)
      forgetStood(p, { kind: 'design', designId: a.designId })
    },
  ),
  'object.add': defineEdit(
    {
      ...onDesign,
      ...onObject,
      kind: z.enum(OBJECT_KINDS).exclude(['group', 'combined', 'repeat']),
      name: name.optional(),
      form: z.record(z.string(), value).optional(),
      source: sourceSchema.optional(),
      /** What a text says, or a whole text. */
      text: textSchema.partial().optional(),
      coats: z.array(coatSchema).max(64).optional(),
      drawing: drawingSchema.optional(),
      layer: z.literal(true).optional(),
    },
    (a) => `Add ${a.name ?? OBJECT_NAMES[a.kind].toLowerCase()}`,
    (p, a) => {
      const design = getDesign(p, a.designId)
      if (findOwner(p, 'object', a.objectId)) return
      if (a.kind === 'picture' && !a.source) throw new NotFound('source', 'of the picture')
      if (a.source) needSource(p, a.source)
      const { width, height } = design.size
      const count = allObjects(design.objects).filter((o) => o.kind === a.kind).length
      design.objects.push({
        id: a.objectId,
        name:
          a.name ??
          (a.kind === 'text' ? nameOfText(a.text?.text ?? '') : `${OBJECT_NAMES[a.kind]} ${count + 1}`),
        kind: a.kind,
        on: true,
        form: still({ ...defaults(OBJECT_FORMS[a.kind]), place: [width / 2, height / 2], ...a.form }),
        start: 0,
        length: design.length,
        zero: 0,
        steps: [],
        ...(a.source ? { source: a.source, in: 0 } : {}),
        ...(a.drawing ? { drawing: a.drawing } : {}),
        ...(a.layer ? { layer: true } : {}),
        ...(a.kind === 'text' ? { text: { ...plainText(''), ...a.text } } : {}),
        ...(a.kind === 'picture' ? {} : { coats: a.coats ?? [newCoat(`${a.objectId}-fill`, 'fill')] }),
      })
      refuseDesignLoops(p, design)
    },
  ),
  'object.change': defineEdit(
    {
      ...onObject,
      change: z.object({
        name: name.optional(),
        on: z.boolean().optional(),
        blend: blendSchema.optional(),
        join: z.enum(JOINS).optional(),
        source: sourceSchema.optional(),
        in: frame.optional(),
      }),
    },
    () => 'Change object',
    (p, a) => {
      const object = opened(p, a.objectId)
      if (a.change.source) needSource(p, a.change.source)
      Object.assign(object, Object.fromEntries(Object.entries(a.change).filter(([, v]) => v !== undefined)))
      refuseDesignLoops(p, designOf(p, a.objectId))
    },
  ),
  'object.parent': defineEdit(
    { ...onObject, parent: id.nullable(), frame: z.int() },
    (a) => (a.parent === null ? 'Let object stand by itself' : 'Let object move along'),
    (p, a) => {
      const object = opened(p, a.objectId)
      const before = standing(p, a.objectId, a.frame)
      if (a.parent === null) delete object.parent
      else {
        if (!allObjects(designOf(p, a.objectId).objects).some((o) => o.id === a.parent))
          throw new NotFound('object', a.parent)
        object.parent = a.parent
        refuseParents(p, a.objectId)
      }
      // It stays where it is: what it moves along with is taken out of its own numbers.
      const after = standing(p, a.objectId, a.frame)
      const numbers = numbersOf(multiply(invert(after.above), before.matrix), before.anchor)
      for (const name of ['place', 'scale', 'turn'] as const) {
        const animated = object.form[name]
        if (animated) setValue(animated, a.frame - object.zero, numbers[name])
      }
    },
  ),
  'object.lock': defineEdit(
    { ...onObject, locked: z.boolean() },
    (a) => (a.locked ? 'Lock' : 'Unlock'),
    (p, a) => {
      getObject(p, a.objectId).locked = a.locked
    },
  ),
  'object.time': defineEdit(
    { ...onObject, start: z.int(), length: z.int().min(1), carry: z.boolean() },
    (a) => (a.carry ? 'Move object in time' : 'Change span of the object'),
    (p, a) => {
      const object = opened(p, a.objectId)
      // Moved as a whole, it takes its keys along; trimmed, they stay where they are.
      if (a.carry) object.zero += a.start - object.start
      else if (object.in !== undefined) object.in += a.start - object.start
      object.start = a.start
      object.length = a.length
    },
  ),
  'object.order': defineEdit(
    { ...onObject, to: z.int().min(0) },
    () => 'Reorder objects',
    (p, a) => {
      const design = designOf(p, a.objectId)
      const list = findIn(design.objects, a.objectId)
      const [object] = list.splice(
        list.findIndex((o) => o.id === a.objectId),
        1,
      )
      if (object) list.splice(Math.min(a.to, list.length), 0, object)
      refuseDesignLoops(p, design)
    },
  ),
  'object.copy': defineEdit(
    { ...onObject, newId: id },
    () => 'Duplicate object',
    (p, a) => {
      if (findOwner(p, 'object', a.newId)) return
      const object = getObject(p, a.objectId)
      const list = findIn(designOf(p, a.objectId).objects, a.objectId)
      const copy = objectCopy(object, a.newId)
      list.splice(list.findIndex((o) => o.id === a.objectId) + 1, 0, {
        ...copy,
        name: `${copy.name} copy`.slice(0, 200),
      })
    },
  ),
  'object.remove': defineEdit(
    onObject,
    () => 'Remove object',
    (p, a) => {
      opened(p, a.objectId)
      take(p, a.objectId)
    },
  ),
  'objects.group': defineEdit(
    { objectIds: z.array(id).min(1), groupId: id, name },
    (a) => `Group ${a.objectIds.length} ${a.objectIds.length === 1 ? 'object' : 'objects'}`,
    (p, a) => {
      const { design, list, chosen, rest, at } = together(p, a.objectIds, a.groupId)
      const group: DesignObject = { ...holding(a.groupId, 'group', a.name, design), objects: chosen }
      list.splice(0, list.length, ...rest.slice(0, at), group, ...rest.slice(at))
      refuseDesignLoops(p, design)
    },
  ),
  'object.ungroup': defineEdit(
    onObject,
    () => 'Open up group',
    (p, a) => {
      const group = opened(p, a.objectId)
      if (!group.objects) throw new NotFound('group', a.objectId)
      for (const inner of group.objects) delete inner.join
      const list = findIn(designOf(p, a.objectId).objects, a.objectId)
      list.splice(
        list.findIndex((o) => o.id === a.objectId),
        1,
        ...(group.objects ?? []),
      )
      for (const other of allObjects(list)) if (other.parent === a.objectId) delete other.parent
    },
  ),
}
