import { addressName, allSteps, notesOf, type Stage, valueOf } from '@stilus/core/project'
import type { Cost } from '@stilus/core/render'
import { reachable } from '@stilus/core/wires'
import type { AroundNode, NoteNode } from './around'
import type { CardNode } from './card'
import { aroundsOf, type Machine } from './machine'
import type { WireEdge } from './wire'

export type AnyNode = CardNode | AroundNode | NoteNode

/** How far a frame reaches beyond the cards in it, and its title above them. */
const PAD = 14
const TITLE = 26

/** What is chosen and shown, beside the treatment itself. */
export interface Shown {
  chosen: readonly string[]
  costs: Record<string, Cost>
  lit: readonly string[]
}

/** Everything that lies on the view, from back to front: frames and groups, notes, cards. */
export function nodesOf(stage: Stage, machine: Machine, { chosen, costs, lit }: Shown): AnyNode[] {
  const { graph, places, sizeOf, numbers, picture, nameOf } = machine
  const { stack, size } = stage
  const priced = new Map(
    graph.cards.flatMap(({ id, step }): [string, Cost][] => {
      const own = (step ? allSteps([step]) : []).flatMap((inner) => costs[inner.id] ?? [])
      const ms = own.reduce((sum, c) => sum + c.ms, 0)
      return own.length ? [[id, { ms, kept: own.every((c) => c.kept) }]] : []
    }),
  )
  const most = Math.max(0, ...[...priced.values()].map((c) => c.ms))
  const cards = graph.cards.map((card): CardNode => {
    const [x, y] = places.get(card.id) ?? [0, 0]
    const name = nameOf(card.id)
    const rows = numbers.get(card.id) ?? []
    const cost = priced.get(card.id)
    const { step } = card
    const told = JSON.stringify([
      ...[card.inputs, card.outputs, name, rows.map((r) => [addressName(r.address), r.label]), picture],
      ...[step?.on, step?.mix, step?.where !== null && step?.where !== undefined, step?.id, cost, most],
      lit.includes(card.id),
    ])
    return {
      id: card.id,
      type: 'card',
      position: { x, y },
      selected: chosen.includes(card.id),
      domAttributes: { 'aria-roledescription': 'card' },
      ariaLabel: `${name}${chosen.includes(card.id) ? ', selected' : ''}`,
      data: {
        card,
        stack,
        name,
        numbers: rows,
        picture,
        aspect: size.width / size.height,
        cost,
        most,
        lit: lit.includes(card.id),
        told,
      },
    }
  })
  const arounds = aroundsOf(stage, machine).map(({ id, name, kind, cards: inside }): AroundNode => {
    const boxes = inside.map((card) => ({ place: places.get(card) ?? [0, 0], size: sizeOf(card) }))
    const left = Math.min(...boxes.map((b) => b.place[0])) - PAD
    const top = Math.min(...boxes.map((b) => b.place[1])) - PAD - TITLE
    const right = Math.max(...boxes.map((b) => b.place[0] + b.size.width)) + PAD
    const bottom = Math.max(...boxes.map((b) => b.place[1] + b.size.height)) + PAD
    return {
      id: `around ${id}`,
      type: 'around',
      position: { x: left, y: top },
      width: right - left,
      height: bottom - top,
      zIndex: kind === 'frame' ? -2 : -1,
      selectable: false,
      focusable: false,
      dragHandle: '.drag-around',
      style: { pointerEvents: 'none' },
      data: { name, kind, id, stack },
    }
  })
  const notes = notesOf(stage.project, stack).map(({ id, text, place }): NoteNode => ({
    id: `note ${id}`,
    type: 'note',
    position: { x: place[0], y: place[1] },
    selectable: false,
    focusable: false,
    data: { id, text, stack, place },
  }))
  return [...arounds, ...notes, ...cards]
}

/** Which cards an around's drag takes along. */
export const cardsAround = (stage: Stage, machine: Machine, nodeId: string): string[] =>
  aroundsOf(stage, machine).find(({ id }) => `around ${id}` === nodeId)?.cards ?? []

/** All wires that join two cards. */
export function edgesOf(
  stage: Stage,
  machine: Machine,
  { chosen, lit }: Shown,
  wireId: string | null,
): WireEdge[] {
  const { graph, values, nameOf } = machine
  const leads = new Set(chosen.flatMap((id) => [id, ...reachable(graph, id, 'before')]))
  const isLit = (from: string, to: string) => lit.some((card, i) => card === from && lit[i + 1] === to)
  const pictures = graph.wires.map((wire): WireEdge => {
    const label = graph.cards.find((c) => c.id === wire.to)?.inputs.find((i) => i.id === wire.input)?.label
    return {
      id: wire.id,
      type: 'wire',
      source: wire.from,
      sourceHandle: wire.output,
      target: wire.to,
      targetHandle: wire.input,
      selected: wire.id === wireId,
      reconnectable: 'target',
      domAttributes: { 'aria-roledescription': 'wire' },
      ariaLabel: `${wire.kind === 'matte' ? 'Matte' : 'Picture'} from ${nameOf(wire.from)} to ${nameOf(wire.to)}, ${label ?? ''}`,
      data: { kind: wire.kind, leads: leads.has(wire.to), lit: isLit(wire.from, wire.to) },
    }
  })
  const pulls = values.flatMap((wire): WireEdge[] => {
    if (wire.from === undefined || !wire.source) return []
    return [
      {
        id: wire.id,
        type: 'wire',
        source: wire.from,
        sourceHandle: `v ${addressName(wire.source)}`,
        target: wire.to,
        targetHandle: `v ${addressName(wire.target)}`,
        selected: wire.id === wireId,
        reconnectable: false,
        domAttributes: { 'aria-roledescription': 'wire' },
        ariaLabel: `A number of ${nameOf(wire.to)} follows one of ${nameOf(wire.from)}`,
        data: { kind: 'value', leads: chosen.includes(wire.to), lit: false, says: saysPull(stage, wire) },
      },
    ]
  })
  return [...pictures, ...pulls]
}

/** What a wire does to the number that it pulls, in short. */
function saysPull(stage: Stage, { target, modifierId }: Machine['values'][number]): string | undefined {
  const found = valueOf(stage.project, target).modifiers?.find((m) => m.id === modifierId)
  if (found?.kind !== 'follow') return modifierId === undefined ? 'front panel' : undefined
  const { factor, offset, delay } = found
  return [
    factor === 1 && !offset && !delay ? 'the same' : `× ${Math.round(factor * 1000) / 1000}`,
    ...(offset ? [`${offset > 0 ? '+' : '−'} ${Math.round(Math.abs(offset) * 1000) / 1000}`] : []),
    ...(delay ? [`${delay} fr later`] : []),
  ].join(' ')
}
