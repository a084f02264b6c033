import { findOwner } from './owners'
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
  if (to) {
    after = Math.min(after, to.length)
    before = Math.min(before, handles(p, to).before)
  }
  if (from && to) after = Math.min(after, handles(p, from).after)
  return before + after > 0 ? { transition, from, to, lane, cut, before, after } : undefined
}

/** Frames at the head of a shot that the transition into it takes. */
function takenAtHead(sequence: Sequence, shot: Shot): number {
  const into = sequence.transitions.find((t) => t.to === shot.id)
  return into ? Math.min(into.after, shot.length) : 0
}

/** What a transition would need of the handles of its shots and does not find there. */
export function lacking(p: Project, { from, to, before, after }: Transition): Lacking {
  const of = (id: string | null) => (id === null ? undefined : findOwner(p, 'shot', id))
  const [out, into] = [of(from), of(to)]
  return {
    outgoing: out && into ? Math.max(0, after - handles(p, out).after) : 0,
    incoming: out && into ? Math.max(0, before - handles(p, into).before) : 0,
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

/** How many frames a transition can take before and after its cut, by its shots, their handles and the transitions beside it. */
export function roomAcross(
  p: Project,
  sequence: Sequence,
  { id, from, to }: Pick<Transition, 'id' | 'from' | 'to'>,
): { before: number; after: number } {
  const of = (shotId: string | null) => (shotId === null ? undefined : findOwner(p, 'shot', shotId))
  const [out, into] = [of(from), of(to)]
  const others = sequence.transitions.filter((t) => t.id !== id)
  const atHead = out ? (others.find((t) => t.to === out.id)?.after ?? 0) : 0
  const atTail = into ? (others.find((t) => t.from === into.id)?.before ?? 0) : 0
  return {
    before: out ? Math.max(0, Math.min(out.length - atHead, into ? handles(p, into).before : Infinity)) : 0,
    after: into ? Math.max(0, Math.min(into.length - atTail, out ? handles(p, out).after : Infinity)) : 0,
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
