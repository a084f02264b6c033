import { type Act, type Stage, stepIn } from '@stilus/core/project'
import type { Place } from '@stilus/core/wires'
import { applyNodeChanges, type NodeChange } from '@xyflow/react'
import { type MouseEvent as ReactMouseEvent, useCallback, useEffect, useRef, useState } from 'react'
import { edit, editAll } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { spotOn } from './acts'
import { type AnyNode, cardsAround } from './drawn'
import type { Machine } from './machine'
import type { Point } from './stroke'
import type { Places } from './use-places'

const rounded = ({ x, y }: { x: number; y: number }): Place => [Math.round(x), Math.round(y)]

/** The cards as they are dragged and boxed, and the edits that come of it: cards move, alone, together or with what lies around them; one that leads nowhere and is let go over a wire comes onto it. */
export function useMoving(stage: Stage, machine: Machine, drawn: AnyNode[], { pointer, wireNear }: Places) {
  const dispatch = useAppDispatch()
  const { graph, places } = machine
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

  /** The cards in the box that is being drawn. */
  const boxed = useRef<Set<string> | null>(null)
  const onNodesChange = useCallback((changes: NodeChange<AnyNode>[]) => {
    for (const change of changes)
      if (change.type === 'select') boxed.current?.[change.selected ? 'add' : 'delete'](change.id)
    const heeded = changes.filter(
      (c) => c.type === 'position' || c.type === 'dimensions' || (c.type === 'select' && boxed.current),
    )
    if (heeded.length) setNodes((old) => applyNodeChanges(heeded, old))
  }, [])

  /** Where what lies around cards was taken, and where they lay. */
  const taken = useRef<{ from: { x: number; y: number }; cards: Map<string, Place> } | null>(null)
  const movedWith = (node: AnyNode): [string, { x: number; y: number }][] => {
    const { from, cards } = taken.current ?? { from: node.position, cards: new Map<string, Place>() }
    const [dx, dy] = [node.position.x - from.x, node.position.y - from.y]
    return [...cards].map(([id, [x, y]]) => [id, { x: x + dx, y: y + dy }])
  }
  /** The edit that puts a card let go at a point onto the wire there; none where it leads somewhere already. */
  const ontoWire = (id: string, at: Point): Act[] => {
    if (!stepIn(stage, id) || graph.wires.some((w) => w.from === id)) return []
    const wire = wireNear(at)
    const spot = wire && wire.to !== id ? spotOn(graph, wire) : undefined
    return spot?.kind === 'wire' ? [['wire.put', { stepId: id, into: spot.into }]] : []
  }
  const moveNotes = (all: AnyNode[]) => {
    for (const node of all) {
      if (node.type !== 'note') continue
      const { id: noteId, text, place } = node.data
      const [x, y] = rounded(node.position)
      if (x !== place[0] || y !== place[1])
        dispatch(edit('note.put', { stack: stage.stack, noteId, text, place: [x, y] }))
    }
  }
  return {
    nodes,
    onNodesChange,
    onNodeDragStart: (_: unknown, node: AnyNode) => {
      if (node.type !== 'around') return
      const cards = cardsAround(stage, machine, node.id)
      const at = cards.map((id) => [id, places.get(id) ?? [0, 0]] as const)
      taken.current = { from: { ...node.position }, cards: new Map(at) }
    },
    onNodeDrag: (_: unknown, node: AnyNode) => {
      if (!taken.current) return
      const moved = new Map(movedWith(node))
      setNodes((old) =>
        old.map((n) => {
          const position = moved.get(n.id)
          return position ? { ...n, position } : n
        }),
      )
    },
    onNodeDragStop: (event: MouseEvent | TouchEvent | ReactMouseEvent, node: AnyNode, all: AnyNode[]) => {
      const moved = taken.current
        ? movedWith(node)
        : all.filter((n) => n.type === 'card').map((n) => [n.id, n.position] as const)
      taken.current = null
      moveNotes(all)
      const now = moved.map(([id, at]) => [id, rounded(at)] as const)
      const same = now.every(([id, [x, y]]) => places.get(id)?.[0] === x && places.get(id)?.[1] === y)
      if (same) return
      const at: Point = 'clientX' in event ? [event.clientX, event.clientY] : pointer.current
      const put = now.length === 1 ? ontoWire(node.id, at) : []
      const place: Act = ['wires.place', { stack: stage.stack, places: Object.fromEntries(now) }]
      const label = put.length
        ? 'Put a step on a wire'
        : now.length === 1
          ? 'Move a card'
          : `Move ${now.length} cards`
      dispatch(editAll([...put, place], label))
    },
    onSelectionStart: () => {
      boxed.current = new Set()
    },
    onSelectionEnd: () => {
      const ids = [...(boxed.current ?? [])].filter((id) => stepIn(stage, id))
      boxed.current = null
      dispatch(viewActions.steps(ids))
    },
  }
}
