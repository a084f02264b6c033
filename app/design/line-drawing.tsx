import type { Size } from '@stilus/core/frame'
import { type PointerEvent, useRef } from 'react'
import { type Point, toPicture } from '../viewer/on-picture'

/** Takes the next drag on the picture as a line; with Shift it goes level, upright or at 45 degrees. */
export function LineDrawing({ size, onDraw }: { size: Size; onDraw(from: Point, to: Point): void }) {
  const start = useRef<Point | null>(null)
  const line = useRef<SVGLineElement>(null)
  const end = (event: PointerEvent): Point => {
    const to = toPicture(event, size)
    const from = start.current
    if (!from || !event.shiftKey) return to
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
    const turn = (Math.round((Math.atan2(dy, dx) * 4) / Math.PI) * Math.PI) / 4
    const long = Math.hypot(dx, dy)
    return [from[0] + long * Math.cos(turn), from[1] + long * Math.sin(turn)]
  }
  const show = (from: Point, to: Point) => {
    const places = { x1: from[0], y1: from[1], x2: to[0], y2: to[1] }
    for (const [name, v] of Object.entries(places)) line.current?.setAttribute(name, String(v))
  }
  return (
    <>
      <rect
        data-testid="drawing-surface"
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-crosshair touch-none"
        onPointerDown={(e) => {
          if (e.button !== 0) return
          e.stopPropagation()
          e.currentTarget.setPointerCapture(e.pointerId)
          start.current = toPicture(e, size)
        }}
        onPointerMove={(e) => {
          if (start.current) show(start.current, end(e))
        }}
        onPointerUp={(e) => {
          const from = start.current
          if (!from) return
          const to = end(e)
          start.current = null
          show([0, 0], [0, 0])
          onDraw(from, to)
        }}
      />
      <line
        ref={line}
        stroke="var(--color-what)"
        strokeWidth={1.4}
        vectorEffect="non-scaling-stroke"
        pointerEvents="none"
      />
    </>
  )
}
