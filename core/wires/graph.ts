import {
  type Address,
  allSteps,
  type Binding,
  boundValues,
  itemInput,
  outputsOf,
  type Stage,
  type Step,
  taken,
} from '../project'
import { isKey } from '../region'
import { findStep, inputKey } from '../steps'

/** What runs through a wire: a picture, a matte, a number. */
export type WireKind = 'frame' | 'matte' | 'value'

/** A place on a card at which a wire begins or ends. */
export interface Port {
  /** Of an input its name, of an output its id; `state` is the state after a step. Of another step where a shut group stands for it, with that step's id before it. */
  id: string
  label: string
  kind: 'frame' | 'matte'
  /** The step whose input or output it is; none on cards that stand for no step. */
  stepId?: string | undefined
}

export interface Card {
  /** The id of its step; `source`, `result`, or the name of what comes from outside. */
  id: string
  kind: 'source' | 'result' | 'step' | 'outside'
  step?: Step | undefined
  /** The opened group in which it lies. */
  group?: string | undefined
  inputs: Port[]
  outputs: Port[]
  /** What comes from outside. */
  binding?: Binding | undefined
}

/** A picture or a matte from a card to an input of another one. */
export interface Wire {
  id: string
  from: string
  output: string
  to: string
  input: string
  kind: 'frame' | 'matte'
}

/** A number that follows another one; from outside where that is not a value of a card. */
export interface ValueWire {
  id: string
  from: string | undefined
  to: string
  source: Address | undefined
  target: Address
  /** What moves the value; none for a control of a group's panel that stands for it. */
  modifierId?: string | undefined
}

export interface Graph {
  cards: Card[]
  wires: Wire[]
}

export const STATE = 'state'
export const SOURCE = 'source'
export const RESULT = 'result'

/** The name of a card for what comes from outside; undefined for what has no card of its own. */
export function outsideName(binding: Binding): string | undefined {
  const { channel: _, ...rest } = binding
  return binding.kind === 'none' || binding.kind === 'before' || binding.kind === 'step'
    ? undefined
    : binding.kind === 'source'
      ? SOURCE
      : `out:${JSON.stringify(rest)}`
}

interface Take {
  port: Port
  binding: Binding
  /** Nobody chose it: it is the picture that the step works on by itself. */
  plain: boolean
}

/** The inputs of a step that are asked for or taken, with what they take. */
function takes(stage: Stage, step: Step, t: number): Take[] {
  const stepId = step.id
  const values = boundValues(stage, step, t)
  const take = (port: Omit<Port, 'stepId'>, plain: boolean): Take => ({
    port: { ...port, stepId },
    binding: taken(stage.steps as Step[], step, port.id),
    plain,
  })
  const named = Object.entries(findStep(step.use)?.inputs ?? {}).flatMap(([name, input]) => {
    if (name === 'before' || (step.passage && name === 'incoming')) return []
    const bound = step.inputs?.[name] !== undefined
    if (!bound && input.default === 'region' && step.where) return []
    if (!bound && input.when && !input.when({ ...values, [inputKey(name)]: true })) return []
    const { label, kind } = input
    return [take({ id: name, label, kind }, !bound && input.default === 'before')]
  })
  const items = (step.where?.items ?? []).flatMap(({ id, name, kind, input }) => {
    if (!isKey(kind) && kind !== 'matte') return []
    const matte = kind === 'matte'
    return [take({ id: itemInput(id), label: name, kind: matte ? 'matte' : 'frame' }, !matte && !input)]
  })
  return [take({ id: 'before', label: 'Picture', kind: 'frame' }, !step.inputs?.before), ...named, ...items]
}

/** The outputs of a step: the state after it, then what it offers besides. */
const offers = (step: Step): Port[] => [
  { id: STATE, label: 'Picture', kind: 'frame', stepId: step.id },
  ...outputsOf(step).map(({ id, label, kind }) => ({ id, label, kind, stepId: step.id })),
]

/**
 * A treatment as cards and wires at treatment time t: of every step, of those in groups that are opened, of the source, of all that is taken from outside, and of the result.
 * A shut group stands for the steps in it: what they take from beyond it and give beyond it are its inputs and outputs.
 * @param opened the groups whose steps have cards of their own
 */
