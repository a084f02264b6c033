import { z } from 'zod'
import { fit } from '../../params'
import { ITEM_FORMS } from '../../region'
import { paramsOf } from '../declared'
import { getShape, getShot, getStep } from '../find'
import type { Place } from '../parts'
import { animatedSchema, type Project } from '../schema'

export const id = z.string().min(1)
export const frame = z.number()
export const onShot = { shotId: id }
export const onStep = { shotId: id, stepId: id }
export const onShape = { ...onStep, shapeId: id }
export const value = animatedSchema.shape.value

export const stepOf = (p: Project, a: { shotId: string; stepId: string }) =>
  getStep(getShot(p, a.shotId), a.stepId)

/** A control's value within its declared range; unknown controls take what they are given. */
export function fitted(p: Project, at: Place, given: z.infer<typeof value>) {
  if (at.mover) return given
  if (at.shapeId) {
    const declared = ITEM_FORMS[getShape(p, stepOf(p, at), at.shapeId).kind][at.param]
    return declared ? fit(declared, given) : given
  }
  if (at.param === 'mix') return Math.min(1, Math.max(0, Number(given) || 0))
  const param = paramsOf(stepOf(p, at))[at.param]
  return param ? fit(param, given) : given
}
