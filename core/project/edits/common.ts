import { z } from 'zod'
import { fit } from '../../params'
import { NotFound, Refused } from '../find'
import { findOwner, stepOfItem } from '../owners'
import { controlOf } from '../parts'
import { type Address, animatedSchema, type Project, type Region, stackSchema } from '../schema'
import { paramAt } from '../values'

export const id = z.string().min(1).max(80)
export const frame = z.number()
export const name = z.string().min(1).max(200)
export const onShot = { shotId: id }
export const onStack = { stack: stackSchema }
export const onStep = { stepId: id }
export const onItem = { itemId: id }
/** The sequence that came in unless another one is named. */
export const onSequence = { sequenceId: id.optional() }
export const value = animatedSchema.shape.value

/** A value within its declared range; what has no declaration takes what it is given. */
export function fitted(p: Project, at: Address, given: z.infer<typeof value>) {
  if (controlOf(at) === 'mix') return Math.min(1, Math.max(0, Number(given) || 0))
  const param = paramAt(p, at)
  return param ? fit(param, given) : given
}

/** The region that holds a mask item: of a step, or on the shelf. @throws NotFound */
export function regionOf(p: Project, itemId: string): Region {
  const own = stepOfItem(p, itemId)?.where
  if (own) return own
  for (const item of p.shelf ?? [])
    if (item.kind === 'region' && item.region.items.some((i) => i.id === itemId)) return item.region
  throw new NotFound('item of a region', itemId)
}

/** @throws Error where an id is taken already */
export function refuseTaken(p: Project, kind: Parameters<typeof findOwner>[1], newId: string): void {
  if (findOwner(p, kind, newId)) throw new Refused(`There is a ${kind} with the id "${newId}" already.`)
}
