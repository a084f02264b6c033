import { cutsOf, getShot, roomAcross, type Sequence, type Shot } from '@stilus/core/project'
import { here, openSequence } from '../session/where'
import { tell, uid } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'

/** Where a transition goes: between two shots that meet, or at the head or tail of one. */
export interface Joint {
  from: Shot | null
  to: Shot | null
}

/** The joint at the head or tail of a shot: the cut there, or the shot alone. */
export function jointAt(sequence: Sequence, shot: Shot, edge: 'head' | 'tail'): Joint {
  const cut = cutsOf(sequence, shot.lane).find((c) => (edge === 'head' ? c.to : c.from).id === shot.id)
  return cut ?? (edge === 'head' ? { from: null, to: shot } : { from: shot, to: null })
}

/** Lets the shots of a joint cross for a second, or for as long as their handles allow, and chooses the transition. @returns its id, or none where it cannot be */
export function addTransition(sequence: Sequence, { from, to }: Joint, use = 'dissolve'): string | undefined {
  const { document } = store.getState().project
  if (!document) return undefined
  const transitionId = uid()
  const joint = { from: from?.id ?? null, to: to?.id ?? null }
  const room = roomAcross(document, sequence, { id: transitionId, ...joint })
  const half = Math.max(1, Math.round(sequence.rate.num / sequence.rate.den / 2))
  const wanted = from && to ? half : half * 2
  // Where the handles give nothing, what is missing is said by the edit.
  const none = room.before + room.after < 1
  const before = from ? (none ? wanted : Math.min(wanted, room.before)) : 0
  const after = to ? (none ? wanted : Math.min(wanted, room.after)) : 0
  const args = { sequenceId: sequence.id, transitionId, stepId: uid(), use, before, after }
  if (!store.dispatch(edit('transition.add', { ...args, ...joint }))) return undefined
  store.dispatch(viewActions.set({ acrossId: transitionId }))
  return transitionId
}

/** A dissolve at the head or tail of the chosen shot. */
export function dissolveChosen(edge: 'head' | 'tail'): void {
  const { document } = store.getState().project
  const { shotId } = store.getState().view
  const sequence = openSequence()
  if (!document || !sequence || !shotId) return
  addTransition(sequence, jointAt(sequence, getShot(document, shotId), edge))
}

/** Crosses by a treatment: what is in hand changes to it; else the head of the chosen shot gets a transition of it. */
export function crossBy(use: string): void {
  const { document } = store.getState().project
  const { acrossId, shotId } = store.getState().view
  const sequence = openSequence()
  if (!document || !sequence) return
  const place = here()
  const inHand =
    place?.kind === 'stack' && place.stack.kind === 'transition'
      ? place.stack.id
      : sequence.transitions.find((t) => t.id === acrossId)?.id
  if (inHand !== undefined)
    store.dispatch(edit('transition.swap', { transitionId: inHand, stepId: uid(), use }))
  else if (shotId !== null && place?.kind === 'sequence')
    addTransition(sequence, jointAt(sequence, getShot(document, shotId), 'head'), use)
}

/** Whether there is something to cross. */
export function canCross(): boolean {
  const place = here()
  const { acrossId, shotId } = store.getState().view
  if (place?.kind === 'stack') return place.stack.kind === 'transition'
  const inHand = openSequence()?.transitions.some((t) => t.id === acrossId) ?? false
  return place?.kind === 'sequence' && (inHand || shotId !== null)
}

/** Lays a span over what is marked, else over the chosen shots, else over two seconds from the playhead on. */
export function addSpan(): void {
  const sequence = openSequence()
  if (!sequence) return
  const { frame, shotIds } = store.getState().view
  const chosen = sequence.shots.filter((s) => shotIds.includes(s.id))
  const { in: from, out: to } = sequence.marks
  const end = sequence.shots.reduce((last, s) => Math.max(last, s.start + s.length), 0)
  const marked = from !== null || to !== null
  const start = marked ? (from ?? 0) : chosen.length ? Math.min(...chosen.map((s) => s.start)) : frame
  const last = marked
    ? (to ?? end)
    : chosen.length
      ? Math.max(...chosen.map((s) => s.start + s.length))
      : frame + Math.round((2 * sequence.rate.num) / sequence.rate.den)
  if (last <= start)
    return void tell('problem', 'The span would be empty: set in and out around what it is for.')
  const lane = Math.max(0, ...sequence.shots.map((s) => s.lane))
  const id = uid()
  const name = `Span ${sequence.spans.length + 1}`
  const span = { id, name, on: true, lane, start, length: last - start, zero: start, steps: [] }
  if (store.dispatch(edit('span.add', { sequenceId: sequence.id, span })))
    store.dispatch(viewActions.set({ acrossId: id }))
}
