import type { Animated, Value } from '../anim'
import { defaults } from '../params'
import type { StepDeclaration } from '../steps'
import { getShape, getShot, getStep, NotFound } from './find'
import type { Project, Shape, Step } from './schema'

/** Where an animatable value lies: a control of a step, its mix, or (with shapeId) a form of a shape. */
export interface Place {
  shotId: string
  stepId: string
  shapeId?: string | undefined
  param: string
}

/** The value at a place. @throws NotFound */
export function address(p: Project, at: Place): Animated {
  const step = getStep(getShot(p, at.shotId), at.stepId)
  if (!at.shapeId && at.param === 'mix') return step.mix
  const values = at.shapeId ? getShape(step, at.shapeId).form : step.what
  const found = values[at.param]
  if (!found) throw new NotFound('control', at.param)
  return found
}

export const placeLabel = (at: Place): string => at.param.replace(/-/g, ' ')

export function newStep(declaration: StepDeclaration, id: string): Step {
  const what = Object.fromEntries(
    Object.entries(defaults(declaration.params)).map(([name, value]) => [name, { value }]),
  )
  return {
    id,
    use: declaration.id,
    name: declaration.name,
    on: true,
    mix: { value: 1 },
    what,
    where: null,
    when: { start: null, end: null, rampIn: 0, rampOut: 0, shape: 'ease' },
  }
}

export function newShape(
  id: string,
  kind: Shape['kind'],
  centre: [number, number],
  size: [number, number],
  pictureHeight: number,
  count: number,
): Shape {
  const still = (value: Value): Animated => ({ value })
  return {
    id,
    name: `${kind === 'ellipse' ? 'Ellipse' : 'Rectangle'} ${count + 1}`,
    kind,
    join: 'add',
    on: true,
    form: {
      centre: still(centre),
      size: still(size),
      angle: still(0),
      feather: still(Math.round(pictureHeight / 9)),
    },
  }
}
