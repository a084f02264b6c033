import { valueAt } from '../anim'
import { findMover, moverParams, spanOf, type Way } from '../arrivals'
import { fit } from '../params'
import { passageOf } from './passages'
import type { DesignObject, Mover } from './schema'

/** No fewer than the parts of an object that a mover can move by themselves. */
export const mostUnits = ({ text, list, objects, form }: DesignObject): number =>
  Math.max(
    1,
    text?.text.length ?? 0,
    list?.length ?? 0,
    objects?.length ?? 0,
    Number(form['count']?.value ?? 1),
  )

/** The frames that a mover takes of its object's time, all its parts together; as many as there can be. What moves its controls besides keys is left out. */
export function moverFrames(object: DesignObject, mover: Mover): number {
  const declaration = findMover(mover.use)
  if (mover.way === 'stay' || !declaration) return 0
  const values = Object.fromEntries(
    Object.entries(moverParams(declaration, mover.way)).map(([name, param]) => {
      const own = mover.form[name]
      return [name, fit(param, own && valueAt(own, object.start - object.zero))]
    }),
  )
  return spanOf(values, values['pace'] === 'each' ? mostUnits(object) : 1).all
}

/** Whether an object comes, moves while it is there, or goes by a mover. */
export const moversOf = ({ movers }: Pick<DesignObject, 'movers'>, way: Way): Mover[] =>
  (movers ?? []).filter((m) => m.way === way)

/** How many frames an object takes to come or to go, by movers or by a transition; 0 where it does at once. */
export function passFrames(object: DesignObject, way: 'arrive' | 'leave'): number {
  const step = passageOf(object, way)
  const passing = step?.passage && step.on ? step.passage.frames : 0
  const moving = moversOf(object, way).map((m) => (m.on ? moverFrames(object, m) : 0))
  return Math.min(object.length, Math.max(passing, ...moving, 0))
}
