import { useReactFlow } from '@xyflow/react'
import type { Place, Wire } from '@stilus/core/wires'
import { type RefObject, useRef } from 'react'
import type { Machine } from './machine'
import { drawnWires, farFrom, type Point } from './stroke'

/** How near a wire something is on it, in pixels of the screen. */
const NEAR = 14
/** Room that a field needs to the right of and below where it opens. */
const FIELD = { width: 264, height: 120 }

/** Where the pointer is, and what lies where on the wires' view. */
export interface Places {
  pointer: RefObject<Point>
  /** A point of the window in pixels of the view, where a field that opens there is whole. */
  local(at: Point): { x: number; y: number }
  /** The same in the cards' own units, so that a card's main wire comes in there. */
  placeAt(at: Point): Place
  wireNear(at: Point): Wire | undefined
}

export function usePlaces(root: RefObject<HTMLDivElement | null>, { graph, picture }: Machine): Places {
  const flow = useReactFlow()
  const pointer = useRef<Point>([0, 0])
  return {
    pointer,
    local([x, y]) {
      const { left = 0, top = 0, width = 600, height = 400 } = root.current?.getBoundingClientRect() ?? {}
      return {
        x: Math.max(4, Math.min(x - left, width - FIELD.width)),
        y: Math.max(4, Math.min(y - top, height - FIELD.height)),
      }
    },
    placeAt([x, y]) {
      const at = flow.screenToFlowPosition({ x, y })
      return [Math.round(at.x), Math.round(at.y - picture / 2)]
    },
    wireNear(at) {
      if (!root.current) return undefined
      const [near] = [...drawnWires(root.current)]
        .map(([id, line]) => ({ id, far: farFrom(at, line) }))
        .sort((a, b) => a.far - b.far)
      return near && near.far <= NEAR ? graph.wires.find((w) => w.id === near.id) : undefined
    },
  }
}
