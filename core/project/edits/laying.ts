import { z } from 'zod'
import { copiesOf, dropLinks, fitTimes } from '../copies'
import { defineEdit } from '../define'
import { allSteps, getSequence } from '../find'
import { refuseLoops } from '../loops'
import { findOwner } from '../owners'
import { type Project, type Transition, transitionSchema } from '../schema'
import { id, onSequence, refuseTaken } from './common'
import { leftBehind } from './steps'
import { refuseBad } from './transitions'

/** What a transition is made of, without where it lies. */
export const laidSchema = transitionSchema.pick({
  name: true,
  before: true,
  after: true,
  outgoing: true,
  incoming: true,
  steps: true,
})
export type Laid = z.infer<typeof laidSchema>
/** The parts that can be laid on another cut. */
export const LAID_PARTS = ['length', 'outgoing', 'incoming', 'joined'] as const
export type LaidPart = (typeof LAID_PARTS)[number]

const LISTS = { outgoing: 'outgoing', incoming: 'incoming', joined: 'steps' } as const

interface Laying {
  laid: Laid
  parts: readonly LaidPart[]
  timing: 'kept' | 'scaled'
  newId: string
}

/** Gives a transition the steps of another one; what they took from elsewhere stays behind, and is named. Mutates. */
function layOn(p: Project, t: Transition, { laid, parts, timing, newId }: Laying): string[] {
  const notes: string[] = []
  const times = ({ before, after }: Laid) => ({
    head: -before,
    length: Math.max(1, before + after),
    cut: true,
  })
  for (const part of ['outgoing', 'incoming', 'joined'] as const) {
    if (!parts.includes(part)) continue
    const list = LISTS[part]
    const copies = copiesOf(laid[list], `${newId}-${part}`)
    for (const copy of copies) fitTimes(copy, times(laid), times(t), timing)
    const gone = dropLinks(copies, new Set(allSteps(copies).map((s) => s.id)))
    notes.push(...leftBehind(gone, 'because it comes from steps that are not here'))
    for (const step of allSteps(copies)) refuseTaken(p, 'step', step.id)
    t[list] = copies
    const stack = { kind: 'transition', id: t.id } as const
    refuseLoops(p, { kind: 'stack', stack: part === 'joined' ? stack : { ...stack, list: part } })
  }
  if (parts.includes('joined')) t.name = laid.name
  return notes
}

/** A transition laid on another cut. */
export const LAYING_EDITS = {
  'transition.lay': defineEdit(
    {
      transitionId: id,
      ...onSequence,
      from: id.nullable(),
      to: id.nullable(),
      laid: laidSchema,
      parts: z.array(z.enum(LAID_PARTS)).min(1),
      timing: z.enum(['kept', 'scaled']),
      newId: id,
      /** What it is laid from, where that is to be known. */
      like: id.optional(),
    },
    (a) => `Lay ${a.laid.name} on a cut`,
    (p, a) => {
      const sequence = getSequence(p, a.sequenceId)
      const there = sequence.transitions.find((t) => t.from === a.from && t.to === a.to)
      if (!there && findOwner(p, 'transition', a.transitionId)) return []
      const { name, before, after } = a.laid
      const t: Transition = there ?? {
        id: a.transitionId,
        name,
        from: a.from,
        to: a.to,
        before,
        after,
        outgoing: [],
        incoming: [],
        steps: [],
      }
      // At a head or tail alone there is nothing on the other side to reach into.
      const total = before + after
      const length = !a.from
        ? { before: 0, after: total }
        : !a.to
          ? { before: total, after: 0 }
          : { before, after }
      if (!there || a.parts.includes('length')) Object.assign(t, length)
      refuseBad(p, sequence, t)
      if (!there) sequence.transitions.push(t)
      if (a.like !== undefined && LAID_PARTS.every((part) => part === 'length' || a.parts.includes(part)))
        t.like = a.like
      return layOn(p, t, a)
    },
  ),
}
