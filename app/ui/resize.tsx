import { type PointerEvent, useRef, useState } from 'react'
import { cx } from './classes'

/** A size in pixels that stays from visit to visit. */
export function useKeptSize(
  name: string,
  start: number,
  min: number,
  max: number,
): [number, (size: number) => void] {
  const key = `stilus size ${name}`
  const [size, setSize] = useState(() => {
    const kept = Number(localStorage.getItem(key))
    return kept >= min && kept <= max ? kept : start
  })
  const set = (next: number) => {
    const fitted = Math.round(Math.min(max, Math.max(min, next)))
    setSize(fitted)
    localStorage.setItem(key, String(fitted))
  }
  return [size, set]
}

/** A thin line between panels: drag it, or move it with the arrow keys. `grows` is the direction that makes the panel larger. */
export function Divider(props: {
  label: string
  size: number
  grows: 'left' | 'up'
  onSize(size: number): void
}) {
  const { label, size, grows, onSize } = props
  const drag = useRef<{ at: number; size: number } | null>(null)
  const place = (event: PointerEvent) => (grows === 'left' ? event.clientX : event.clientY)
  return (
    <div
      role="separator"
      tabIndex={0}
      aria-label={label}
      aria-orientation={grows === 'left' ? 'vertical' : 'horizontal'}
      aria-valuenow={size}
      className={cx(
        'absolute z-10 touch-none hover:bg-line-strong',
        grows === 'left'
          ? 'inset-y-0 -left-1 w-1.5 cursor-col-resize'
          : 'inset-x-0 -top-1 h-1.5 cursor-row-resize',
      )}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = { at: place(event), size }
      }}
      onPointerMove={(event) => drag.current && onSize(drag.current.size + drag.current.at - place(event))}
      onPointerUp={() => (drag.current = null)}
      onKeyDown={(event) => {
        const more = grows === 'left' ? 'ArrowLeft' : 'ArrowUp'
        const less = grows === 'left' ? 'ArrowRight' : 'ArrowDown'
        if (event.key !== more && event.key !== less) return
        event.preventDefault()
        event.stopPropagation()
        onSize(size + (event.key === more ? 16 : -16))
      }}
    />
  )
}
