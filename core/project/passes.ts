import { valueAt } from '../anim'
import { findMover, moverParams, spanOf, type Way } from '../arrivals'
import { fit } from '../params'
import { allObjects } from './find'
import { passageOf, type PassageWay } from './passages'
import type { Design, DesignObject, Mover, Project, Source, Step } from './schema'

/** The parts of an object that a mover can move by themselves, or a few more: spaces count, and of a text that is filled in what was written. */
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
export function passFrames(object: DesignObject, way: PassageWay): number {
  const step = passageOf(object, way)
  const passing = step?.passage && step.on ? step.passage.frames : 0
  const moving = moversOf(object, way).map((m) => (m.on ? moverFrames(object, m) : 0))
  return Math.min(object.length, Math.max(passing, ...moving, 0))
}

/** An object that arrives or leaves by itself: by a transition or by a mover. */
export type OwnPassage = { object: DesignObject } & ({ step: Step } | { mover: Mover })

export const isPassing = (own: OwnPassage): boolean => ('step' in own ? own.step.on : own.mover.on)

/** By which of its objects a design arrives or leaves by itself. */
const passagesIn = ({ objects }: Pick<Design, 'objects'>, way: PassageWay): OwnPassage[] =>
  allObjects(objects).flatMap((object) => {
    const step = passageOf(object, way)
    return [...(step ? [{ object, step }] : []), ...moversOf(object, way).map((mover) => ({ object, mover }))]
  })

/** By which objects a source arrives or leaves by itself; none where it is not a design. */
export function ownPassages({ designs }: Project, source: Source, way: PassageWay): OwnPassage[] {
  const design = source.kind === 'design' ? designs.find((d) => d.id === source.designId) : undefined
  return design ? passagesIn(design, way) : []
}
