import { valueAt } from '@stilus/core/anim'
import { numbersOf } from '@stilus/core/design'
import { invert, isFlat, type Matrix3, multiply, shifted, through } from '@stilus/core/matrix'
import {
  type Act,
  aboveMatrix,
  allObjects,
  type Box,
  boxOf,
  type Design,
  type DesignObject,
  type Easel,
  findIn,
  formAddress,
  hasObject,
  isThere,
  matrixOf,
  numbersAt,
  objectsAbove,
  passageOf,
  type PassageWay,
  type Source,
} from '@stilus/core/project'
import type { Join } from '@stilus/core/polygon'
import { type Corner, valueOf } from '@stilus/core/region'
import { typesetterOf } from '../session/fonts'
import { uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { boundsOf, union } from './arrange'

type Point = [number, number]
const round = (v: number) => Math.round(v * 1000) / 1000

/** Puts a new object on top of a design and takes it in hand. */
export function addObject(
  design: Design,
  kind: 'rectangle' | 'ellipse' | 'polygon' | 'star' | 'line' | 'outline' | 'picture',
  more: { form?: Record<string, number | number[] | string>; source?: Source; name?: string },
): void {
  const objectId = uid()
  if (!store.dispatch(edit('object.add', { designId: design.id, objectId, kind, ...more }))) return
  store.dispatch(viewActions.object({ id: objectId }))
  store.dispatch(viewActions.set({ drawing: null }))
}

/** A drawn outline as an object: it stands at the middle of what was drawn. */
export const addOutline = (design: Design, corners: readonly Corner[]): void =>
  addObject(design, 'outline', { form: aboutMiddle(corners) })

/** A line through corners, as thick as looks well in the design; an arrow has a head at its end. */
export function addLine(design: Design, corners: readonly Corner[], arrow: boolean): void {
  const width = Math.max(1, Math.round(design.size.height / 120))
  const headEnd = arrow ? 'arrow' : 'none'
  addObject(design, 'line', {
    form: { ...aboutMiddle(corners), width, headEnd },
    ...(arrow ? { name: 'Arrow' } : {}),
  })
}

/** Corners counted from their middle, and where that is. */
function aboutMiddle(corners: readonly Corner[]): { place: Point; points: number[] } {
  const middle = (axis: 'x' | 'y') => {
    const all = corners.map((c) => c[axis])
    return (Math.min(...all) + Math.max(...all)) / 2
  }
  const [x, y] = [middle('x'), middle('y')]
  const points = valueOf(corners.map((c) => ({ ...c, x: c.x - x, y: c.y - y })))
  return { place: [x, y], points }
}

/** Values that an object gets at a frame of its design. */
export function numberActs(
  object: DesignObject,
  frame: number,
  values: Record<string, number | number[]>,
): Act[] {
  return Object.entries(values).flatMap(([name, value]): Act[] => {
    const animated = object.form[name]
    const next = Array.isArray(value) ? value.map(round) : round(value)
    const same = animated && JSON.stringify(valueAt(animated, frame - object.zero)) === JSON.stringify(next)
    if (same) return []
    return [
      [
        'value.set',
        { address: formAddress('object', object.id, name), at: frame - object.zero, value: next },
      ],
    ]
  })
}

/** What an object is before a hand changes it. */
export interface Held {
  object: DesignObject
  frame: number
  matrix: Matrix3
  above: Matrix3
  anchor: Point
  scale: Point
  box: Box
}

/** An object as it stands at a frame; undefined while there is nothing of it to take hold of. */
export function heldAt(easel: Easel, object: DesignObject, frame: number): Held | undefined {
  const box = boxOf(easel, object, frame)
  if (!box) return undefined
  const { anchor, scale } = numbersAt(easel, object, frame)
  const above = aboveMatrix(easel, object, frame)
  return { object, frame, matrix: matrixOf(easel, object, frame), above, anchor, scale, box }
}

/** Brings an object to where a map of the design takes it, as one change. */
export function carry(held: Held, map: Matrix3, gesture: string): void {
  const acts = carryActs(held, map)
  if (acts.length) store.dispatch(editAll(acts, `Move or size ${held.object.name}`, gesture))
}

/** Brings several objects to where a map of the design takes them, as one change. */
export function carryAll(held: readonly Held[], map: Matrix3, gesture: string): void {
  const acts = held.flatMap((h) => carryActs(h, map))
  if (acts.length) store.dispatch(editAll(acts, `Move or size ${held.length} objects`, gesture))
}

/** Brings objects to places of their own, as one change. */
export function moveAll(moves: readonly (readonly [Held, Point])[], label: string, gesture?: string): void {
  const acts = moves.flatMap(([held, [x, y]]) => (held.object.locked ? [] : carryActs(held, shifted(x, y))))
  if (acts.length) store.dispatch(editAll(acts, label, gesture))
}

/** What brings an object to where a map of the design takes it. What has a box grows by that, all else by its size. */
function carryActs(held: Held, map: Matrix3): Act[] {
  const { object, frame, matrix, above, anchor } = held
  const numbers = numbersOf(multiply(invert(above), multiply(map, matrix)), anchor)
  // A mirrored or turned object keeps the signs that it has.
  const before = numbersOf(multiply(invert(above), matrix), anchor)
  const ratio: Point = [numbers.scale[0] / before.scale[0], numbers.scale[1] / before.scale[1]]
  const own = numbersOfHeld(held)
  const turn = own.turn + numbers.turn - before.turn
  const { place } = numbers
  const drawn = ['rectangle', 'ellipse', 'polygon', 'star'].includes(object.kind)
  const [width, height] = [held.box.right - held.box.left, held.box.bottom - held.box.top]
  const sized: Record<string, number[]> = drawn
    ? {
        box: [Math.max(1, width * Math.abs(ratio[0])), Math.max(1, height * Math.abs(ratio[1]))],
        anchor: [anchor[0] * Math.abs(ratio[0]), anchor[1] * Math.abs(ratio[1])],
      }
    : { scale: [own.scale[0] * ratio[0], own.scale[1] * ratio[1]] }
  return numberActs(object, frame, { place, turn, ...sized })
}

const numbersOfHeld = ({ object, frame, scale }: Held) => {
  const turn = object.form['turn']
  return { scale, turn: turn ? Number(valueAt(turn, frame - object.zero)) : 0 }
}

/** The topmost object that shows at a place of the design; of a group the group. */
export const objectAt = (easel: Easel, design: Design, at: Point, frame: number): DesignObject | undefined =>
  objectsAt(easel, design, at, frame)[0]

/** All objects that show at a place of the design, from the topmost down; after a group what is in it there. */
export function objectsAt(easel: Easel, design: Design, [x, y]: Point, frame: number): DesignObject[] {
  const hit = (object: DesignObject): boolean => {
    if (!isThere(object, frame) || object.locked) return false
    if (object.kind === 'group') return (object.objects ?? []).some(hit)
    const box = boxOf(easel, object, frame)
    const matrix = matrixOf(easel, object, frame)
    if (!box || isFlat(matrix)) return false
    const [u, v] = through(invert(matrix), x, y)
    if (u < box.left || u > box.right || v < box.top || v > box.bottom) return false
    if (object.kind !== 'ellipse') return true
    const [rx, ry] = [(box.right - box.left) / 2, (box.bottom - box.top) / 2]
    return (u / rx) ** 2 + (v / ry) ** 2 <= 1
  }
  const deep = (objects: readonly DesignObject[]): DesignObject[] =>
    [...objects].reverse().flatMap((o) => (hit(o) ? [o, ...deep(o.objects ?? [])] : []))
  return deep(design.objects)
}

/** Puts the chosen objects into a group. */
export function groupObjects(ids: readonly string[]): void {
  const groupId = uid()
  if (store.dispatch(edit('objects.group', { objectIds: [...ids], groupId, name: 'Group' })))
    store.dispatch(viewActions.object({ id: groupId }))
}

/** Joins the chosen shapes to one, which stays made of them. */
export function combineObjects(ids: readonly string[], join: Join): void {
  const combinedId = uid()
  if (store.dispatch(edit('objects.combine', { objectIds: [...ids], combinedId, join })))
    store.dispatch(viewActions.object({ id: combinedId }))
}

/** Repeats objects in a row, each copy beside the one before it. */
export function repeatObjects(ids: readonly string[]): void {
  const { document } = store.getState().project
  const design = document?.designs.find((d) => hasObject(d.objects, ids[0] ?? ''))
  if (!document || !design) return
  const easel: Easel = { project: document, design, size: design.size, typesetter: typesetterOf(document) }
  const boxes = ids.flatMap((id) => {
    const object = allObjects(design.objects).find((o) => o.id === id)
    return (object && boundsOf(easel, object, store.getState().view.frame)) ?? []
  })
  const box = union(boxes)
  const step = Math.max(8, Math.round((box.right - box.left) * 1.1))
  const repeatId = uid()
  if (store.dispatch(edit('objects.repeat', { objectIds: [...ids], repeatId, form: { step: [step, 0] } })))
    store.dispatch(viewActions.object({ id: repeatId }))
}

/** What an object could move along with: all that do not move along with it. */
export const parentsFor = (design: Design, object: DesignObject): DesignObject[] => {
  const inside = new Set(allObjects([object]).map((o) => o.id))
  return allObjects(design.objects).filter((o) => !inside.has(o.id))
}

/** Of some objects of a design those that no other of them takes along: what is in a chosen group, or moves along with a chosen object, goes with that. */
export function outermost(design: Design, ids: readonly string[]): DesignObject[] {
  const chosen = allObjects(design.objects).filter((o) => ids.includes(o.id))
  return chosen.filter((o) => !objectsAbove(design, o).some((above) => ids.includes(above.id)))
}

/** Removes objects as one act; what is in a group that goes, goes with it. */
export function removeObjects(ids: readonly string[]): void {
  const { document } = store.getState().project
  const all = document?.designs.flatMap((d) => allObjects(d.objects)) ?? []
  const inside = new Set(
    all.filter((o) => ids.includes(o.id)).flatMap((o) => allObjects(o.objects ?? []).map((i) => i.id)),
  )
  const acts = ids.filter((id) => !inside.has(id)).map((objectId): Act => ['object.remove', { objectId }])
  const label = acts.length === 1 ? 'Remove object' : `Remove ${acts.length} objects`
  if (acts.length && store.dispatch(editAll(acts, label))) store.dispatch(viewActions.object({ id: null }))
}

/** Brings an object in front of the next one in its list, or behind the one before it. */
export function orderObject(objectId: string, by: 1 | -1): void {
  const { document } = store.getState().project
  const design = document?.designs.find((d) => hasObject(d.objects, objectId))
  if (!design) return
  const list = findIn(design.objects, objectId)
  const to = list.findIndex((o) => o.id === objectId) + by
  if (to >= 0 && to < list.length) store.dispatch(edit('object.order', { objectId, to }))
}

/** Lets an object come out of nothing, or go into it, by a dissolve; its panel then says by what else. */
export function letPass(objectId: string, way: PassageWay): void {
  const { document } = store.getState().project
  const object = document?.designs.flatMap((d) => allObjects(d.objects)).find((o) => o.id === objectId)
  if (!object || passageOf(object, way)) return
  store.dispatch(edit('passage.set', { objectId, way, stepId: uid(), use: 'dissolve' }))
}
