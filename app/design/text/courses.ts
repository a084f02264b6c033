import {
  type Act,
  type DesignObject,
  getObject,
  matrixOf,
  settingAt,
  shapeAt,
  stageOf,
} from '@stilus/core/project'
import { invert, multiply, through } from '@stilus/core/matrix'
import { type Corner, corner, cornersOf, outlineOfShape, valueOf } from '@stilus/core/region'
import { contoursOf } from '@stilus/core/shapes'
import { typesetterOf } from '../../session/fonts'
import { editAll } from '../../store/edit'
import { store } from '../../store/store'
import { viewActions } from '../../store/view'

/** How a text stands: in lines of a box, on a line, round an outline or within one. */
export type CourseWay = 'box' | 'line' | 'circle' | 'within'

const project = () => {
  const { document } = store.getState().project
  if (!document) throw new Error('A text belongs to a project.')
  return document
}

/** Lets a text stand otherwise; what it first stands on is about as large as the text is. */
export function setCourse(object: DesignObject, way: CourseWay): void {
  const was = object.text?.course
  const known = cornersOf(pointsOf(object))
  const closed = way !== 'line'
  // A line that was drawn is kept; an outline takes the place of a line that is open.
  const fits = known.length >= 3 || (way === 'line' && known.length >= 2)
  const corners = fits && was?.closed === closed ? known : firstCorners(object, way)
  give(object.id, way === 'box' ? undefined : { way: way === 'within' ? 'in' : 'on', closed }, corners)
}

/** Sets a text on the outline of a shape, or within it; the shape stays. */
export function setOnShape(textId: string, shapeId: string, way: 'on' | 'in'): void {
  const { frame } = store.getState().view
  const [text, shape] = [getObject(project(), textId), getObject(project(), shapeId)]
  const easel = stageOf(project(), { kind: 'object', id: textId })
  const map = multiply(invert(matrixOf(easel, text, frame)), matrixOf(easel, shape, frame))
  const corners = cornersOfShape(shape, frame).map((c): Corner => {
    const [x, y] = through(map, c.x, c.y)
    const to = (step: readonly [number, number]): [number, number] => {
      const [u, v] = through(map, c.x + step[0], c.y + step[1])
      return [u - x, v - y]
    }
    return { ...c, x, y, in: to(c.in), out: to(c.out) }
  })
  give(textId, { way, closed: way === 'in' || shape.kind !== 'line' }, corners)
}

function cornersOfShape(shape: DesignObject, frame: number): Corner[] {
  const drawn = shapeAt(stageOf(project(), { kind: 'object', id: shape.id }), shape, frame)
  if (shape.kind === 'outline' || shape.kind === 'line') return cornersOf(pointsOf(shape))
  if (shape.kind === 'ellipse')
    return outlineOfShape('ellipse', [0, 0], drawn.values['box'] as [number, number], 0, 0)
  const [contour = []] = contoursOf(drawn, 0.2)
  return contour.flatMap((x, i) => (i % 2 ? [] : [corner(x, contour[i + 1] as number)]))
}

const pointsOf = (object: DesignObject): number[] => {
  const value = object.form['points']?.value
  return Array.isArray(value) ? (value as number[]) : []
}

function give(
  objectId: string,
  course: { way: 'on' | 'in'; closed: boolean } | undefined,
  corners: readonly Corner[],
): void {
  const { text } = getObject(project(), objectId)
  const plain = { under: false, reversed: false, upright: false }
  const acts: Act[] = course
    ? [
        [
          'text.course',
          { objectId, course: { ...plain, ...text?.course, ...course }, points: valueOf(corners) },
        ],
      ]
    : [['text.course', { objectId, course: null }]]
  if (store.dispatch(editAll(acts, course ? 'Set the text on an outline' : 'Set the text in lines')))
    store.dispatch(viewActions.set({ reshaping: course !== undefined, typing: null }))
}

/** A gentle bow under the text, or a circle or box about it. */
function firstCorners(object: DesignObject, way: CourseWay): Corner[] {
  const { frame } = store.getState().view
  const setting = settingAt(stageOf(project(), { kind: 'object', id: object.id }), object, frame)
  const { box } = typesetterOf(project()).layout({ ...setting, course: undefined })
  const wide = Math.max(box.right - box.left, 2 * setting.size)
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
  if (way === 'within') return outlineOfShape('ellipse', [x, y], [wide, wide * 0.75], 0, 0)
  if (way === 'circle') return outlineOfShape('ellipse', [x, y], [wide * 0.5, wide * 0.5], 0, 0)
  const bow = wide * 0.2
  const end = (at: number, way: 1 | -1): Corner => ({
    ...corner(at, box.bottom),
    ...(way > 0 ? { out: [wide / 3, -bow] as const } : { in: [-wide / 3, -bow] as const }),
  })
  return [end(box.left, 1), end(box.left + wide, -1)]
}
