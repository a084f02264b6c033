import { defineEdit } from '../define'
import { designOf, Refused } from '../find'
import { refuseLoops } from '../loops'
import { sourceSchema } from '../schema'
import { fillSlot, slotOf } from '../slot'
import { frame, id } from './common'
import { opened } from './in-design'
import { needSource } from './shots'

/** What shows in the places that a design has for pictures. */
export const SLOT_EDITS = {
  'slot.fill': defineEdit(
    {
      objectId: id,
      /** Nothing is what lies below the design. */
      source: sourceSchema.nullable(),
      in: frame.default(0),
    },
    () => 'Fill a place for a picture',
    (p, a) => {
      const object = opened(p, a.objectId)
      const slot = slotOf(object)
      if (!slot) throw new Refused(`${object.name} shows no picture. Paint one of its coats with one first.`)
      if (a.source) needSource(p, a.source)
      else if (!slot.coatId)
        throw new Refused(`${object.name} is a picture, and what lies below is none by itself.`)
      fillSlot(object, a.source, a.in)
      refuseLoops(p, { kind: 'design', id: designOf(p, a.objectId).id })
    },
  ),
}
