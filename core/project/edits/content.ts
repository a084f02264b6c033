import { z } from 'zod'
import { newThing, type ListContent } from '../../params'
import { contentOf } from '../declared'
import { defineEdit } from '../define'
import { getStep, NotFound, Refused } from '../find'
import type { Project, Step } from '../schema'
import { id, onStep, value } from './common'

const onThing = { ...onStep, list: z.string().min(1).max(80), thingId: id }

function listIn(p: Project, a: { stepId: string; list: string }) {
  const step: Step = getStep(p, a.stepId)
  const declared: ListContent | undefined = contentOf(step)[a.list]
  const list = step.content?.[a.list]
  if (!declared || !list) throw new NotFound('list', a.list)
  return { declared, list }
}

/** The things that a step holds. */
export const CONTENT_EDITS = {
  'content.add': defineEdit(
    { ...onThing, at: z.int().min(0), values: z.record(z.string(), value).optional() },
    () => 'Add to a list',
    (p, a) => {
      const { declared, list } = listIn(p, a)
      if (list.some((thing) => thing.id === a.thingId)) return
      if (list.length >= declared.most)
        throw new Refused(`There can be no more than ${declared.most} of these. Remove one first.`)
      list.splice(a.at, 0, newThing(declared, a.thingId, a.values))
    },
  ),
  'content.remove': defineEdit(
    onThing,
    () => 'Remove from a list',
    (p, a) => {
      const { declared, list } = listIn(p, a)
      const at = list.findIndex((thing) => thing.id === a.thingId)
      if (at < 0) throw new NotFound(declared.one.toLowerCase(), a.thingId)
      if (list.length <= declared.least)
        throw new Refused(`It needs ${declared.least} of these. Change one instead.`)
      list.splice(at, 1)
    },
  ),
  'content.order': defineEdit(
    { ...onThing, to: z.int().min(0) },
    () => 'Reorder a list',
    (p, a) => {
      const { declared, list } = listIn(p, a)
      const [thing] = list.splice(
        list.findIndex((t) => t.id === a.thingId),
        1,
      )
      if (!thing) throw new NotFound(declared.one.toLowerCase(), a.thingId)
      list.splice(Math.min(a.to, list.length), 0, thing)
    },
  ),
}