export function graphOf(stage: Stage, opened: ReadonlySet<string>, t: number = stage.head): Graph {
  const steps = stage.steps as Step[]
  const cards = new Map<string, Card>()
  const wires: Wire[] = []
  /** The card that stands for each step. */
  const cardOf = new Map<string, string>()
  const put = (card: Card) => cards.set(card.id, card)
  put({ id: SOURCE, kind: 'source', inputs: [], outputs: [{ id: STATE, label: 'Picture', kind: 'frame' }] })
  const seat = (list: readonly Step[], shut: string | undefined, group: string | undefined) => {
    for (const step of list) {
      const open = step.use === 'group' && !shut && opened.has(step.id)
      cardOf.set(step.id, shut ?? step.id)
      if (!shut) put({ id: step.id, kind: 'step', step, group, inputs: [], outputs: offers(step) })
      seat(step.steps ?? [], shut ?? (open ? undefined : step.id), open ? step.id : group)
    }
  }
  seat(steps, undefined, undefined)
  const byId = new Map(allSteps(steps).map((step) => [step.id, step]))

  /** Where a binding comes from: a card and its output. */
  const from = (binding: Binding): { card: string; output: string } | undefined => {
    if (binding.kind === 'step') {
      const step = byId.get(binding.stepId)
      const card = cards.get(cardOf.get(binding.stepId) ?? '')
      if (!step || !card) return undefined
      const output = binding.output ?? STATE
      if (card.id === step.id) return { card: card.id, output }
      const id = `${step.id} ${output}`
      const port = offers(step).find((o) => o.id === output)
      if (port && !card.outputs.some((o) => o.id === id))
        card.outputs.push({ ...port, id, label: `${port.label} of ${step.name}` })
      return { card: card.id, output: id }
    }
    const id = outsideName(binding)
    if (id === undefined) return undefined
    if (!cards.has(id))
      put({
        id,
        kind: 'outside',
        binding,
        inputs: [],
        outputs: [{ id: STATE, label: 'Picture', kind: 'frame' }],
      })
    return { card: id, output: STATE }
  }
  const lay = (to: Card, port: Port, binding: Binding) => {
    const begins = from(binding)
    if (!begins) return
    const offered = cards.get(begins.card)?.outputs.find((o) => o.id === begins.output)
    wires.push({
      id: `${to.id}/${port.id}`,
      from: begins.card,
      output: begins.output,
      to: to.id,
      input: port.id,
      kind: port.kind === 'matte' || offered?.kind === 'matte' ? 'matte' : 'frame',
    })
  }
  for (const step of byId.values()) {
    const card = cards.get(cardOf.get(step.id) ?? '') as Card
    const inner = card.id !== step.id
    for (const { port, binding, plain } of takes(stage, step, t)) {
      // What a step in a shut group takes from within it is nobody else's matter.
      const within = binding.kind === 'step' && cardOf.get(binding.stepId) === card.id
      const nothing = binding.kind === 'none'
      if (inner && (within || plain || nothing)) continue
      const seen = inner
        ? { ...port, id: `${step.id} ${port.id}`, label: `${port.label} of ${step.name}` }
        : port
      card.inputs.push(seen)
      lay(card, seen, binding)
    }
    const last = step.steps?.at(-1)
    if (!inner && last && opened.has(step.id)) {
      const port: Port = { id: 'inside', label: 'What is in it', kind: 'frame', stepId: step.id }
      card.inputs.push(port)
      lay(card, port, { kind: 'step', stepId: last.id })
    }
  }
  const result: Card = {
    id: RESULT,
    kind: 'result',
    inputs: [{ id: 'result', label: 'Picture', kind: 'frame' }],
    outputs: [],
  }
  put(result)
  const last = steps.at(-1)
  lay(result, result.inputs[0] as Port, last ? { kind: 'step', stepId: last.id } : { kind: 'source' })
  return { cards: [...cards.values()], wires }
}

/** What an output of a card is, as a binding; undefined where a card gives none. */
export function bindingFrom(graph: Graph, cardId: string, output: string): Binding | undefined {
  const card = graph.cards.find((c) => c.id === cardId)
  if (card?.kind === 'source') return { kind: 'source' }
  if (card?.kind === 'outside') return card.binding
  const port = card?.outputs.find((o) => o.id === output)
  if (!port?.stepId) return undefined
  const own = output.startsWith(`${port.stepId} `) ? output.slice(port.stepId.length + 1) : output
  return { kind: 'step', stepId: port.stepId, ...(own === STATE ? {} : { output: own }) }
}

/** The input of a step that a port of a card is; undefined where nothing can be laid to it. */
export function inputAt(
  graph: Graph,
  cardId: string,
  input: string,
): { stepId: string; input: string } | undefined {
  const port = graph.cards.find((c) => c.id === cardId)?.inputs.find((i) => i.id === input)
  if (!port?.stepId || port.id === 'inside') return undefined
  const own = input.startsWith(`${port.stepId} `) ? input.slice(port.stepId.length + 1) : input
  return { stepId: port.stepId, input: own }
}
