import { current } from 'immer'
import { z } from 'zod'
import { defineEdit } from '../define'
import { getDesign, getShot, Refused } from '../find'
import { frontOf } from '../front'
import { homeOf } from '../owners'
import { frontSchema, givesSchema, paceSchema } from '../schema'
import { id, onShot } from './common'

/** How designs give where they are used at another length, how fast they come and go, and what they ask for. */
export const GIVING_EDITS = {
  'design.gives': defineEdit(
    { designId: id, gives: givesSchema.nullable() },
    () => 'Change what gives of the design',
    (p, a) => {
      const design = getDesign(p, a.designId)
      if (a.gives?.parts.some((part) => part.end <= part.start))
        throw new Refused('A part must be at least a frame long.')
      if (a.gives) design.gives = a.gives
      else delete design.gives
    },
  ),
  'design.pace': defineEdit(
    { designId: id, pace: paceSchema },
    () => 'Change how fast the design comes and goes',
    (p, a) => {
      const design = getDesign(p, a.designId)
      if (a.pace === 1) delete design.pace
      else design.pace = a.pace
    },
  ),
  'design.front': defineEdit(
    { designId: id, front: z.array(frontSchema).max(64) },
    () => 'Change what the design asks for',
    (p, a) => {
      const design = getDesign(p, a.designId)
      for (const { label, objects = [], at = [] } of a.front) {
        const homes = [
          ...objects.map((objectId) => homeOf(p, 'object', objectId)),
          ...at.map(({ owner }) => homeOf(p, owner.kind, owner.id)),
        ]
        // What has been taken out since is nowhere, and left aside.
        if (homes.some((home) => home !== undefined && home !== design.id))
          throw new Refused(`${label} is no part of ${design.name}.`)
      }
      const front = frontOf(current(p), { ...current(design), front: a.front })
      if (front.length) design.front = front
      else delete design.front
    },
  ),
  'shot.fit': defineEdit(
    { ...onShot, on: z.boolean() },
    (a) => (a.on ? 'Fit design to the shot' : 'Play design at its own length'),
    (p, a) => {
      const shot = getShot(p, a.shotId)
      if (shot.source.kind !== 'design')
        throw new Refused('Only a design can be fitted to the length of a shot.')
      // Treatment time keeps its distance to the head, so keys of the shot stay where they were.
      shot.zero -= shot.in
      shot.in = 0
      if (a.on) shot.fitted = true
      else delete shot.fitted
    },
  ),
}
