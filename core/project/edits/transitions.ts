import { z } from 'zod'
import { findStep } from '../../steps'
import { defineEdit } from '../define'
import { getSequence, getShot, getTransition, NotFound, sequenceOf, Refused } from '../find'
import { findOwner } from '../owners'
import { inPlaceOf } from '../in-place'
import { newStep } from '../parts'
import { type Project, RUNS_ON, type Sequence, type Transition } from '../schema'
import { id, name, onSequence, onStep } from './common'

const onTransition = { transitionId: id }
const span = { before: z.int().min(0).max(100_000), after: z.int().min(0).max(100_000) }

/** What a transition cannot have. What its shots lack in material it rests without, see `lacking`. @throws Refused that says what is in the way */
export function refuseBad(p: Project, sequence: Sequence, t: Transition): void {
  const [from, to] = [t.from, t.to].map((shotId) => (shotId === null ? undefined : getShot(p, shotId)))
  if (!from && !to)
    throw new Refused('A transition needs a shot: choose a cut, or the head or tail of a shot.')
  if (from && to && (from.lane !== to.lane || from.start + from.length !== to.start))
    throw new Refused(`${from.name} and ${to.name} do not meet: put them end to end on one lane first.`)
  if (t.before + t.after < 1) throw new Refused('A transition takes a frame at least.')
  if ((from && t.before > from.length) || (to && t.after > to.length))
    throw new Refused('It would reach beyond the other end of a shot. Make it shorter.')
  for (const other of sequence.transitions) {
    if (other.id === t.id) continue
    if ((t.to !== null && other.to === t.to) || (t.from !== null && other.from === t.from))
      throw new Refused('There is a transition here already. Change that one, or remove it first.')
    const shared =
      other.from !== null && other.from === t.to
        ? { shot: to, frames: t.after + other.before }
        : other.to !== null && other.to === t.from
          ? { shot: from, frames: t.before + other.after }
          : undefined
    if (shared?.shot && shared.frames > shared.shot.length)
      throw new Refused(
        `It would overlap the other transition of ${shared.shot.name}. Make one of them shorter.`,
      )
  }
}

/** What happens across cuts. */
export const TRANSITION_EDITS = {
  'transition.add': defineEdit(
    {
      ...onTransition,
      ...onSequence,
      ...onStep,
      ...span,
      from: id.nullable(),
      to: id.nullable(),
      use: z.string(),
    },
    (a) => `Add ${findStep(a.use)?.name.toLowerCase() ?? a.use}`,
    (p, a) => {
      const declaration = findStep(a.use)
      if (!declaration?.crosses) throw new NotFound('transition', a.use)
      if (findOwner(p, 'transition', a.transitionId)) return
      const sequence = getSequence(p, a.sequenceId)
      const transition: Transition = {
        id: a.transitionId,
        name: declaration.name,
        from: a.from,
        to: a.to,
        before: a.before,
        after: a.after,
        outgoing: [],
        incoming: [],
        steps: [newStep(declaration, a.stepId)],
      }
      refuseBad(p, sequence, transition)
      sequence.transitions.push(transition)
    },
  ),
  'transition.length': defineEdit(
    { ...onTransition, ...span },
    () => 'Change length of transition',
    (p, a) => {
      const transition = getTransition(p, a.transitionId)
      const sequence = sequenceOf(p, 'transition', a.transitionId)
      refuseBad(p, sequence, { ...transition, before: a.before, after: a.after })
      Object.assign(transition, { before: a.before, after: a.after })
    },
  ),
  'transition.beyond': defineEdit(
    { ...onTransition, side: z.enum(['outgoing', 'incoming']), run: z.enum(RUNS_ON).nullable() },
    (a) =>
      a.run === null
        ? `Let the ${a.side} shot end where its material ends`
        : a.run === 'hold'
          ? `Hold the last frame of the ${a.side} shot`
          : `Run the ${a.side} shot back and forth`,
    (p, a) => {
      const transition = getTransition(p, a.transitionId)
      const { [a.side]: _, ...rest } = transition.beyond ?? {}
      const beyond = a.run === null ? rest : { ...rest, [a.side]: a.run }
      if (Object.keys(beyond).length) transition.beyond = beyond
      else delete transition.beyond
    },
  ),
  'transition.swap': defineEdit(
    { ...onTransition, ...onStep, use: z.string() },
    (a) => `Cross by ${findStep(a.use)?.name.toLowerCase() ?? a.use}`,
    (p, a) => {
      const declaration = findStep(a.use)
      if (!declaration?.crosses) throw new NotFound('transition', a.use)
      const transition = getTransition(p, a.transitionId)
      const at = transition.steps.findIndex((s) => findStep(s.use)?.crosses)
      const before = transition.steps[at]
      const called = before && findStep(before.use)?.name
      if (transition.name === called) transition.name = declaration.name
      if (before) transition.steps[at] = inPlaceOf(before, declaration)
      else transition.steps.unshift(newStep(declaration, a.stepId))
    },
  ),
  'transition.rename': defineEdit(
    { ...onTransition, name },
    (a) => `Rename transition to ${a.name}`,
    (p, a) => {
      getTransition(p, a.transitionId).name = a.name
    },
  ),
  'transition.remove': defineEdit(
    onTransition,
    () => 'Remove transition',
    (p, a) => {
      const sequence = sequenceOf(p, 'transition', a.transitionId)
      sequence.transitions = sequence.transitions.filter((t) => t.id !== a.transitionId)
    },
  ),
}
