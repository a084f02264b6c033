import type { Stage } from '@stilus/core/project'
import { useReactFlow } from '@xyflow/react'
import { SOURCE } from '@stilus/core/wires'
import type { KeyboardEvent, RefObject } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { lookAt, spotAfter, spotOn } from './acts'
import type { Adding } from './add-field'
import type { Machine } from './machine'
import type { Point } from './stroke'
import type { Places } from './use-places'
import { type Way, walkFrom } from './walk'

const WAYS: Record<string, Way> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' }

interface Asks {
  onAdding(adding: Adding): void
  /** Opens the menu of a card. */
  onMenu(at: Point, card: string): void
}

/** What keys do among the wires: arrows walk and look, letters add where one is, Enter opens what a card can do. */
export function useKeys(
  root: RefObject<HTMLDivElement | null>,
  stage: Stage,
  machine: Machine,
  { pointer, local, placeAt, wireNear }: Places,
  { onAdding, onMenu }: Asks,
) {
  const dispatch = useAppDispatch()
  const flow = useReactFlow()
  const { stepIds, stepId, wireId, look } = useView('stepIds', 'stepId', 'wireId', 'look')
  const { graph, places } = machine
  const elementOf = (card: string) =>
    root.current?.querySelector<HTMLElement>(`.react-flow__node[data-id="${CSS.escape(card)}"]`)

  /** Opens the field: on the wire in hand or under the pointer, after the card in hand, or beside the others. */
  const type = (start: string) => {
    const at = pointer.current
    const wire = wireId === null ? wireNear(at) : graph.wires.find((w) => w.id === wireId)
    const on = wire && spotOn(graph, wire)
    if (on) return onAdding({ at: local(at), start, spot: on, says: 'Put on this wire' })
    const card = stepIds.at(-1) ?? (look === 'source' ? SOURCE : undefined)
    const place = card === undefined ? undefined : places.get(card)
    if (card !== undefined && place) {
      const right = place[0] + machine.sizeOf(card).width + 12
      const { x, y } = flow.flowToScreenPosition({ x: right, y: place[1] })
      const says = `After ${machine.nameOf(card)}`
      return onAdding({ at: local([x, y]), start, spot: spotAfter(graph, card), says })
    }
    const box = root.current?.getBoundingClientRect()
    const inside = box && at[0] > box.left && at[0] < box.right && at[1] > box.top && at[1] < box.bottom
    const where: Point = inside || !box ? at : [box.left + box.width / 2, box.top + box.height / 3]
    const says = 'Add beside the others'
    onAdding({ at: local(where), start, spot: { kind: 'free' }, place: placeAt(where), says })
  }
  const walk = (from: string | null, way: Way, also: boolean) => {
    const next = walkFrom(graph, places, from, way)
    if (next === undefined) return
    lookAt(stage, next, also)
    elementOf(next)?.focus()
  }
  return (event: KeyboardEvent<HTMLDivElement>) => {
    const target = event.target as HTMLElement
    const elsewhere = target.matches('input, textarea, [contenteditable]') || target.closest('[role="menu"]')
    if (elsewhere || event.ctrlKey || event.metaKey || event.altKey) return
    const way = WAYS[event.key]
    const card = target.closest<HTMLElement>('.react-flow__node-card')?.dataset.id ?? stepId
    const wire = target.closest<SVGElement>('.react-flow__edge')?.dataset.id
    if (way) walk(stepId ?? card, way, event.shiftKey)
    else if (event.key === 'Enter' && wire !== undefined) dispatch(viewActions.set({ wireId: wire }))
    else if (event.key === 'Enter' && card !== null && !target.matches('button')) {
      const box = elementOf(card)?.getBoundingClientRect()
      onMenu([(box?.left ?? 0) + 20, (box?.top ?? 0) + 20], card)
    } else if (/^\p{L}$/u.test(event.key)) type(event.key)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
}
