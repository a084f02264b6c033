import { OBJECT_FORMS, objectMatrix, type ObjectNumbers, type RepeatCopy, repeatCopies } from '../design'
import { estimatedBox, type Typesetter } from '../lettering'
import { IDENTITY, type Matrix3, multiply, through } from '../matrix'
import { headingAt, type Value } from '../anim'
import { cornersOf } from '../region'
import { contoursOf, type Shape, SHAPES } from '../shapes'
import { allObjects, objectsAbove } from './find'
import { attachMap } from './motions'
import { riddenAt } from './riding'
import { formAt } from './values'
import type { DesignObject } from './schema'
import { sourceSize } from './source'
import { type Stage, stageOf } from './stage'
import { settingAt } from './texts'

/** A box in some picture's pixels. */
export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** Whether an object is on and there at a frame of its design. */
export const isThere = ({ on, start, length }: DesignObject, frame: number): boolean =>
  on && frame >= start && frame < start + length

/** The design that objects lie on. */
export type Easel = Pick<Stage, 'project' | 'design' | 'size'> & {
  /** Sets texts, where what they take up is wanted. */
  typesetter?: Pick<Typesetter, 'layout'> | undefined
}

/** Where an object stands in what it moves along with, at a frame of its design. */
export function numbersAt(easel: Easel, object: DesignObject, frame: number): ObjectNumbers {
  const own = stageOf(easel.project, { kind: 'object', id: object.id })
  const pair = (name: string) => formAt(own, object, name, frame) as [number, number]
  return {
    place: pair('place'),
    anchor: pair('anchor'),
    scale: pair('scale'),
    turn: Number(formAt(own, object, 'turn', frame)) + headingOf(own, object, frame),
  }
}

/** The way that the keys of its place take at a frame, in degrees, where an object turns with that. */
function headingOf(own: Stage, object: DesignObject, frame: number): number {
  const { along, place } = object.form
  if (!place || !along || (along.value !== true && !along.keys?.length)) return 0
  return formAt(own, object, 'along', frame) === true ? headingAt(place, frame - object.zero) : 0
}

/** From the pixels of what an object moves along with to those of the design, at a frame; what it rides on itself comes after that. */
export function aboveMatrix(easel: Easel, object: DesignObject, frame: number): Matrix3 {
  const chain = easel.design ? objectsAbove(easel.design, object) : []
  let matrix: Matrix3 = IDENTITY
  // From the farthest to the nearest, each taken along by what it rides on where it stands by then.
  for (const each of [...chain].reverse())
    matrix = multiply(
      multiply(rideOf(easel, each, frame, matrix).near, matrix),
      objectMatrix(numbersAt(easel, each, frame)),
    )
  return multiply(rideOf(easel, object, frame, matrix).near, matrix)
}

/** What a ride does to an object at a frame: what can be drawn, and what of a perspective is then left to do to the picture. */
export interface Ridden {
  near: Matrix3
  rest?: Matrix3 | undefined
}

/** @param above from the pixels of what the object moves along with to those of the design, before its own ride */
export function rideOf(easel: Easel, object: DesignObject, frame: number, above: Matrix3): Ridden {
  const { ride } = object
  if (!ride?.on) return { near: IDENTITY }
  const stage = stageOf(easel.project, { kind: 'object', id: object.id })
  const map = attachMap(stage, ride, frame - object.zero)
  if (!map) return { near: IDENTITY }
  const place = through(above, ...numbersAt(easel, object, frame).place)
  return riddenAt(map, place, ride.part)
}

/** What of the ride of an object cannot be drawn as it is; undefined where nothing. */
export const restOfRide = (easel: Easel, object: DesignObject, frame: number): Matrix3 | undefined => {
  if (object.ride?.part !== 'plane') return undefined
  const chain = easel.design ? objectsAbove(easel.design, object) : []
  const [above] = chain
  return rideOf(easel, object, frame, above ? matrixOf(easel, above, frame) : IDENTITY).rest
}

/** From an object's own pixels to those of the design at a frame: through what it moves along with, or the group that it is in. */
export const matrixOf = (easel: Easel, object: DesignObject, frame: number): Matrix3 =>
  multiply(aboveMatrix(easel, object, frame), objectMatrix(numbersAt(easel, object, frame)))

