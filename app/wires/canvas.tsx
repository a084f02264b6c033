import '@xyflow/react/dist/base.css'
import { type Stage, stepIn } from '@stilus/core/project'
import type { Cost } from '@stilus/core/render'
import { SOURCE } from '@stilus/core/wires'
import { ReactFlow, useReactFlow } from '@xyflow/react'
import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import type { MenuItem } from '../ui/overlays'
import { addAt, cut, lookAt, showPull } from './acts'
import { AddField, type Adding } from './add-field'
import { Around, Note } from './around'
import { Card } from './card'
import { Moved } from './picture'
import { cardItems } from './card-menu'
import { type AnyNode, edgesOf, nodesOf } from './drawn'
import type { Machine } from './machine'
import { MenuAt, StepMenuAt } from './menus'
import { drawnWires, linesCross, type Point } from './stroke'
import { useKeys } from './use-keys'
import { useMoving } from './use-moving'
import { usePlaces } from './use-places'
import { useWiring } from './use-wiring'
import { Wire, type WireEdge } from './wire'

const NODES = { card: Card, around: Around, note: Note }
const EDGES = { wire: Wire }
/** How far inside the view what is selected is brought, in pixels of the screen. */
const MARGIN = 16

interface Props {
  stage: Stage
  machine: Machine
  costs: Record<string, Cost>
  /** The field that is open, which the tools above open too. */
  adding: Adding | null
  onAdding(adding: Adding | null): void
}

/** The cards and wires of a treatment: to be walked, dragged, wired, cut, added to. */
export function Canvas({ stage, machine, costs, adding, onAdding }: Props) {
  const dispatch = useAppDispatch()
  const { stepIds, wireId, look, face } = useView('stepIds', 'wireId', 'look', 'face')
  const root = useRef<HTMLDivElement>(null)
  const [menu, setMenu] = useState<{ at: Point; items: (MenuItem | null)[] } | null>(null)
  const [stepMenu, setStepMenu] = useState<{ at: Point; id: string; open: boolean } | null>(null)
  const [moved, setMoved] = useState(false)
  const { graph } = machine
  const places = usePlaces(root, machine)
  const { lit, flow: wiring } = useWiring(stage, machine, places, { onAdding, onMenu: setMenu })
  const chosen = useMemo(
    () => (stepIds.length ? stepIds : look === 'source' ? [SOURCE] : []),
    [stepIds, look],
  )
  const shown = useMemo(() => ({ chosen, costs, lit }), [chosen, costs, lit])
  const drawn = useMemo(() => nodesOf(stage, machine, shown), [stage, machine, shown])
  const edges = useMemo(() => edgesOf(stage, machine, shown, wireId), [stage, machine, shown, wireId])
  const { nodes, ...moving } = useMoving(stage, machine, drawn, places)
  const openMenu = (at: Point, id: string) => {
    const card = graph.cards.find((c) => c.id === id)
    if (card && !stepIn(stage, id)) setMenu({ at, items: cardItems(stage, machine, card) })
    else if (card) {
      if (!stepIds.includes(id)) lookAt(stage, id, false)
      setStepMenu({ at, id, open: true })
    }
  }
  const keyDown = useKeys(root, stage, machine, places, { onAdding, onMenu: openMenu })
  useSeen(root, machine)
  const { stroke, ...cutting } = useStroke((line) => {
    if (!root.current) return
    const wires = [...drawnWires(root.current)].filter(([, points]) => linesCross(points, line))
    const crossed = new Set(wires.map(([id]) => id))
    cut(
      graph,
      graph.wires.filter((w) => crossed.has(w.id)),
      machine.values.filter((v) => crossed.has(v.id)),
    )
  })
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
      onPointerMoveCapture={(e) => (places.pointer.current = [e.clientX, e.clientY])}
      {...cutting}
    >
      <Moved.Provider value={moved}>
        <ReactFlow<AnyNode, WireEdge>
          nodes={nodes}
          edges={edges}
          nodeTypes={NODES}
          edgeTypes={EDGES}
          {...moving}
          {...wiring}
          onNodeClick={(e, { id, type }) => {
            if (type === 'card') lookAt(stage, id, e.ctrlKey || e.metaKey || e.shiftKey)
          }}
          onNodeContextMenu={(e, { id, type }) => {
            e.preventDefault()
            if (type === 'card') openMenu([e.clientX, e.clientY], id)
          }}
          onEdgeClick={(_, { id }) => {
            dispatch(viewActions.set({ wireId: id }))
            root.current?.focus()
          }}
          onEdgeDoubleClick={(_, { id }) => {
            const pulled = machine.values.find((v) => v.id === id)
            if (pulled) showPull(pulled.target, pulled.to)
          }}
          onPaneClick={() => {
            dispatch(viewActions.step(null))
            dispatch(viewActions.set({ wireId: null, look: 'result' }))
            root.current?.focus()
          }}
          fitView
          fitViewOptions={{ padding: 0.08, maxZoom: 1 }}
          onMoveStart={() => setMoved(true)}
          onMoveEnd={() => setMoved(false)}
          onlyRenderVisibleElements
          minZoom={0.1}
          maxZoom={2}
          deleteKeyCode={null}
          disableKeyboardA11y
          multiSelectionKeyCode={null}
          zoomOnDoubleClick={false}
          connectionRadius={22}
          connectionLineStyle={{ stroke: 'var(--color-text)', strokeWidth: 2 }}
          proOptions={{ hideAttribution: true }}
        />
      </Moved.Provider>
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
          {...{ at: adding.at, start: adding.start, says: adding.says }}
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
          {...{ stage, machine, ...stepMenu }}
          onClose={() => setStepMenu({ ...stepMenu, open: false })}
        />
      )}
    </div>
  )
}

