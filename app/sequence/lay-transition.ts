import type { TransitionFile } from '@stilus/core/formats'
import {
  type Act,
  cutsOf,
  findOwner,
  getTransition,
  LAID_PARTS,
  type Laid,
  type LaidPart,
  lacking,
  perform,
  type Project,
  type Sequence,
  type Transition,
  usesLike,
} from '@stilus/core/project'
import { here, openSequence } from '../session/where'
import { tell, uid } from '../session/work'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { jointAt } from './new-across'

/** A cut, or a head or tail alone, by the ids of its shots. */
interface Place {
  from: string | null
  to: string | null
}

export type Timing = 'kept' | 'scaled'

const project = () => store.getState().project.document

/** The transition in hand: that of the desk, or the one chosen on the sequence. */
export function transitionInHand(): string | undefined {
  const at = here()
  const { acrossId } = store.getState().view
  if (at?.kind === 'stack' && at.stack.kind === 'transition') return at.stack.id
  return openSequence()?.transitions.find((t) => t.id === acrossId)?.id
}

/** The cuts that are chosen: those at the heads of the chosen shots, else that of the transition in hand. */
export function chosenCuts(): Place[] {
  const document = project()
  const sequence = openSequence()
  if (!document || !sequence) return []
  const { shotIds } = store.getState().view
  if (here()?.kind === 'sequence' && shotIds.length)
    return sequence.shots
      .filter((s) => shotIds.includes(s.id))
      .map((shot) => jointAt(sequence, shot, 'head'))
      .map(({ from, to }) => ({ from: from?.id ?? null, to: to?.id ?? null }))
  const inHand = transitionInHand()
  if (inHand === undefined) return []
  const { from, to } = getTransition(document, inHand)
  return [{ from, to }]
}

/** Every cut of the lane that the hand is on, or of the lowest one. */
export function cutsOfLane(): Place[] {
  const document = project()
  const sequence = openSequence()
  if (!document || !sequence) return []
  const inHand = transitionInHand()
  const { shotId } = store.getState().view
  const held = inHand === undefined ? undefined : getTransition(document, inHand)
  const id = held ? (held.to ?? held.from) : shotId
  const lane = id === null ? 0 : (findOwner(document, 'shot', id)?.lane ?? 0)
  return cutsOf(sequence, lane).map(({ from, to }) => ({ from: from.id, to: to.id }))
}

const cuts = (count: number) => (count === 1 ? 'a cut' : `${count} cuts`)

/**
 * Lays a transition, or parts of it, on cuts: one act, whatever was there before. A cut that cannot have it is left as it is, and what is in the way is said; so is where material
 * lacks.
 */
export function layTransition(
  laid: Laid & { id?: string; like?: string | undefined },
  places: readonly Place[],
  { parts = LAID_PARTS, timing = 'kept' }: { parts?: readonly LaidPart[]; timing?: Timing } = {},
): void {
  const document = project()
  const sequence = openSequence()
  if (!document || !sequence || !places.length) return
  const { name, before, after, outgoing, incoming, steps } = laid
  const plain = { name, before, after, outgoing, incoming, steps }
  const act = (place: Place): Act => [
    'transition.lay',
    {
      ...place,
      transitionId: uid(),
      sequenceId: sequence.id,
      laid: plain,
      parts: [...parts],
      timing,
      newId: uid(),
      like: laid.like ?? laid.id,
    },
  ]
  const { acts, refused } = possible(document, places.map(act))
  // One cut alone says by the edit itself what is in the way.
  const doing = acts.length || places.length > 1 ? acts : places.map(act)
  if (refused.length && places.length > 1)
    tell('problem', `${name} is not laid on ${cuts(refused.length)}: ${refused[0] ?? ''}`)
  if (!doing.length || !store.dispatch(editAll(doing, `Lay ${name} on ${cuts(doing.length)}`))) return
  const short = lackingAt(places)
  if (short)
    tell('info', `${name} lacks frames in the handles at ${cuts(short)}: choose it there to see what helps.`)
  const [only] = places.length === 1 ? places : []
  const now = only && at(openSequence(), only)
  if (now && here()?.kind === 'sequence') store.dispatch(viewActions.set({ acrossId: now.id }))
}

/** The acts that can be made one after the other, and why the others cannot. */
function possible(document: Project, acts: readonly Act[]): { acts: Act[]; refused: string[] } {
  const refused: string[] = []
  let after = document
  const can = acts.filter(([name, args]) => {
    try {
      after = perform(after, name, args as never).project
      return true
    } catch (error) {
      refused.push((error as Error).message)
      return false
    }
  })
  return { acts: can, refused }
}

const at = (sequence: Sequence | undefined, { from, to }: Place) =>
  sequence?.transitions.find((t) => t.from === from && t.to === to)

function lackingAt(places: readonly Place[]): number {
  const document = project()
  const sequence = openSequence()
  return places.filter((place) => {
    const transition = at(sequence, place)
    if (!document || !transition) return false
    const { outgoing, incoming } = lacking(document, transition)
    return outgoing + incoming > 0
  }).length
}

let copied: Transition | undefined

export const copiedTransition = (): string | undefined => copied?.name

/** Copies the transition in hand, to be pasted on other cuts. */
export function copyTransition(): void {
  const document = project()
  const id = transitionInHand()
  if (!document || id === undefined) return
  copied = getTransition(document, id)
  tell('info', `Copied ${copied.name}. Choose shots to paste it on the cuts at their heads.`)
}

/** Pastes the copied transition, or parts of it. */
export function pasteTransition(places: readonly Place[], parts?: readonly LaidPart[]): void {
  if (copied) layTransition(copied, places, parts ? { parts } : {})
}

/** Changes the other uses of a transition to what it is now; each keeps its length, to which the times are scaled. */
export function changeUses(transition: Transition): void {
  const sequence = openSequence()
  if (!sequence) return
  const parts = LAID_PARTS.filter((part) => part !== 'length')
  layTransition(transition, usesLike(sequence, transition), { parts, timing: 'scaled' })
}

/** The transition in hand as it is kept for other cuts and projects. */
export function keptTransition(name: string, timing: Timing): TransitionFile | undefined {
  const document = project()
  const id = transitionInHand()
  if (!document || id === undefined) return undefined
  const { before, after, outgoing, incoming, steps } = getTransition(document, id)
  const laid = { name, before, after, outgoing, incoming, steps }
  return { format: 'stilus-transition', version: 2, id: uid(), timing, ...laid }
}