const around = (points: readonly (readonly number[])[]): Box | undefined => {
  if (!points.length) return undefined
  const [xs, ys] = [points.map((p) => p[0] ?? 0), points.map((p) => p[1] ?? 0)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

const aroundCorners = (points: Value) =>
  around(cornersOf(Array.isArray(points) ? (points as number[]) : []).map((c) => [c.x, c.y]))

/** The shape that an object is at a frame of its design. */
export function shapeAt(easel: Pick<Easel, 'project'>, object: DesignObject, frame: number): Shape {
  const own = stageOf(easel.project, { kind: 'object', id: object.id })
  const kind = SHAPES.find((s) => s === object.kind) ?? 'outline'
  const values = Object.keys(OBJECT_FORMS[kind]).filter((name) => !(name in OBJECT_FORMS.group))
  const names = kind === 'outline' || kind === 'line' ? ['points', ...values] : values
  const numbers = Object.fromEntries(names.map((name) => [name, formAt(own, object, name, frame)]))
  return { kind, values: numbers, drawing: object.drawing }
}

/** The corners of a box, clockwise from the upper left. */
export const cornersOfBox = ({ left, top, right, bottom }: Box): [number, number][] => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
]

/** What an object takes up of its own pixels at a frame of its design; undefined where it is empty. */
export function boxOf(easel: Easel, object: DesignObject, frame: number): Box | undefined {
  const about = (width: number, height: number): Box => ({
    left: -width / 2,
    top: -height / 2,
    right: width / 2,
    bottom: height / 2,
  })
  const form = (name: string) =>
    formAt(stageOf(easel.project, { kind: 'object', id: object.id }), object, name, frame)
  switch (object.kind) {
    case 'picture': {
      const size = (object.source && sourceSize(easel.project, object.source)) ?? easel.size
      return about(size.width, size.height)
    }
    case 'rectangle':
    case 'ellipse':
    case 'polygon':
    case 'star':
      return about(...(form('box') as [number, number]))
    case 'line': {
      const contours = contoursOf(shapeAt(easel, object, frame), 0.5)
      const places = contours.flatMap((c) => c.flatMap((x, i) => (i % 2 ? [] : [[x, c[i + 1] as number]])))
      // Of a line that is not drawn yet, where it will be.
      return around(places) ?? aroundCorners(form('points'))
    }
    case 'text': {
      const stage = stageOf(easel.project, { kind: 'object', id: object.id })
      const setting = settingAt(stage, object, frame)
      const { box } = easel.typesetter?.layout(setting) ?? { box: estimatedBox(setting) }
      const [width, height] = setting.box
      const column = about(width, height)
      return {
        left: width > 0 ? Math.min(box.left, column.left) : box.left,
        right: width > 0 ? Math.max(box.right, column.right) : Math.max(box.right, box.left + 1),
        top: height > 0 ? Math.min(box.top, column.top) : box.top,
        bottom: height > 0 ? Math.max(box.bottom, column.bottom) : box.bottom,
      }
    }
    case 'outline':
      return aroundCorners(form('points'))
    case 'drawing':
      return around((object.drawing?.contours ?? []).flatMap((c) => cornersOf(c).map(({ x, y }) => [x, y])))
    case 'repeat':
      return boxOfRepeat(easel, object, frame)
    case 'combined':
    case 'group':
      return boxOfInner(easel, object, frame)
  }
}

/** What the objects in another take up together, of its pixels. */
function boxOfInner(easel: Easel, object: DesignObject, frame: number): Box | undefined {
  return around(
    (object.objects ?? []).flatMap((inner) => {
      const box = boxOf(easel, inner, frame)
      const own = objectMatrix(numbersAt(easel, inner, frame))
      return box ? cornersOfBox(box).map(([x, y]) => through(own, x, y)) : []
    }),
  )
}

/** A repeat and its copies at a frame; what its first object stands at is what they are turned about. */
export function copiesAt(easel: Easel, object: DesignObject, frame: number): RepeatCopy[] {
  const [first] = object.objects ?? []
  if (!first) return []
  const own = stageOf(easel.project, { kind: 'object', id: object.id })
  const values = Object.fromEntries(
    Object.keys(OBJECT_FORMS.repeat).map((name) => [name, formAt(own, object, name, frame)]),
  )
  // A list says how many there are.
  if (object.list?.length) values['count'] = object.list.length
  return repeatCopies(values, numbersAt(easel, first, frame).place)
}

function boxOfRepeat(easel: Easel, object: DesignObject, frame: number): Box | undefined {
  const box = boxOfInner(easel, object, frame)
  if (!box) return undefined
  const corners = cornersOfBox(box)
  const copies = copiesAt(easel, object, frame)
  return around(copies.flatMap(({ matrix }) => corners.map(([x, y]) => through(matrix, x, y)))) ?? box
}

/** Every object of a list and of the groups in it, with how deep it lies. */
export const deepObjects = (
  objects: readonly DesignObject[],
  depth = 0,
): { object: DesignObject; depth: number }[] =>
  objects.flatMap((object) => [{ object, depth }, ...deepObjects(object.objects ?? [], depth + 1)])

/** Whether a design has an object. */
export const hasObject = (objects: readonly DesignObject[], id: string): boolean =>
  allObjects(objects).some((o) => o.id === id)
