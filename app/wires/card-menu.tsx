import { type Act, type Binding, type Stage, stepIn } from '@stilus/core/project'
import { type Card, inputAt, type Port, RESULT } from '@stilus/core/wires'
import { pictureChoices } from '../desk/panel/inputs'
import { uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import type { MenuItem } from '../ui/overlays'
import { splitStates } from './acts'
import { CARD, type Machine } from './machine'

/** What one input of a card could take. */
export function inputItems(stage: Stage, machine: Machine, card: Card, port: Port): (MenuItem | null)[] {
  const into = inputAt(machine.graph, card.id, port.id)
  const step = into && stepIn(stage, into.stepId)
  if (!into || !step) return []
  const lay = (binding: Binding) => void store.dispatch(edit('wire.lay', { ...into, binding }))
  return [
    ...pictureChoices(stage, step, port.kind, lay),
    null,
    { label: 'Nothing', run: () => lay({ kind: 'none' }) },
  ]
}

/** What a card could do among the wires, before all that its step can do anywhere. */
export function cardItems(stage: Stage, machine: Machine, card: Card): (MenuItem | null)[] {
  const { step } = card
  if (card.id === RESULT)
    return [
      {
        label: 'Show the state after',
        items: stage.steps.map((s) => ({
          label: s.name,
          run: () => void store.dispatch(edit('wire.end', { stepId: s.id })),
        })),
      },
    ]
  if (!step) return []
  const stepId = step.id
  const ports = card.inputs.filter((port) => inputAt(machine.graph, card.id, port.id))
  const own = ports.filter((port) => port.stepId === stepId)
  const swaps = own.flatMap((a, i) => own.slice(i + 1).map((b) => [a, b] as const))
  const last = stage.steps.at(-1)?.id === stepId
  return [
    ...ports.map((port) => ({
      label: `${port.label} takes`,
      items: inputItems(stage, machine, card, port),
    })),
    ...swaps.map(([a, b]) => ({
      label: `Swap ${a.label.toLowerCase()} and ${b.label.toLowerCase()}`,
      run: () => void store.dispatch(edit('wires.swap', { stepId, inputs: [a.id, b.id] })),
    })),
    {
      label: 'Lead to the result',
      disabled: last,
      run: () => void store.dispatch(edit('wire.end', { stepId })),
    },
    { label: 'Take off its wires', run: () => void store.dispatch(edit('wire.out', { stepId })) },
    ...(step.place
      ? [
          {
            label: 'Lay out by itself again',
            run: () =>
              void store.dispatch(edit('wires.place', { stack: stage.stack, places: { [stepId]: null } })),
          },
        ]
      : []),
    ...(step.frame
      ? [
          {
            label: 'Take out of its frame',
            run: () => void store.dispatch(edit('frame.leave', { stepIds: [stepId] })),
          },
        ]
      : []),
  ]
}

/** Lines up chosen cards by their left or upper edges, or spreads them evenly, as one edit. */
export function lineUp(
  stage: Stage,
  { places, sizeOf }: Machine,
  ids: readonly string[],
  way: 'column' | 'row',
): void {
  const axis = way === 'column' ? 0 : 1
  const along = 1 - axis
  const cards = ids.flatMap((id) => {
    const place = places.get(id)
    return place ? [{ id, place, size: sizeOf(id) }] : []
  })
  if (cards.length < 2) return
  cards.sort((a, b) => (a.place[along] as number) - (b.place[along] as number))
  const edge = Math.min(...cards.map((c) => c.place[axis] as number))
  const gap = way === 'column' ? 24 : 56
  let next = cards[0]?.place[along] as number
  const moved = cards.map(({ id, size }) => {
    const place = [0, 0] as [number, number]
    place[axis] = edge
    place[along] = next
    next += (way === 'column' ? size.height : CARD) + gap
    return [id, place] as const
  })
  const act: Act = ['wires.place', { stack: stage.stack, places: Object.fromEntries(moved) }]
  store.dispatch(editAll([act], way === 'column' ? 'Cards in a column' : 'Cards in a row'))
}

/** Puts a frame with a title around cards. */
export function frameAround(stage: Stage, ids: readonly string[]): void {
  const stepIds = ids.filter((id) => stepIn(stage, id))
  if (stepIds.length)
    store.dispatch(edit('frame.put', { stack: stage.stack, frameId: uid(), name: 'Frame', stepIds }))
}

/** What several chosen cards could do among the wires. */
export const cardsItems = (stage: Stage, machine: Machine, ids: readonly string[]): MenuItem[] => [
  ...(ids.length === 2 ? [{ label: 'Split the picture between the two', run: splitStates }] : []),
  { label: 'Put a frame around', run: () => frameAround(stage, ids) },
  ...(ids.length > 1
    ? [
        { label: 'Line up in a column', run: () => lineUp(stage, machine, ids, 'column') },
        { label: 'Line up in a row', run: () => lineUp(stage, machine, ids, 'row') },
      ]
    : []),
]
