import type { KeyboardEvent, PointerEvent } from 'react'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import type { Rect } from './layout'
import { splitAxes } from './split'

const share = (v: number) => Math.min(1, Math.max(0, v))

/** The line between two pictures: drag it to move it, its grip to turn it; arrow keys move, with Shift they turn. */
export function SplitLine({ rect, names }: { rect: Rect; names: readonly [string, string] }) {
  const { x, y, angle } = useApp((s) => s.view.compare)
  const dispatch = useAppDispatch()
  const set = (change: object) => dispatch(viewActions.compare(change))
  const { along, away } = splitAxes(angle)
  const [cx, cy] = [rect.width * x, rect.height * y]
  const reach = rect.width + rect.height
  const grip = Math.min(rect.width, rect.height) * 0.3
  const at = (event: PointerEvent): [number, number] => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect()
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)]
  }
  const held = (event: PointerEvent) => event.currentTarget.hasPointerCapture(event.pointerId)
  const take = (event: PointerEvent) => {
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key]
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    if (event.shiftKey) set({ angle: angle + by * 5 })
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') set({ y: share(y + by * 0.02) })
    else set({ x: share(x + by * 0.02) })
  }
  // Names stand by the line on the other side of its middle than the grip, each on its picture's side.
  const label = (name: string, side: 1 | -1) => (
    <text
      x={cx - along[0] * grip + away[0] * side * 10}
      y={cy - along[1] * grip + away[1] * side * 14 + 4}
      textAnchor={away[0] * side > 0.3 ? 'start' : away[0] * side < -0.3 ? 'end' : 'middle'}
      className="pointer-events-none fill-white text-xs [paint-order:stroke] [stroke-linejoin:round]"
      stroke="#000000c0"
      strokeWidth={4}
    >
      {name}
    </text>
  )
  return (
    <svg
      className="absolute overflow-hidden"
      style={{ left: rect.left, top: rect.top, width: rect.width, height: rect.height }}
    >
      <g
        role="slider"
        tabIndex={0}
        aria-label={`Split between ${names[0]} and ${names[1]}. Arrow keys move it, with Shift they turn it.`}
        aria-valuenow={Math.round(x * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        className="cursor-move touch-none outline-none focus-visible:[&_.seen]:stroke-white focus-visible:[&_.seen]:stroke-2"
        onKeyDown={onKeyDown}
        onPointerDown={take}
        onPointerMove={(event) => {
          if (!held(event)) return
          const [px, py] = at(event)
          set({ x: share(px / rect.width), y: share(py / rect.height) })
        }}
      >
        <g transform={`translate(${cx} ${cy}) rotate(${angle})`}>
          <rect x={-reach} y={-1.5} width={2 * reach} height={3} fill="#000000a0" />
          <rect className="seen" x={-reach} y={-0.5} width={2 * reach} height={1} fill="#ffffff" />
          <rect x={-reach} y={-11} width={2 * reach} height={22} fill="transparent" />
        </g>
      </g>
      <circle
        cx={cx + along[0] * grip}
        cy={cy + along[1] * grip}
        r={8}
        fill="#1b1b1b"
        stroke="#ffffff"
        strokeWidth={1.5}
        className="cursor-grab touch-none"
        onPointerDown={take}
        onPointerMove={(event) => {
          if (!held(event)) return
          const [px, py] = at(event)
          const turned = (Math.atan2(py - cy, px - cx) * 180) / Math.PI
          set({ angle: event.shiftKey ? Math.round(turned / 15) * 15 : turned })
        }}
      >
        <title>Drag to turn the split</title>
      </circle>
      {label(names[0], 1)}
      {label(names[1], -1)}
    </svg>
  )
}
