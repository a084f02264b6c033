import { findStep } from '../steps'
import { allSteps } from './find'
import { findOwner } from './owners'
import { bindingsOf } from './parts'
import { handles } from './source'
import type { Project, Sequence, Shot, Transition } from './schema'

/** How a transition really lies, after what its shots allow. */
export interface ActiveTransition {
  transition: Transition
  from?: Shot | undefined
  to?: Shot | undefined
  lane: number
  /** The sequence frame at which the incoming shot begins, or the outgoing one has ended. */
  cut: number
  /** Frames that it takes before and after the cut. */
  before: number
  after: number
}

/** How many frames a transition lacks in the handles of its shots: of the outgoing one after the cut, of the incoming one before it. */
export interface Lacking {
  outgoing: number
  incoming: number
}

/** Whether a transition shows both sides at once: a step joins them, or takes one of them. Else it is a plain cut, and needs no frame beyond it. */
export const joinsSides = ({ steps }: Pick<Transition, 'steps'>): boolean =>
  allSteps(steps).some(
    (step) =>
      findStep(step.use)?.crosses ||
      bindingsOf(step).some(({ kind }) => kind === 'outgoing' || kind === 'incoming'),
  )

/** What is known of a transition when its room is asked for; one without steps yet is to join its sides. */
type Asking = Pick<Transition, 'beyond'> & Partial<Pick<Transition, 'steps'>>

/** Frames of material that the sides of a cut have beyond it; without end where a side runs on, or none is needed. */
function reserves(p: Project, { beyond, steps }: Asking, out?: Shot, into?: Shot): Lacking {
  const plain = steps !== undefined && !joinsSides({ steps })
  const of = (shot: Shot | undefined, side: 'outgoing' | 'incoming') =>
    shot && !plain && !beyond?.[side] ? handles(p, shot) : undefined
  return {
    outgoing: of(out, 'outgoing')?.after ?? Infinity,
    incoming: of(into, 'incoming')?.before ?? Infinity,
  }
}

const ending = (shot: Shot) => shot.start + shot.length

/** The cut of a transition: where its shots meet; undefined where they do not. */
function cutOf(from: Shot | undefined, to: Shot | undefined): number | undefined {
  if (from && to) return from.lane === to.lane && ending(from) === to.start ? to.start : undefined
  return to ? to.start : from && ending(from)
}

/**
 * Where a transition lies: the frames that it is given, less what the handles of its shots lack and what another transition of the same shot takes already. Undefined where its shots do not
 * meet or nothing is left of it. Nothing is ever held still in place of frames that are not there.
 */
export function activeTransition(
  p: Project,
  sequence: Sequence,
  transition: Transition,
): ActiveTransition | undefined {
  const of = (id: string | null) => (id === null ? undefined : findOwner(p, 'shot', id))
  const [from, to] = [of(transition.from), of(transition.to)]
  if ((transition.from !== null && !from) || (transition.to !== null && !to)) return undefined
  const cut = cutOf(from, to)
  const lane = (to ?? from)?.lane
  if (cut === undefined || lane === undefined) return undefined
  // A side without a shot has nothing to reach into.
  let before = from ? transition.before : 0
  let after = to ? transition.after : 0
  if (from) before = Math.min(before, from.length - takenAtHead(sequence, from))
  if (to) after = Math.min(after, to.length)
  if (from && to) {
    const { outgoing, incoming } = reserves(p, transition, from, to)
    after = Math.min(after, outgoing)
    before = Math.min(before, incoming)
  }
  return before + after > 0 ? { transition, from, to, lane, cut, before, after } : undefined
}

/** Frames at the head of a shot that the transition into it takes. */
function takenAtHead(sequence: Sequence, shot: Shot): number {
  const into = sequence.transitions.find((t) => t.to === shot.id)
  return into ? Math.min(into.after, shot.length) : 0
}

/** What a transition would need of the handles of its shots and does not find there. */
export function lacking(p: Project, transition: Transition): Lacking {
  const of = (id: string | null) => (id === null ? undefined : findOwner(p, 'shot', id))
  const [out, into] = [of(transition.from), of(transition.to)]
  if (!out || !into) return { outgoing: 0, incoming: 0 }
  const { outgoing, incoming } = reserves(p, transition, out, into)
  return {
    outgoing: Math.max(0, transition.after - outgoing),
    incoming: Math.max(0, transition.before - incoming),
  }
}

