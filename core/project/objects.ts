import type { Value } from '../anim'
import { OBJECT_FORMS, objectMatrix, type ObjectNumbers } from '../design'
import { IDENTITY, type Matrix3, multiply, through } from '../matrix'
import { fit } from '../params'
import { cornersOf } from '../region'
import { allObjects, objectsAbove } from './find'
import { moved } from './values'
import type { DesignObject } from './schema'
import { sourceSize } from './source'
import { type Stage, stageOf } from './stage'

/** A box in some picture's pixels. */
export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** The design that objects lie on. */
export type Easel = Pick<Stage, 'project' | 'design' | 'size'>

/** A value of an object's form at a frame of its design. */
export function formAt(stage: Stage, object: DesignObject, name: string, frame: number): Value {
  const given = object.form[name]
  const declared = OBJECT_FORMS[object.kind][name]
  const value = given ? moved(stage, undefined, given, frame - object.zero) : undefined
  return declared ? fit(declared, value) : (value ?? 0)
}

/** Where an object stands in what it moves along with, at a frame of its design. */
export function numbersAt(easel: Easel, object: DesignObject, frame: number): ObjectNumbers {
  const own = stageOf(easel.project, { kind: 'object', id: object.id })
  const pair = (name: string) => formAt(own, object, name, frame) as [number, number]
  return {
    place: pair('place'),
    anchor: pair('anchor'),
    scale: pair('scale'),
    turn: Number(formAt(own, object, 'turn', frame)),
  }
}

/** From the pixels of what an object moves along with to those of the design, at a frame. */
export function aboveMatrix(easel: Easel, object: DesignObject, frame: number): Matrix3 {
  let matrix: Matrix3 = IDENTITY
  for (const above of easel.design ? objectsAbove(easel.design, object) : [])
    matrix = multiply(objectMatrix(numbersAt(easel, above, frame)), matrix)
  return matrix
}

/** From an object's own pixels to those of the design at a frame: through what it moves along with, or the group that it is in. */
export const matrixOf = (easel: Easel, object: DesignObject, frame: number): Matrix3 =>
  multiply(aboveMatrix(easel, object, frame), objectMatrix(numbersAt(easel, object, frame)))

const around = (points: readonly (readonly number[])[]): Box | undefined => {
  if (!points.length) return undefined
  const [xs, ys] = [points.map((p) => p[0] ?? 0), points.map((p) => p[1] ?? 0)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
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
      return about(...(form('box') as [number, number]))
    case 'outline':
      return around(cornersOf((form('points') as number[] | 0) || []).map((c) => [c.x, c.y]))
    case 'group':
      return around(
        (object.objects ?? []).flatMap((inner) => {
          const box = boxOf(easel, inner, frame)
          const own = objectMatrix(numbersAt(easel, inner, frame))
          return box ? cornersOfBox(box).map(([x, y]) => through(own, x, y)) : []
        }),
      )
  }
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
