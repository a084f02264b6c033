import {
  type Animated,
  bouncing,
  evenedPath,
  headingAt,
  type Key,
  pathKeys,
  pathLength,
  speedAt,
  valueAt,
  withKey,
} from '@stilus/core/anim'
import { type Matrix3, through } from '@stilus/core/matrix'
import {
  type Act,
  type Box,
  type DesignObject,
  type Easel,
  formAddress,
  formAt,
  stageOf,
} from '@stilus/core/project'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { heldAt } from './object-acts'
import { boundsOf } from './arrange'

/** Whether the place of an object goes from key to key. */
export const hasPath = (object: DesignObject | undefined): object is DesignObject =>
  object?.form['place'] !== undefined && pathKeys(object.form['place']).length > 1

function give(object: DesignObject, keys: Key[], label: string): void {
  const act: Act = [
    'keys.put',
    { lanes: [{ address: formAddress('object', object.id, 'place'), keys }], label },
  ]
  store.dispatch(editAll([act], label))
}

/** Puts a key on the path of an object at a frame of its design; it goes on moving as it did. */
export function keyOnPath(object: DesignObject, frame: number): void {
  const { place } = object.form
  if (place) give(object, withKey(place, frame - object.zero), 'Put a key on the path')
}

/** One speed all along the path of an object. */
export function evenPath(object: DesignObject): void {
  const { place } = object.form
  if (place) give(object, evenedPath(place), 'Even the speed along the path')
}

/** From a frame on an object goes straight on as it moved by then, thrown back by the edges of the picture until it ends; false where it cannot. */
export function bounceAtEdges(easel: Easel, object: DesignObject, frame: number): boolean {
  const keys = bouncedKeys(easel, object, frame)
  if (keys) give(object, keys, 'Bounce at the edges of the picture')
  return keys !== undefined
}

/** How a place moves at a time, in units a frame; from its last key on, on average as it came by its last way, for it may have landed slowly. */
function goingOn(place: Animated, t: number): [number, number] {
  const [before, last] = pathKeys(place).slice(-2)
  if (!before || !last || t < last.at - 1e-6) return [speedAt(place, t, 0), speedAt(place, t, 1)]
  const speed = pathLength({ value: place.value, keys: [before, last] }) / (last.at - before.at)
  const turn = (headingAt(place, last.at) * Math.PI) / 180
  return [Math.cos(turn) * speed, Math.sin(turn) * speed]
}

/** The keys of that, until the frame as it moved before; undefined where it does not move, or is larger than the picture. */
export function bouncedKeys(easel: Easel, object: DesignObject, frame: number): Key[] | undefined {
  const { place } = object.form
  const [held, box] = [heldAt(easel, object, frame), boundsOf(easel, object, frame)]
  if (!place || !held || !box) return undefined
  const t = frame - object.zero
  const speed = goingOn(place, t)
  if (Math.hypot(...speed) < 1e-6) return undefined
  const at = valueAt(place, t) as [number, number]
  const room = roomFor(easel, held.above, box, at)
  if (!room) return undefined
  const [from, ...on] = bouncing(at, speed, room, [t, object.start + object.length - object.zero])
  const kept = withKey(place, t).filter((k) => k.at <= t + 1e-6)
  const here = kept.pop()
  return here && from ? [...kept, { ...here, leave: 'linear', broken: true }, ...on] : undefined
}

/** Within which its place must lie so that a box, which moves along with it, stays in the picture; in pixels of what holds it, where that is neither turned nor sheared. */
function roomFor(
  { size }: Easel,
  above: Matrix3,
  box: Box,
  [x, y]: readonly [number, number],
): [number, number, number, number] | undefined {
  if (Math.abs(above[1]) > 1e-6 || Math.abs(above[3]) > 1e-6 || above[0] <= 0 || above[4] <= 0)
    return undefined
  if (box.right - box.left > size.width || box.bottom - box.top > size.height) return undefined
  const [sx, sy] = [above[0], above[4]]
  return [
    x - box.left / sx,
    y - box.top / sy,
    x + (size.width - box.right) / sx,
    y + (size.height - box.bottom) / sy,
  ]
}

/** Where the place of an object lies at frames of its design, in pixels of the design as what holds it stands at one of them. */
export function placesAt(
  { project }: Easel,
  object: DesignObject,
  above: Matrix3,
  frames: readonly number[],
): [number, number][] {
  const own = stageOf(project, { kind: 'object', id: object.id })
  return frames.map((frame) => through(above, ...(formAt(own, object, 'place', frame) as [number, number])))
}
