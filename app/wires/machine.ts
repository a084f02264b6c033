import { isNumeric } from '@stilus/core/params'
import {
  type Address,
  addressName,
  boundValues,
  controlOf,
  nameOfValue,
  paramAt,
  placeName,
  sourceName,
  type Stage,
  type Step,
  valuesOf,
  wiringOf,
} from '@stilus/core/project'
import {
  type Card,
  type Graph,
  graphOf,
  type Place,
  placesOf,
  type ValueWire,
  valueWires,
} from '@stilus/core/wires'
import { bindingName } from '../desk/panel/binding-name'

/** Width of a card, and of its parts, in units of the view. */
export const CARD = 136
const FOOT = 24
export const ROW = 18

/** A number that shows on a card. */
export interface NumberRow {
  address: Address
  label: string
}

/** A treatment as it is drawn: cards with their numbers and places, and all wires. */
export interface Machine {
  graph: Graph
  values: ValueWire[]
  numbers: Map<string, NumberRow[]>
  places: Map<string, Place>
  /** The height of the pictures on cards. */
  picture: number
  sizeOf(card: string): { width: number; height: number }
  nameOf(card: string): string
}

/** What a card is called. */
export function cardName(stage: Stage, card: Card): string {
  if (card.kind === 'source') return 'Source'
  if (card.kind === 'result') return 'Result'
  if (card.step) return card.step.name
  const { binding } = card
  return binding?.kind === 'material'
    ? sourceName(stage.project, binding.source)
    : binding
      ? bindingName(stage, binding)
      : ''
}

/** The inputs and outputs of a card that have a row of their own: all but the picture that it works on and its state. */
export const inputRows = ({ inputs }: Card) => inputs.filter(({ id }) => id !== 'before' && id !== 'result')
export const outputRows = ({ outputs }: Card) => outputs.filter(({ id }) => id !== 'state')

/** What a number is called on a card, where its step need not be named. */
function numberLabel(stage: Stage, card: Step, address: Address): string {
  const name = nameOfValue(stage.project, address)
  const own = name.startsWith(`${card.name} `) ? name.slice(card.name.length + 1) : name
  return own.charAt(0).toUpperCase() + own.slice(1)
}

/** The numbers of a step that matter now, and those of what moves them. */
export function numbersOf(stage: Stage, step: Step): Address[] {
  const values = boundValues(stage, step, stage.head)
  return valuesOf(step).flatMap(({ address, animated }) => {
    if (typeof animated.value === 'string' || typeof animated.value === 'boolean') return []
    const param = paramAt(stage.project, address)
    if (param && !isNumeric(param)) return []
    const control = controlOf(address)
    return control !== undefined && param?.when && !param.when(values) ? [] : [address]
  })
}

/** Everything that is drawn of a treatment. */
export function machineOf(
  stage: Stage,
  openGroups: readonly string[],
  openCards: readonly string[],
): Machine {
  const graph = graphOf(stage, new Set(openGroups))
  const values = valueWires(stage, graph)
  const { width, height } = stage.size
  const picture = Math.round(Math.min(CARD * (height / width), CARD * 0.75))
  const cards = new Map(graph.cards.map((card) => [card.id, card]))
  const numbers = new Map<string, NumberRow[]>()
  for (const { id, step } of graph.cards) {
    if (!step) continue
    const wired = values.flatMap((wire) => [
      ...(wire.to === id ? [wire.target] : []),
      ...(wire.from === id && wire.source ? [wire.source] : []),
    ])
    const shown = openCards.includes(id) ? [...numbersOf(stage, step), ...wired] : wired
    const distinct = new Map(shown.map((address) => [addressName(address), address]))
    numbers.set(
      id,
      [...distinct.values()].map((address) => ({ address, label: numberLabel(stage, step, address) })),
    )
  }
  const sizeOf = (id: string) => {
    const card = cards.get(id)
    const rows = card ? inputRows(card).length + outputRows(card).length + (numbers.get(id)?.length ?? 0) : 0
    return { width: CARD, height: picture + FOOT + rows * ROW + (rows ? 4 : 0), axis: picture / 2 }
  }
  const byHand = new Map<string, Place>()
  const laid = wiringOf(stage.project, stage.stack)?.places ?? {}
  for (const card of graph.cards) {
    const place = card.step ? card.step.place : laid[placeName(stage.stack, card.id)]
    if (place) byHand.set(card.id, place)
  }
  const places = placesOf(graph, sizeOf, byHand)
  return {
    graph,
    values,
    numbers,
    places,
    picture,
    sizeOf,
    nameOf: (id) => {
      const card = cards.get(id)
      return card ? cardName(stage, card) : 'outside'
    },
  }
}

/** Cards around which something is drawn: those of an opened group, or of a frame. */
export interface Around {
  id: string
  name: string
  kind: 'group' | 'frame'
  cards: string[]
}

/** Opened groups and frames, with the cards in them; those of groups within a group belong to both. */
export function aroundsOf(stage: Stage, { graph }: Machine): Around[] {
  const parent = new Map(graph.cards.map((c) => [c.id, c.group]))
  const isIn = (card: string, group: string) => {
    for (let at: string | undefined = card; at !== undefined; at = parent.get(at))
      if (at === group) return true
    return false
  }
  const opened = graph.cards.filter(({ id }) => graph.cards.some((c) => c.group === id))
  const frames = wiringOf(stage.project, stage.stack)?.frames ?? []
  return [
    ...frames.flatMap((frame): Around[] => {
      const cards = graph.cards.filter((c) => c.step?.frame === frame.id).map((c) => c.id)
      return cards.length ? [{ id: frame.id, name: frame.name, kind: 'frame', cards }] : []
    }),
    ...opened.map(({ id, step }): Around => ({
      id,
      name: step?.name ?? '',
      kind: 'group',
      cards: graph.cards.filter((c) => isIn(c.id, id)).map((c) => c.id),
    })),
  ]
}