/** Brings what is selected, here or elsewhere, into sight by the shortest way. */
function useSeen(root: React.RefObject<HTMLDivElement | null>, { places, sizeOf }: Machine): void {
  const flow = useReactFlow()
  const { stepId } = useView('stepId')
  useEffect(() => {
    const place = stepId === null ? undefined : places.get(stepId)
    const box = root.current?.getBoundingClientRect()
    if (!place || !box) return
    const [x, y] = place
    const { width, height } = sizeOf(stepId ?? '')
    const a = flow.flowToScreenPosition({ x, y })
    const b = flow.flowToScreenPosition({ x: x + width, y: y + height })
    const into = (low: number, high: number, from: number, to: number) => {
      if (low < from + MARGIN) return from + MARGIN - low
      return high > to - MARGIN ? Math.max(to - MARGIN - high, from - low) : 0
    }
    const [dx, dy] = [into(a.x, b.x, box.left, box.right), into(a.y, b.y, box.top, box.bottom)]
    const view = flow.getViewport()
    if (dx || dy) void flow.setViewport({ x: view.x + dx, y: view.y + dy, zoom: view.zoom })
    // Only a new choice moves the view, not every new layout.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stepId])
}

/** A stroke drawn with Alt held, beside the cards; `done` is given its points in the window. */
function useStroke(done: (line: Point[]) => void) {
  const [stroke, setStroke] = useState<Point[] | null>(null)
  const begins = (e: { altKey: boolean; target: EventTarget }) =>
    e.altKey && !(e.target as Element).closest('.react-flow__node')
  return {
    stroke,
    onPointerDownCapture: (e: PointerEvent<HTMLDivElement>) => {
      if (!begins(e) || e.button !== 0) return
      e.stopPropagation()
      e.currentTarget.setPointerCapture(e.pointerId)
      setStroke([[e.clientX, e.clientY]])
    },
    // The view would be dragged by the mouse event of the same press.
    onMouseDownCapture: (e: React.MouseEvent) => begins(e) && e.stopPropagation(),
    onPointerMove: (e: PointerEvent) => stroke && setStroke([...stroke, [e.clientX, e.clientY]]),
    onPointerUp: () => {
      if (!stroke) return
      setStroke(null)
      done(stroke)
    },
  }
}