const actives = new WeakMap<Sequence, { of: Project; list: ActiveTransition[] }>()

/** The transitions of a sequence that lie somewhere. */
export function activeTransitions(p: Project, sequence: Sequence): readonly ActiveTransition[] {
  if (!sequence.transitions.length) return []
  const known = actives.get(sequence)
  if (known?.of === p) return known.list
  const list = sequence.transitions.flatMap((t) => activeTransition(p, sequence, t) ?? [])
  actives.set(sequence, { of: p, list })
  return list
}

/** The transition that shows on a lane at a sequence frame. */
export const transitionAt = (
  p: Project,
  sequence: Sequence,
  lane: number,
  frame: number,
): ActiveTransition | undefined =>
  activeTransitions(p, sequence).find(
    (a) => a.lane === lane && frame >= a.cut - a.before && frame < a.cut + a.after,
  )

/** The other transitions of a sequence that were laid from the same as this one, from it, or that it was laid from. */
export function usesLike({ transitions }: Sequence, { id, like = id }: Transition): Transition[] {
  return transitions.filter((t) => t.id !== id && (t.like ?? t.id) === like)
}

/** Where a transition would lie if its shots had material enough; undefined where they do not meet. */
export function asked(p: Project, transition: Transition): { cut: number; lane: number } | undefined {
  const of = (id: string | null) => (id === null ? undefined : findOwner(p, 'shot', id))
  const [from, to] = [of(transition.from), of(transition.to)]
  const cut = cutOf(from, to)
  const lane = (to ?? from)?.lane
  return cut === undefined || lane === undefined ? undefined : { cut, lane }
}

/** How many frames a transition can take before and after its cut, by its shots, their handles and the transitions beside it. */
export function roomAcross(
  p: Project,
  sequence: Sequence,
  { id, from, to, ...asking }: Pick<Transition, 'id' | 'from' | 'to'> & Asking,
): { before: number; after: number } {
  const of = (shotId: string | null) => (shotId === null ? undefined : findOwner(p, 'shot', shotId))
  const [out, into] = [of(from), of(to)]
  const others = sequence.transitions.filter((t) => t.id !== id)
  const atHead = out ? (others.find((t) => t.to === out.id)?.after ?? 0) : 0
  const atTail = into ? (others.find((t) => t.from === into.id)?.before ?? 0) : 0
  const { outgoing, incoming } = reserves(p, asking, into && out, out && into)
  return {
    before: out ? Math.max(0, Math.min(out.length - atHead, incoming)) : 0,
    after: into ? Math.max(0, Math.min(into.length - atTail, outgoing)) : 0,
  }
}

/** Ways to give a transition that lacks frames what its shots have: a shorter length, or the same one further before or after the cut. */
export interface Remedies {
  shorten?: { before: number; after: number }
  shift?: { before: number; after: number }
}

/** What helps a transition whose shots lack material; what cannot help is not there. */
export function remedies(p: Project, sequence: Sequence, transition: Transition): Remedies {
  const room = roomAcross(p, sequence, transition)
  const { before, after } = transition
  const shorten = { before: Math.min(before, room.before), after: Math.min(after, room.after) }
  const total = before + after
  const moved = Math.min(room.before, Math.max(before, total - room.after))
  return {
    ...(shorten.before + shorten.after > 0 && shorten.before + shorten.after < total ? { shorten } : {}),
    ...(room.before + room.after >= total && moved !== before
      ? { shift: { before: moved, after: total - moved } }
      : {}),
  }
}

/** The shots of a lane that meet, in pairs. */
export const cutsOf = (sequence: Sequence, lane: number): { from: Shot; to: Shot }[] =>
  sequence.shots
    .filter((s) => s.lane === lane)
    .flatMap((to) => {
      const from = sequence.shots.find((s) => s.lane === lane && ending(s) === to.start)
      return from ? [{ from, to }] : []
    })
