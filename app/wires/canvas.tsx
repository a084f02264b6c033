import '@xyflow/react/dist/base.css'
import { addressName, nameOfValue, type Stage, stepIn } from '@stilus/core/project'
import {
  applyNodeChanges,
  type Connection,
  type FinalConnectionState,
  type NodeChange,
  ReactFlow,
  useReactFlow,
} from '@xyflow/react'
import type { Cost } from '@stilus/core/render'
import { bindingFrom, inputAt, type Place, SOURCE } from '@stilus/core/wires'
import {
  type KeyboardEvent,
  type PointerEvent,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { edit, editAll } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { MenuItem } from '../ui/overlays'
import { addAt, circleOf, cut, layAct, lookAt, pull, showPull, type Spot, spotAfter, spotOn } from './acts'
import { AddField } from './add-field'
import { Around, Note } from './around'
import { Card } from './card'
import { cardItems, inputItems } from './card-menu'
import { type AnyNode, cardsAround, edgesOf, nodesOf } from './drawn'
import { type Machine, numbersOf, placeName } from './machine'
import { MenuAt, StepMenuAt } from './menus'
import { drawnWires, farFrom, linesCross, type Point } from './stroke'
import { type Way, walkFrom } from './walk'
import { Wire, type WireEdge } from './wire'

const NODES = { card: Card, around: Around, note: Note }
const EDGES = { wire: Wire }
const WAYS: Record<string, Way> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' }
/** How far inside the view what is selected is brought, in pixels of the screen. */
const MARGIN = 16
/** How near a wire something is on it, in pixels of the screen. */
const NEAR = 14

interface Adding {
  at: { x: number; y: number }
  start: string
  spot: Spot
  place?: Place | undefined
  says: string
}

interface Props {
  stage: Stage
  machine: Machine
  costs: Record<string, Cost>
  /** Asked from the tools above: where the next field opens. */
  adding: Adding | null
  onAdding(adding: Adding | null): void
}
export type { Adding }

/** The cards and wires of a treatment: to be walked, dragged, wired, cut, added to. */
export function Canvas({ stage, machine, costs, adding, onAdding }: Props) {
  const dispatch = useAppDispatch()
  const flow = useReactFlow<AnyNode, WireEdge>()
  const { stepIds, stepId, wireId, look, face } = useView('stepIds', 'stepId', 'wireId', 'look', 'face')
  const root = useRef<HTMLDivElement>(null)
  const pointer = useRef<Point>([0, 0])
  const [lit, setLit] = useState<readonly string[]>([])
  const [stroke, setStroke] = useState<Point[] | null>(null)
  const [menu, setMenu] = useState<{ at: Point; items: (MenuItem | null)[] } | null>(null)
  const [stepMenu, setStepMenu] = useState<{ at: Point; id: string; open: boolean } | null>(null)
  const { graph, places } = machine
  const chosen = useMemo(
    () => (stepIds.length ? stepIds : look === 'source' ? [SOURCE] : []),
    [stepIds, look],
  )
  const shown = useMemo(() => ({ chosen, costs, lit }), [chosen, costs, lit])
  const drawn = useMemo(() => nodesOf(stage, machine, shown), [stage, machine, shown])
  const edges = useMemo(() => edgesOf(stage, machine, shown, wireId), [stage, machine, shown, wireId])
  const [nodes, setNodes] = useState<AnyNode[]>(drawn)
  useEffect(() => {
    setNodes((old) => {
      const measured = new Map(old.map((n) => [n.id, n.measured]))
      return drawn.map((n) => {
        const size = measured.get(n.id)
        return size ? { ...n, measured: size } : n
      })
    })
  }, [drawn])

  /** Where a point of the window lies in the view, and in its cards' own units. */
  const local = ([x, y]: Point): { x: number; y: number } => {
    const box = root.current?.getBoundingClientRect()
    const [left, top] = [box?.left ?? 0, box?.top ?? 0]
    return {
      x: Math.max(4, Math.min(x - left, (box?.width ?? 600) - 264)),
      y: Math.max(4, Math.min(y - top, (box?.height ?? 400) - 120)),
    }
  }
  const placeAt = ([x, y]: Point): Place => {
    const at = flow.screenToFlowPosition({ x, y })
    // Its main wire comes in where the pointer is.
    return [Math.round(at.x), Math.round(at.y - machine.picture / 2)]
  }
  const wireNear = (at: Point) => {
    if (!root.current) return undefined
    const near = [...drawnWires(root.current)]
      .map(([id, line]) => ({ id, far: farFrom(at, line) }))
      .sort((a, b) => a.far - b.far)[0]
    return near && near.far <= NEAR ? graph.wires.find((w) => w.id === near.id) : undefined
  }

  // What is selected elsewhere is brought into sight.
  useEffect(() => {
    const place = stepId === null ? undefined : places.get(stepId)
    const box = root.current?.getBoundingClientRect()
    if (!place || !box) return
    const { width, height } = machine.sizeOf(stepId ?? '')
    const [a, b] = [
      flow.flowToScreenPosition({ x: place[0], y: place[1] }),
      flow.flowToScreenPosition({ x: place[0] + width, y: place[1] + height }),
    ]
    const into = (low: number, high: number, from: number, to: number) =>
      low < from + MARGIN
        ? from + MARGIN - low
        : high > to - MARGIN
          ? Math.max(to - MARGIN - high, from - low)
          : 0
    const [dx, dy] = [into(a.x, b.x, box.left, box.right), into(a.y, b.y, box.top, box.bottom)]
    const { x, y, zoom } = flow.getViewport()
    if (dx || dy) void flow.setViewport({ x: x + dx, y: y + dy, zoom })
    // Only a new choice moves the view, not every new layout.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stepId])

  const boxed = useRef<Set<string> | null>(null)
  const changed = useCallback((changes: NodeChange<AnyNode>[]) => {
    for (const change of changes)
      if (change.type === 'select' && boxed.current)
        boxed.current[change.selected ? 'add' : 'delete'](change.id)
    const heeded = changes.filter(
      (c) => c.type === 'position' || c.type === 'dimensions' || (c.type === 'select' && boxed.current),
    )
    if (heeded.length) setNodes((old) => applyNodeChanges(heeded, old))
  }, [])

  /** An around takes its cards along. */
  const taken = useRef<{ from: { x: number; y: number }; cards: Map<string, Place> } | null>(null)
  const dragStart = (_: unknown, node: AnyNode) => {
    if (node.type !== 'around') return
    const cards = cardsAround(stage, machine, node.id).map((id) => [id, places.get(id) ?? [0, 0]] as const)
    taken.current = { from: { ...node.position }, cards: new Map(cards) }
  }
  const drag = (_: unknown, node: AnyNode) => {
    const held = taken.current
    if (!held) return
    const [dx, dy] = [node.position.x - held.from.x, node.position.y - held.from.y]
    setNodes((old) =>
      old.map((n) => {
        const place = held.cards.get(n.id)
        return place ? { ...n, position: { x: place[0] + dx, y: place[1] + dy } } : n
      }),
    )
  }
  const dragStop = (event: MouseEvent | TouchEvent | React.MouseEvent, node: AnyNode, all: AnyNode[]) => {
    const held = taken.current
    taken.current = null
    const notes = all.filter((n) => n.type === 'note')
    const moved = new Map<string, Place>()
    if (held) {
      const [dx, dy] = [node.position.x - held.from.x, node.position.y - held.from.y]
      for (const [id, [x, y]] of held.cards) moved.set(id, [Math.round(x + dx), Math.round(y + dy)])
    } else
      for (const { id, position, type } of all)
        if (type === 'card') moved.set(id, [Math.round(position.x), Math.round(position.y)])
    const still = [...moved].every(([id, [x, y]]) => places.get(id)?.[0] === x && places.get(id)?.[1] === y)
    for (const { data, position } of notes)
      if (position.x !== data.place[0] || position.y !== data.place[1])
        dispatch(
          edit('note.put', {
            ...{ stack: stage.stack, noteId: data.id, text: data.text },
            place: [Math.round(position.x), Math.round(position.y)],
          }),
        )
    if (!moved.size || still) return
    const named = [...moved].map(
      ([id, place]) => [stepIn(stage, id) ? id : placeName(stage, id), place] as const,
    )
    // A single card that is let go over a wire comes onto it.
    const at: Point = 'clientX' in event ? [event.clientX, event.clientY] : pointer.current
    const alone = !held && moved.size === 1 && stepIn(stage, node.id) ? wireNear(at) : undefined
    const spot = alone && alone.from !== node.id && alone.to !== node.id ? spotOn(graph, alone) : undefined
    const placed = ['wires.place', { stack: stage.stack, places: Object.fromEntries(named) }] as const
    dispatch(
      spot?.kind === 'wire'
        ? editAll([['wire.put', { stepId: node.id, into: spot.into }], [...placed]], 'Put a step on a wire')
        : editAll([[...placed]], moved.size === 1 ? 'Move a card' : `Move ${moved.size} cards`),
    )
  }

  const addressAt = (handle: string | null | undefined) =>
    [...machine.numbers.values()].flat().find(({ address }) => `v ${addressName(address)}` === handle)
      ?.address
  const fits = (c: Connection | WireEdge): boolean => {
    const [a, b] = [c.sourceHandle ?? '', c.targetHandle ?? '']
    if (a.startsWith('v ') !== b.startsWith('v ')) return false
    if (a.startsWith('v ')) return a !== b
    const chain = circleOf(graph, c.source, c.target)
    if (chain || lit.length) setLit(chain ?? [])
    return !chain && layAct(graph, { card: c.source, port: a }, { card: c.target, port: b }) !== undefined
  }
  const connect = ({ source, sourceHandle, target, targetHandle }: Connection) => {
    const [from, to] = [addressAt(sourceHandle), addressAt(targetHandle)]
    if (from && to) return pull(to, from, target)
    const act = layAct(
      graph,
      { card: source, port: sourceHandle ?? '' },
      { card: target, port: targetHandle ?? '' },
    )
    if (act) dispatch(editAll([act], 'Lay a wire'))
  }
  const connectEnd = (event: MouseEvent | TouchEvent, state: FinalConnectionState) => {
    setLit([])
    if (state.isValid || !state.fromHandle) return
    const { nodeId, id: port, type } = state.fromHandle
    const at: Point = 'clientX' in event ? [event.clientX, event.clientY] : pointer.current
    const over = (event.target as Element | null)?.closest<HTMLElement>('.react-flow__node-card')?.dataset.id
    const from = addressAt(port)
    if (from) {
      const step = over === undefined ? undefined : stepIn(stage, over)
      if (!step || over === undefined) return
      const items = numbersOf(stage, step)
        .filter((address) => addressName(address) !== addressName(from))
        .map((address) => ({
          label: nameOfValue(stage.project, address),
          run: () => (type === 'source' ? pull(address, from, over) : pull(from, address, nodeId)),
        }))
      return setMenu({
        at,
        items: [{ label: type === 'source' ? 'Lets follow' : 'Follows', note: true }, ...items],
      })
    }
    if (over !== undefined && over !== nodeId) {
      // On a card, but on none of its dots: the first input that is free and fits, else the picture.
      const [source, target] = type === 'source' ? [nodeId, over] : [over, nodeId]
      const wired = new Set(graph.wires.filter((w) => w.to === target).map((w) => w.input))
      const inputs = graph.cards.find((c) => c.id === target)?.inputs.map((i) => i.id) ?? []
      const input = type === 'target' ? (port ?? '') : (inputs.find((i) => !wired.has(i)) ?? inputs[0] ?? '')
      const output = type === 'source' ? (port ?? '') : 'state'
      const c = { source, sourceHandle: output, target, targetHandle: input }
      if (fits(c)) connect(c)
      return setLit([])
    }
    if (type === 'source') {
      const binding = bindingFrom(graph, nodeId, port ?? '')
      if (binding)
        onAdding({
          at: local(at),
          start: '',
          spot: { kind: 'from', binding },
          place: placeAt(at),
          says: 'Goes on with',
        })
      return
    }
    const card = graph.cards.find((c) => c.id === nodeId)
    const input = card?.inputs.find((i) => i.id === port)
    const into = inputAt(graph, nodeId, port ?? '')
    if (!card || !input || !into) return
    const field = () =>
      onAdding({
        at: local(at),
        start: '',
        spot: { kind: 'wire', into },
        place: placeAt(at),
        says: 'Comes before it',
      })
    setMenu({
      at,
      items: [{ label: 'A treatment …', run: field }, null, ...inputItems(stage, machine, card, input)],
    })
  }
  const reconnected = useRef(false)

  const addTyped = (start: string) => {
    const at = pointer.current
    const wire = wireId === null ? wireNear(at) : graph.wires.find((w) => w.id === wireId)
    const on = wire && spotOn(graph, wire)
    const box = root.current?.getBoundingClientRect()
    if (on) return onAdding({ at: local(at), start, spot: on, says: 'Put on this wire' })
    const card = stepIds.at(-1) ?? (look === 'source' ? SOURCE : undefined)
    const place = card === undefined ? undefined : places.get(card)
    if (card !== undefined && place) {
      const { x, y } = flow.flowToScreenPosition({
        x: place[0] + machine.sizeOf(card).width + 12,
        y: place[1],
      })
      return onAdding({
        at: local([x, y]),
        start,
        spot: spotAfter(graph, card),
        says: `After ${machine.nameOf(card)}`,
      })
    }
    const inside = box && at[0] > box.left && at[0] < box.right && at[1] > box.top && at[1] < box.bottom
    const centre: Point = inside || !box ? at : [box.left + box.width / 2, box.top + box.height / 3]
    onAdding({
      at: local(centre),
      start,
      spot: { kind: 'free' },
      place: placeAt(centre),
      says: 'Add beside the others',
    })
  }
  const keyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    const target = event.target as HTMLElement
    if (target.matches('input, textarea, [contenteditable]') || target.closest('[role="menu"]')) return
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const way = WAYS[event.key]
    const focused = target.closest<HTMLElement>('.react-flow__node')?.dataset.id
    if (way) {
      const next = walkFrom(graph, places, stepId ?? focused ?? null, way)
      if (next !== undefined) {
        lookAt(stage, next, event.shiftKey)
        root.current?.querySelector<HTMLElement>(`.react-flow__node[data-id="${CSS.escape(next)}"]`)?.focus()
      }
    } else if (event.key === 'Enter' && !target.matches('button')) {
      const edge = target.closest<SVGElement>('.react-flow__edge')?.dataset.id
      const id = focused ?? stepId
      if (edge !== undefined) dispatch(viewActions.set({ wireId: edge }))
      else if (id !== null && id !== undefined) {
        const box = root.current
          ?.querySelector(`.react-flow__node[data-id="${CSS.escape(id)}"]`)
          ?.getBoundingClientRect()
        openMenu([(box?.left ?? 0) + 20, (box?.top ?? 0) + 20], id)
      }
    } else if (/^\p{L}$/u.test(event.key)) addTyped(event.key)
    else return
    event.preventDefault()
    event.stopPropagation()
  }

  const openMenu = (at: Point, id: string) => {
    const card = graph.cards.find((c) => c.id === id)
    if (!card) return
    if (!stepIn(stage, id)) return setMenu({ at, items: cardItems(stage, machine, card) })
    if (!stepIds.includes(id)) lookAt(stage, id, false)
    setStepMenu({ at, id, open: true })
  }

  const alt = (event: PointerEvent) => event.altKey && event.button === 0
  return (
    <div
      ref={root}
      role="application"
      aria-label="Cards and wires: arrow keys walk along the wires, letters add, Enter opens what a card can do"
      tabIndex={0}
      data-facet={face}
      data-testid="wires"
      className="relative min-h-0 flex-1 -outline-offset-1 focus-visible:outline-1 focus-visible:outline-dim"
      onKeyDown={keyDown}
      onPointerMove={(e) => {
        pointer.current = [e.clientX, e.clientY]
        if (stroke) setStroke([...stroke, [e.clientX, e.clientY]])
      }}
      onPointerDownCapture={(e) => {
        if (!alt(e) || (e.target as Element).closest('.react-flow__node')) return
        e.stopPropagation()
        e.currentTarget.setPointerCapture(e.pointerId)
        setStroke([[e.clientX, e.clientY]])
      }}
      onMouseDownCapture={(e) =>
        e.altKey && !(e.target as Element).closest('.react-flow__node') && e.stopPropagation()
      }
      onPointerUp={() => {
        if (!stroke || !root.current) return
        const crossed = new Set(
          [...drawnWires(root.current)].filter(([, line]) => linesCross(line, stroke)).map(([id]) => id),
        )
        setStroke(null)
        cut(
          graph,
          graph.wires.filter((w) => crossed.has(w.id)),
          machine.values.filter((v) => crossed.has(v.id)),
        )
      }}
      onDragOver={(e) => {
        if (e.dataTransfer.types.includes('application/x-stilus-treatment')) e.preventDefault()
      }}
    >
      <ReactFlow<AnyNode, WireEdge>
        nodes={nodes}
        edges={edges}
        nodeTypes={NODES}
        edgeTypes={EDGES}
        onNodesChange={changed}
        onNodeClick={(e, node) =>
          node.type === 'card' && lookAt(stage, node.id, e.ctrlKey || e.metaKey || e.shiftKey)
        }
        onNodeDragStart={dragStart}
        onNodeDrag={drag}
        onNodeDragStop={dragStop}
        onNodeContextMenu={(e, node) => {
          e.preventDefault()
          if (node.type === 'card') openMenu([e.clientX, e.clientY], node.id)
        }}
        onEdgeClick={(_, edge) => {
          dispatch(viewActions.set({ wireId: edge.id }))
          root.current?.focus()
        }}
        onEdgeDoubleClick={(_, edge) => {
          const pulled = machine.values.find((v) => v.id === edge.id)
          if (pulled) showPull(pulled.target, pulled.to)
        }}
        onPaneClick={() => {
          dispatch(viewActions.step(null))
          dispatch(viewActions.set({ wireId: null, look: 'result' }))
          root.current?.focus()
        }}
        onSelectionStart={() => (boxed.current = new Set())}
        onSelectionEnd={() => {
          const ids = [...(boxed.current ?? [])].filter((id) => stepIn(stage, id))
          boxed.current = null
          dispatch(viewActions.steps(ids))
        }}
        isValidConnection={fits}
        onConnect={connect}
        onConnectEnd={connectEnd}
        onReconnectStart={() => (reconnected.current = false)}
        onReconnect={(old, c) => {
          reconnected.current = true
          const into = inputAt(graph, old.target, old.targetHandle ?? '')
          const act = layAct(
            graph,
            { card: c.source, port: c.sourceHandle ?? '' },
            { card: c.target, port: c.targetHandle ?? '' },
          )
          if (!act || (old.target === c.target && old.targetHandle === c.targetHandle)) return
          dispatch(
            editAll(
              [...(into ? [['wire.lay', { ...into, binding: { kind: 'none' } }] as const] : []), act],
              'Lay a wire elsewhere',
            ),
          )
        }}
        onReconnectEnd={(_, edge, __, state) => {
          setLit([])
          if (!reconnected.current && !state.toNode)
            cut(
              graph,
              graph.wires.filter((w) => w.id === edge.id),
              [],
            )
        }}
        fitView
        fitViewOptions={{ padding: 0.08, maxZoom: 1 }}
        minZoom={0.1}
        maxZoom={2}
        onlyRenderVisibleElements
        deleteKeyCode={null}
        disableKeyboardA11y
        multiSelectionKeyCode={null}
        zoomOnDoubleClick={false}
        connectionRadius={22}
        connectionLineStyle={{ stroke: 'var(--color-text)', strokeWidth: 2 }}
        proOptions={{ hideAttribution: true }}
      />
      {stroke && (
        <svg aria-hidden className="pointer-events-none fixed inset-0 z-20 size-full">
          <polyline
            points={stroke.map((p) => p.join()).join(' ')}
            fill="none"
            stroke="var(--color-alert)"
            strokeWidth={2}
            strokeDasharray="3 3"
          />
        </svg>
      )}
      {lit.length > 0 && (
        <p role="status" className="absolute bottom-2 left-3 rounded bg-[#3a3a3a] px-2 py-1">
          This would go in a circle: {lit.map(machine.nameOf).join(' → ')}
        </p>
      )}
      {adding && (
        <AddField
          key={`${adding.at.x} ${adding.at.y}`}
          at={adding.at}
          start={adding.start}
          says={adding.says}
          onClose={() => onAdding(null)}
          onAdd={(entry) => {
            onAdding(null)
            addAt(entry, stage, adding.spot, adding.place)
            root.current?.focus()
          }}
        />
      )}
      {menu && <MenuAt at={menu.at} items={menu.items} onClose={() => setMenu(null)} />}
      {stepMenu && (
        <StepMenuAt
          stage={stage}
          machine={machine}
          {...stepMenu}
          onClose={() => setStepMenu({ ...stepMenu, open: false })}
        />
      )}
    </div>
  )
}
