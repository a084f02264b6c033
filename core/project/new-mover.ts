import { findMover, moverDefaults } from '../arrivals'
import { NotFound, Refused } from './find'
import { still } from './parts'
import type { DesignObject, Mover } from './schema'

/** A mover of an object with what it begins with; what an object has no parts for moves all of it. @throws NotFound, Refused where it does not go that way */
export function newMover(object: DesignObject, moverId: string, use: string, way: Mover['way']): Mover {
  const declaration = findMover(use)
  if (!declaration) throw new NotFound('mover', use)
  if ((declaration.kind === 'stay') !== (way === 'stay'))
    throw new Refused(
      declaration.kind === 'stay'
        ? `${declaration.name} moves what is there: choose it under Stays.`
        : `${declaration.name} brings things in and out: choose it under Arrives or Leaves.`,
    )
  const values = moverDefaults(declaration, way)
  if (!object.text && values['unit'] !== undefined)
    values['unit'] = object.kind === 'group' || object.kind === 'repeat' ? 'piece' : 'whole'
  const most = object.length
  if (typeof values['frames'] === 'number') values['frames'] = Math.min(values['frames'], most)
  return { id: moverId, use, way, on: true, form: still(values) }
}
