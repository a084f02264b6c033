import type { PointerEvent } from 'react'
import { useRef } from 'react'

let gestures = 0

/** A dial that turns an angle in degrees: clockwise from the top, full turns are kept. Shift goes by 15. */
export function AngleDial(props: {
  label: string
  value: number
  onChange(value: number, gesture: string): void
  onHand?(down: boolean): void
}) {
  const { label, value, onChange, onHand } = props
  const drag = useRef<{ last: number; value: number; gesture: string } | null>(null)
  const pointed = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect()
    const [x, y] = [event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2]
    return (Math.atan2(x, -y) * 180) / Math.PI
  }
  const end = () => {
    if (drag.current) onHand?.(false)
    drag.current = null
  }
  return (
    <svg
      role="slider"
      tabIndex={0}
      aria-label={`${label} dial`}
      aria-valuenow={Math.round(value)}
      width={28}
      height={28}
      viewBox="-14 -14 28 28"
      className="shrink-0 cursor-grab touch-none rounded-full"
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
        if (!by) return
        event.preventDefault()
        event.stopPropagation()
        onChange(value + by * (event.shiftKey ? 15 : 1), `dial-keys-${label}`)
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = { last: pointed(event), value, gesture: `dial-${++gestures}` }
        onHand?.(true)
      }}
      onPointerMove={(event) => {
        const d = drag.current
        if (!d) return
        const at = pointed(event)
        // The short way round, so that turning past the bottom goes on.
        d.value += ((at - d.last + 540) % 360) - 180
        d.last = at
        onChange(event.shiftKey ? Math.round(d.value / 15) * 15 : Math.round(d.value * 10) / 10, d.gesture)
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <circle r={12} fill="var(--color-field)" stroke="var(--color-line-strong)" />
      <line
        y1={-4}
        y2={-11}
        stroke="var(--color-text)"
        strokeWidth={2}
        strokeLinecap="round"
        transform={`rotate(${value})`}
      />
    </svg>
  )
}
