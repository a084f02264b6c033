import type { z } from 'zod'
import type { Animated, Value } from '../anim'
import { defaults } from '../params'
import { ITEM_FORMS, ITEM_NAMES } from '../region'
import { findStep, type StepDeclaration } from '../steps'
import { getShape, getShot, getStep, NotFound } from './find'
import type { placeSchema, Project, Shape, Step } from './schema'

/** Where an animatable value lies: a control of a step, its mix, (with shapeId) a form of a shape, or (with mover) a number of a noise that moves one of these. */
export type Place = z.infer<typeof placeSchema>

/** The value at a place. @throws NotFound */
export function address(p: Project, at: Place): Animated {
  const step = getStep(getShot(p, at.shotId), at.stepId)
  const found = at.shapeId
    ? getShape(p, step, at.shapeId).form[at.param]
    : at.param === 'mix'
      ? step.mix
      : step.what[at.param]
  if (!found) throw new NotFound('control', at.param)
  if (!at.mover) return found
  const mover = found.movers?.find((m) => m.id === at.mover?.id)
  if (!mover || mover.kind === 'follow' || mover.kind === 'ride') throw new NotFound('mover', at.mover.id)
  return mover[at.mover.form]
}

/** Something that is locked would change. */
export class Locked extends Error {
  constructor(name: string) {
    super(`${name} is locked. Unlock it in the list of the region first.`)
    this.name = 'Locked'
  }
}

/** The value at a place, to be changed. @throws NotFound; Locked where it belongs to an item that is locked */
export function toChange(p: Project, at: Place): Animated {
  if (at.shapeId) {
    const shape = getShape(p, getStep(getShot(p, at.shotId), at.stepId), at.shapeId)
    if (shape.locked) throw new Locked(shape.name)
  }
  return address(p, at)
}

export const placeLabel = (at: Place): string => (at.mover ? at.mover.form : at.param.replace(/-/g, ' '))

const wholeShot = { start: null, end: null, rampIn: 0, rampOut: 0, shape: 'ease' } as const

/** Steps that act as one. */
export const newGroup = (id: string, name: string, steps: Step[]): Step => ({
  ...{ id, use: 'group', name, on: true, mix: { value: 1 }, what: {}, where: null, when: { ...wholeShot } },
  steps,
})

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
    when: { ...wholeShot },
  }
}

/** A new item of a region with what its form begins with. */
export function newShape(
  id: string,
  kind: Shape['kind'],
  count: number,
  given: Record<string, Value> = {},
): Shape {
  const form = { ...defaults(ITEM_FORMS[kind]), ...given }
  return {
    ...{ id, name: `${ITEM_NAMES[kind]} ${count + 1}`, kind, join: 'add', on: true, hue: count % 8 },
    form: Object.fromEntries(Object.entries(form).map(([name, value]) => [name, { value }])),
  }
}

/** A new step of a treatment with its defaults. @throws NotFound */
export function newPlainStep(use: string, id: string): Step {
  const declaration = findStep(use)
  if (!declaration) throw new NotFound('treatment', use)
  return newStep(declaration, id)
}
