import { z } from 'zod'
import { findStep } from '../../steps'
import { defineEdit } from '../define'
import { getObject, getStep, NotFound } from '../find'
import { passageOf } from '../passages'
import { inPlaceOf } from '../in-place'
import { Locked, newStep } from '../parts'
import { PASSAGES } from '../schema'
import { wireIn } from '../wires'
import { id, onStep } from './common'

const frames = z.int().min(1).max(100_000)
const VERBS = { arrive: 'Arrive', leave: 'Leave' }

/** How objects of a design arrive and leave. */
export const PASSAGE_EDITS = {
  'passage.set': defineEdit(
    {
      objectId: id,
      way: z.enum(PASSAGES),
      ...onStep,
      /** The transition by which it passes. */
      use: z.string(),
      frames: frames.optional(),
    },
    (a) => `${VERBS[a.way]} by ${findStep(a.use)?.name.toLowerCase() ?? a.use}`,
    (p, a) => {
      const object = getObject(p, a.objectId)
      if (object.locked) throw new Locked(object.name)
      const before = passageOf(object, a.way)
      const declaration = findStep(a.use)
      if (!declaration?.crosses) throw new NotFound('transition', a.use)
      const frames = a.frames ?? before?.passage?.frames ?? Math.min(12, object.length)
      const step = !before
        ? newStep(declaration, a.stepId)
        : before.use === a.use
          ? before
          : inPlaceOf(before, declaration)
      step.passage = { way: a.way, frames }
      if (before) object.steps[object.steps.indexOf(before)] = step
      else wireIn(object.steps, object.steps, object.steps.length, step)
    },
  ),
  'passage.length': defineEdit(
    { ...onStep, frames },
    () => 'Change length of arrival or departure',
    (p, a) => {
      const { passage } = getStep(p, a.stepId)
      if (!passage) throw new NotFound('arrival or departure', a.stepId)
      passage.frames = a.frames
    },
  ),
  'passages.switch': defineEdit(
    {
      stepIds: z.array(id),
      movers: z.array(z.object({ objectId: id, moverId: id })).optional(),
      on: z.boolean(),
    },
    (a) => `Own arrivals and departures ${a.on ? 'on' : 'off'}`,
    (p, a) => {
      for (const stepId of a.stepIds) getStep(p, stepId).on = a.on
      for (const { objectId, moverId } of a.movers ?? []) {
        const mover = getObject(p, objectId).movers?.find((m) => m.id === moverId)
        if (!mover) throw new NotFound('mover', moverId)
        mover.on = a.on
      }
    },
  ),
}
