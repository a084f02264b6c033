import { type Act, addressName, nameOfValue, type Stage, stepIn } from '@stilus/core/project'
import { bindingFrom, inputAt, STATE } from '@stilus/core/wires'
import type { Connection, FinalConnectionState } from '@xyflow/react'
import { useRef, useState } from 'react'
import { editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import type { MenuItem } from '../ui/overlays'
import { circleOf, cut, layAct, pull } from './acts'
import type { Adding } from './add-field'
import { inputItems } from './card-menu'
import { type Machine, numbersOf } from './machine'
import type { Point } from './stroke'
import type { Places } from './use-places'
import type { WireEdge } from './wire'

interface Asks {
  onAdding(adding: Adding): void
  onMenu(menu: { at: Point; items: (MenuItem | null)[] }): void
}

const isNumber = (port: string | null | undefined): boolean => port?.startsWith('v ') ?? false

/** Wires that are drawn by hand: what fits, the chain that would go in a circle, and what comes of letting go on a dot, on a card or on nothing. */
export function useWiring(stage: Stage, machine: Machine, { pointer, local, placeAt }: Places, asks: Asks) {
  const dispatch = useAppDispatch()
  const { graph } = machine
  const [lit, setLit] = useState<readonly string[]>([])
  const relaid = useRef(false)
  const addressAt = (port: string | null | undefined) =>
    [...machine.numbers.values()].flat().find(({ address }) => `v ${addressName(address)}` === port)?.address
  const actOf = ({ source, sourceHandle, target, targetHandle }: Connection) =>
    layAct(graph, { card: source, port: sourceHandle ?? '' }, { card: target, port: targetHandle ?? '' })

  const isValidConnection = (c: Connection | WireEdge): boolean => {
    const ends = { ...c, sourceHandle: c.sourceHandle ?? null, targetHandle: c.targetHandle ?? null }
    if (isNumber(ends.sourceHandle) || isNumber(ends.targetHandle))
      return (
        isNumber(ends.sourceHandle) && isNumber(ends.targetHandle) && ends.sourceHandle !== ends.targetHandle
      )
    const chain = circleOf(graph, c.source, c.target)
    if (chain || lit.length) setLit(chain ?? [])
    return !chain && actOf(ends) !== undefined
  }
  const onConnect = (c: Connection) => {
    const [from, to] = [addressAt(c.sourceHandle), addressAt(c.targetHandle)]
    if (from && to) return pull(to, from, c.target)
    const act = actOf(c)
    if (act) dispatch(editAll([act], 'Lay a wire'))
  }

  /** A number let go on a card: which of that card's numbers is meant is asked. */
  const askNumber = (
    at: Point,
    port: string | null,
    type: 'source' | 'target',
    from: string,
    over?: string,
  ) => {
    const own = addressAt(port)
    const step = over === undefined ? undefined : stepIn(stage, over)
    if (!own || !step) return
    const items = numbersOf(stage, step)
      .filter((address) => addressName(address) !== addressName(own))
      .map((address) => ({
        label: nameOfValue(stage.project, address),
        run: () => (type === 'source' ? pull(address, own, step.id) : pull(own, address, from)),
      }))
    const title = { label: type === 'source' ? 'Lets follow' : 'Follows', note: true }
    asks.onMenu({ at, items: [title, ...items] })
  }
  /** A wire let go on a card, but on none of its dots: the first input that is free, else the picture. */
  const connectCard = (from: string, port: string | null, type: 'source' | 'target', over: string) => {
    const [source, target] = type === 'source' ? [from, over] : [over, from]
    const wired = new Set(graph.wires.filter((w) => w.to === target).map((w) => w.input))
    const inputs = graph.cards.find((c) => c.id === target)?.inputs.map((i) => i.id) ?? []
    const free = inputs.find((i) => !wired.has(i)) ?? inputs[0] ?? ''
    const c =
      type === 'source'
        ? { source, sourceHandle: port, target, targetHandle: free }
        : { source, sourceHandle: STATE, target, targetHandle: port }
    if (isValidConnection(c)) onConnect(c)
    setLit([])
  }
  /** A wire let go on nothing: what could go on from it, or come before it, is offered. */
  const offer = (at: Point, from: string, port: string, type: 'source' | 'target') => {
    const field = { at: local(at), start: '', place: placeAt(at) }
    if (type === 'source') {
      const binding = bindingFrom(graph, from, port)
      if (binding) asks.onAdding({ ...field, spot: { kind: 'from', binding }, says: 'Goes on with' })
      return
    }
    const card = graph.cards.find((c) => c.id === from)
    const input = card?.inputs.find((i) => i.id === port)
    const into = inputAt(graph, from, port)
    if (!card || !input || !into) return
    const add = () => asks.onAdding({ ...field, spot: { kind: 'wire', into }, says: 'Comes before it' })
    asks.onMenu({
      at,
      items: [{ label: 'A treatment …', run: add }, null, ...inputItems(stage, machine, card, input)],
    })
  }
  return {
    lit,
    flow: {
      isValidConnection,
      onConnect,
      onConnectEnd: (event: MouseEvent | TouchEvent, state: FinalConnectionState) => {
        setLit([])
        if (state.isValid || !state.fromHandle) return
        const { nodeId, id: port = null, type } = state.fromHandle
        const at: Point = 'clientX' in event ? [event.clientX, event.clientY] : pointer.current
        const over = (event.target as Element | null)?.closest<HTMLElement>('.react-flow__node-card')?.dataset
          .id
        if (isNumber(port)) return askNumber(at, port, type, nodeId, over)
        if (over === undefined) offer(at, nodeId, port ?? '', type)
        else if (over !== nodeId) connectCard(nodeId, port, type, over)
      },
      onReconnectStart: () => {
        relaid.current = false
      },
      onReconnect: (old: WireEdge, c: Connection) => {
        relaid.current = true
        const act = actOf(c)
        if (!act || (old.target === c.target && old.targetHandle === c.targetHandle)) return
        const was = inputAt(graph, old.target, old.targetHandle ?? '')
        const acts: Act[] = was ? [['wire.lay', { ...was, binding: { kind: 'none' } }], act] : [act]
        dispatch(editAll(acts, 'Lay a wire elsewhere'))
      },
      onReconnectEnd: (_: unknown, edge: WireEdge, __: unknown, state: { toNode: unknown }) => {
        setLit([])
        if (!relaid.current && !state.toNode)
          cut(
            graph,
            graph.wires.filter((w) => w.id === edge.id),
            [],
          )
      },
    },
  }
}
