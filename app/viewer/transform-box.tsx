import { type Matrix3, type Quad, squareToQuad, through } from '@stilus/core/matrix'
import type { Corner } from '@stilus/core/region'
import { type PointerEvent, useRef } from 'react'
import { newGesture, type Point } from './on-picture'

interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** Which way a handle pulls: -1, 0 or 1 across and down. */
const HANDLES: readonly [Point, string][] = [
  [[-1, -1], 'upper left'],
  [[0, -1], 'top'],
  [[1, -1], 'upper right'],
  [[1, 0], 'right'],
  [[1, 1], 'lower right'],
  [[0, 1], 'bottom'],
  [[-1, 1], 'lower left'],
  [[-1, 0], 'left'],
]

/**
 * A box about chosen corners: its handles scale them (Shift evenly), with Ctrl a corner is pulled alone and an edge sheared, the knob above turns them (Shift by 15°).
 */
export function TransformBox(props: {
  corners: readonly Corner[]
  chosen: readonly number[]
  map: Matrix3 | undefined
  px: number
  colour: string
  at(event: PointerEvent): Point
  onHand(down: boolean): void
  onChange(corners: readonly Corner[], gesture: string): void
}) {
  const { corners, chosen, map, px, colour, at, onHand, onChange } = props
  const drag = useRef<{ box: Box; corners: readonly Corner[]; from: Point; gesture: string } | null>(null)
  const list = chosen.flatMap((i) => corners[i] ?? [])
  const [xs, ys] = [list.map((c) => c.x), list.map((c) => c.y)]
  const box: Box = {
    left: Math.min(...xs),
    right: Math.max(...xs),
    top: Math.min(...ys),
    bottom: Math.max(...ys),
  }
  const middle: Point = [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
  const half: Point = [(box.right - box.left) / 2, (box.bottom - box.top) / 2]
  const shown = (x: number, y: number): Point => (map ? through(map, x, y) : [x, y])
  if (half[0] < 0.5 && half[1] < 0.5) return null

  const grip = (
    change: (box: Box, from: Point, to: Point, event: PointerEvent) => (x: number, y: number) => Point,
  ) => ({
    onPointerDown(event: PointerEvent<SVGElement>) {
      if (event.button !== 0) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { box, corners, from: at(event), gesture: newGesture('box') }
      onHand(true)
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      const d = drag.current
      if (!d) return
      const to = change(d.box, d.from, at(event), event)
      onChange(
        d.corners.map((c, i) => (chosen.includes(i) ? carried(c, to) : c)),
        d.gesture,
      )
    },
    onPointerUp() {
      drag.current = null
      onHand(false)
    },
  })

  const pull = ([ax, ay]: Point) =>
    grip((b, from, to, event) => {
      const [cx, cy] = [ax < 0 ? b.right : b.left, ay < 0 ? b.bottom : b.top]
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
      if (event.ctrlKey && ax && ay) return distorted(b, [ax, ay], [dx, dy])
      if (event.ctrlKey) return sheared(b, [ax, ay], [dx, dy])
      const wide = Math.max(1e-6, b.right - b.left)
      const high = Math.max(1e-6, b.bottom - b.top)
      let [sx, sy] = [ax ? 1 + (ax * dx) / wide : 1, ay ? 1 + (ay * dy) / high : 1]
      if (event.shiftKey) sx = sy = ax && ay ? Math.max(sx, sy) : ax ? sx : sy
      return (x, y) => [cx + (x - cx) * sx, cy + (y - cy) * sy]
    })
  const turn = grip((b, from, to, event) => {
    const [cx, cy] = [(b.left + b.right) / 2, (b.top + b.bottom) / 2]
    const angle = Math.atan2(to[1] - cy, to[0] - cx) - Math.atan2(from[1] - cy, from[0] - cx)
    const by = event.shiftKey ? Math.round(angle / (Math.PI / 12)) * (Math.PI / 12) : angle
    const [c, s] = [Math.cos(by), Math.sin(by)]
    return (x, y) => [cx + (x - cx) * c - (y - cy) * s, cy + (x - cx) * s + (y - cy) * c]
  })

  const outline = [
    shown(box.left, box.top),
    shown(box.right, box.top),
    shown(box.right, box.bottom),
    shown(box.left, box.bottom),
  ]
  const top = shown(middle[0], box.top)
  const knob: Point = [top[0], top[1] - 28 * px]
  const dot = ([x, y]: Point, label: string, handlers: object) => (
    <g
      key={label}
      transform={`translate(${x} ${y})`}
      role="img"
      aria-label={label}
      className="cursor-pointer"
      {...handlers}
    >
      <circle r={9 * px} fill="transparent" />
      <circle r={4 * px} fill="#fff" stroke="#000" strokeWidth={1} vectorEffect="non-scaling-stroke" />
    </g>
  )
  return (
    <g>
      <polygon
        points={outline.map((p) => p.join(',')).join(' ')}
        fill="none"
        stroke={colour}
        strokeWidth={1}
        strokeDasharray="5 4"
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
      <line
        x1={top[0]}
        y1={top[1]}
        x2={knob[0]}
        y2={knob[1]}
        stroke={colour}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {HANDLES.map(([way, name]) => {
        const away = 10 * px
        const place = shown(middle[0] + way[0] * (half[0] + away), middle[1] + way[1] * (half[1] + away))
        return dot(place, `Pull ${name}`, pull(way))
      })}
      {dot(knob, 'Turn what is chosen', turn)}
    </g>
  )
}

/** A corner with its handles under a map. */
function carried(c: Corner, to: (x: number, y: number) => Point): Corner {
  const [x, y] = to(c.x, c.y)
  const way = ([dx, dy]: readonly [number, number]): [number, number] => {
    if (!dx && !dy) return [0, 0]
    const [u, v] = to(c.x + dx, c.y + dy)
    return [u - x, v - y]
  }
  return { ...c, x, y, in: way(c.in), out: way(c.out) }
}

const edgesOf = (b: Box): [Point, Point, Point, Point] => [
  [b.left, b.top],
  [b.right, b.top],
  [b.right, b.bottom],
  [b.left, b.bottom],
]

/** One corner of the box is pulled, the others stay: a perspective. */
function distorted(b: Box, [ax, ay]: Point, [dx, dy]: Point): (x: number, y: number) => Point {
  const quad = edgesOf(b).map(([x, y]) => {
    const mine = (ax < 0 ? x === b.left : x === b.right) && (ay < 0 ? y === b.top : y === b.bottom)
    return mine ? [x + dx, y + dy] : [x, y]
  }) as unknown as Quad
  const map = squareToQuad(quad)
  const [wide, high] = [Math.max(1e-6, b.right - b.left), Math.max(1e-6, b.bottom - b.top)]
  return (x, y) => (map ? through(map, (x - b.left) / wide, (y - b.top) / high) : [x, y])
}

/** An edge slides along itself. */
function sheared(b: Box, [ax, ay]: Point, [dx, dy]: Point): (x: number, y: number) => Point {
  const [wide, high] = [Math.max(1e-6, b.right - b.left), Math.max(1e-6, b.bottom - b.top)]
  if (ay) return (x, y) => [x + dx * (ay < 0 ? (b.bottom - y) / high : (y - b.top) / high), y]
  return (x, y) => [x, y + dy * (ax < 0 ? (b.right - x) / wide : (x - b.left) / wide)]
}
