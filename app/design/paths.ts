import { bouncing, evenedPath, type Key, pathKeys, speedAt, valueAt, withKey } from '@stilus/core/anim'
import { through } from '@stilus/core/matrix'
import {
  type Act,
  type Box,
  type DesignObject,
  type Easel,
  formAddress,
  numbersAt,
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

/** From a frame on an object goes straight on as it moved by then, thrown back by the edges of the picture until it ends. */
export function bounceAtEdges(easel: Easel, object: DesignObject, frame: number): void {
  const { place } = object.form
  const keys = place && bouncedKeys(easel, object, frame)
  if (keys) give(object, keys, 'Bounce at the edges of the picture')
}

/** The keys of that; undefined where it does not move, or is larger than the picture. */
export function bouncedKeys(easel: Easel, object: DesignObject, frame: number): Key[] | undefined {
  const { place } = object.form
  const [held, box] = [heldAt(easel, object, frame), boundsOf(easel, object, frame)]
  if (!place || !held || !box) return undefined
  const t = frame - object.zero
  const keys = pathKeys(place)
  // At its last key it goes on as it came.
  const before = keys.filter((k) => k.at < t - 1e-6)
  const came = Math.min(t, (keys.at(-1)?.at ?? t) - 1e-3)
  const speed: [number, number] = [speedAt(place, came, 0), speedAt(place, came, 1)]
  if (Math.hypot(...speed) < 1e-6) return undefined
  const room = roomFor(easel, held.above, box, valueAt(place, t) as [number, number])
  if (!room) return undefined
  const made = bouncing(valueAt(place, t) as [number, number], speed, room, [
    t,
    object.start + object.length - object.zero,
  ])
  return [...before, ...made]
}

/** Within which its place must lie so that a box, which moves along with it, stays in the picture; in pixels of what holds it, where that is neither turned nor sheared. */
function roomFor(
  { size }: Easel,
  above: Parameters<typeof through>[0],
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
export const placesAt = (
  easel: Easel,
  object: DesignObject,
  above: Parameters<typeof through>[0],
  frames: number[],
) => frames.map((frame) => through(above, ...numbersAt(easel, object, frame).place))
