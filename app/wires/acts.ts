import type { Modifier } from '@stilus/core/anim'
import type { Entry } from '@stilus/core/catalogue'
import { type Act, type Address, type Binding, type Stage, stepIn } from '@stilus/core/project'
import {
  bindingFrom,
  chainBetween,
  type Graph,
  inputAt,
  type Place,
  reachable,
  RESULT,
  SOURCE,
  STATE,
  type ValueWire,
  type Wire,
} from '@stilus/core/wires'
import { actOf } from '../catalogue/acts'
import { noteUsed } from '../catalogue/recent'
import { beginKey } from '../session/screens'
import { tell, uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'

/** Where a new card comes: on a wire, going on from an output, or beside the others. */
export type Spot =
  | { kind: 'wire'; into: { stepId: string; input: string } | null }
  | { kind: 'from'; binding: Binding }
  | { kind: 'free' }

/** An end of a wire: a card and one of its ports. */
export interface End {
  card: string
  port: string
}

/** The edits that add an entry of the catalogue as the step `stepId` at a spot. */
export function addingActs(entry: Entry, stage: Stage, stepId: string, spot: Spot, place?: Place): Act[] {
  const acts: Act[] = [actOf(entry, stage, stepId, stage.steps.length)]
  if (spot.kind === 'wire') {
    if (spot.into) acts.push(['wire.put', { stepId, into: spot.into }])
  } else {
    // The first of all leads to the result; there is nothing else that could.
    if (stage.steps.length) acts.push(['wire.out', { stepId }])
    if (spot.kind === 'from')
      acts.push(['wire.lay', { stepId, input: 'before', binding: { ...spot.binding } }])
  }
  if (place) acts.push(['wires.place', { stack: stage.stack, places: { [stepId]: place } }])
  return acts
}

/** Adds an entry of the catalogue at a spot, and selects it. */
export function addAt(entry: Entry, stage: Stage, spot: Spot, place?: Place): void {
  const stepId = uid()
  if (!store.dispatch(editAll(addingActs(entry, stage, stepId, spot, place), `Add ${entry.name}`))) return
  noteUsed(entry.id)
  beginKey(stage.stack, stepId)
  store.dispatch(viewActions.step(stepId))
  store.dispatch(viewActions.set({ face: 'what', look: 'result', trying: null }))
}

/** Where what is added after a card comes: on the wire that leads on from it to the result, or from it where none does. */
export function spotAfter(graph: Graph, card: string): Spot {
  const leads = reachable(graph, RESULT, 'before')
  const [on] = graph.wires
    .filter((w) => w.from === card && w.output === STATE && (w.input === 'before' || w.to === RESULT))
    .sort((a, b) => Number(leads.has(b.to) || b.to === RESULT) - Number(leads.has(a.to) || a.to === RESULT))
  if (on) return spotOn(graph, on) ?? { kind: 'free' }
  const binding = bindingFrom(graph, card, STATE)
  return binding ? { kind: 'from', binding } : { kind: 'free' }
}

/** A spot on a wire; undefined where nothing can be put. */
export function spotOn(graph: Graph, wire: Wire): Spot | undefined {
  if (wire.to === RESULT) return { kind: 'wire', into: null }
  const into = inputAt(graph, wire.to, wire.input)
  return into && { kind: 'wire', into }
}

/** The chain of cards that a wire from an output to an input would close to a circle; undefined where it would not. */
export const circleOf = (graph: Graph, from: string, to: string): string[] | undefined => {
  const chain = from === to ? [to] : chainBetween(graph, to, from)
  return chain && [...chain, to]
}

/** The edit that lays a wire from an output to an input; undefined where these do not fit. */
export function layAct(graph: Graph, from: End, to: End): Act | undefined {
  const binding = bindingFrom(graph, from.card, from.port)
  if (!binding) return undefined
  if (to.card === RESULT)
    return binding.kind === 'step' && binding.output === undefined
      ? ['wire.end', { stepId: binding.stepId }]
      : undefined
  const into = inputAt(graph, to.card, to.port)
  return into && ['wire.lay', { ...into, binding }]
}

/** Cuts wires: of pictures and mattes, and of numbers. What leads to the result and what a front panel stands for stays. */
export function cut(graph: Graph, wires: readonly Wire[], values: readonly ValueWire[]): void {
  const acts = [
    ...wires.flatMap((wire): Act[] => {
      const into = inputAt(graph, wire.to, wire.input)
      return into ? [['wire.lay', { ...into, binding: { kind: 'none' } }]] : []
    }),
    ...values.flatMap((wire): Act[] =>
      wire.modifierId === undefined
        ? []
        : [['modifier.drop', { address: wire.target, modifierId: wire.modifierId }]],
    ),
  ]
  if (!acts.length) {
    if (wires.length)
      tell(
        'info',
        'The result always shows something. Let another card lead to it: drag from its dot to the result.',
      )
    return
  }
  store.dispatch(editAll(acts, acts.length === 1 ? 'Cut a wire' : `Cut ${acts.length} wires`))
  store.dispatch(viewActions.set({ wireId: null }))
}

/** Lets a number follow another one, and shows how. */
export function pull(target: Address, source: Address, stepId: string): void {
  const modifier: Modifier = {
    id: uid(),
    on: true,
    kind: 'follow',
    source: { kind: 'value', address: source },
    factor: 1,
    offset: 0,
    delay: 0,
    limits: null,
    join: 'replace',
  }
  if (store.dispatch(edit('modifier.put', { address: target, modifier }))) showPull(target, stepId)
}

/** Opens what moves a number in the panel. */
export function showPull(target: Address, stepId: string): void {
  store.dispatch(viewActions.step(stepId))
  store.dispatch(viewActions.set({ face: 'when', modifiers: target }))
}

/** Selects a card and shows the picture as of it. */
export function lookAt(stage: Stage, card: string, also: boolean): void {
  const { dispatch } = store
  if (stepIn(stage, card)) {
    if (also) dispatch(viewActions.alsoStep(card))
    else {
      dispatch(viewActions.step(card))
      dispatch(viewActions.set({ look: 'state' }))
    }
    return
  }
  dispatch(viewActions.step(null))
  dispatch(viewActions.set({ look: card === SOURCE ? 'source' : 'result', wireId: null }))
}

/** Splits the picture between the states after two steps, or goes back. */
export function splitStates(): void {
  const { stepIds, compare } = store.getState().view
  const [other, last] = stepIds.slice(-2)
  if (compare.mode === 'split' && compare.against.kind === 'state')
    return void store.dispatch(viewActions.compare({ mode: 'off', against: { kind: 'source' } }))
  if (other === undefined || last === undefined) return
  store.dispatch(viewActions.compare({ mode: 'split', against: { kind: 'state', id: other } }))
  store.dispatch(viewActions.set({ look: 'state' }))
}
