import { typedNumber } from '@stilus/core/params'
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react'
import { cx } from './classes'

export interface NumberFieldProps {
  label: string
  value: number
  min: number
  max: number
  /** The range that the bar shows; the hard limits if absent. */
  soft?: readonly [number, number] | undefined
  step: number
  digits: number
  unit?: string | undefined
  /** `gesture` is the same for all values of one drag or one run of keys. */
  onChange(value: number, gesture: string): void
  /** A drag begins or ends. */
  onHand?: ((down: boolean) => void) | undefined
  className?: string
}

let gestures = 0
const newGesture = () => `number-${++gestures}`

/** Drag to scrub (Shift finer, Ctrl coarser), click to type with arithmetic, wheel and arrows while focused, Escape to leave. */
export function NumberField(props: NumberFieldProps) {
  const { label, value, min, max, step, digits, unit, onChange } = props
  const [typing, setTyping] = useState(false)
  const field = useRef<HTMLDivElement>(null)
  const keyRun = useRef({ gesture: '', at: 0 })
  const set = (next: number, gesture: string) => onChange(limit(next, min, max, digits), gesture)

  const nudge = (by: number) => {
    const now = Date.now()
    if (now - keyRun.current.at > 800) keyRun.current.gesture = newGesture()
    keyRun.current.at = now
    set(value + by * step, keyRun.current.gesture)
  }
  const scrub = useScrub(props, () => setTyping(true), set)

  useEffect(() => {
    const node = field.current
    const wheel = (event: WheelEvent) => {
      if (document.activeElement !== node) return
      event.preventDefault()
      nudge(-Math.sign(event.deltaY) * factor(event))
    }
    node?.addEventListener('wheel', wheel, { passive: false })
    return () => node?.removeEventListener('wheel', wheel)
  })

  if (typing) {
    return (
      <TypedInput
        label={label}
        value={value.toFixed(digits)}
        onDone={(text) => {
          setTyping(false)
          const number = text === null ? undefined : typedNumber(text, value)
          if (number !== undefined) set(number, newGesture())
        }}
      />
    )
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const by = factor(event)
    if (event.key === 'ArrowUp' || event.key === 'ArrowRight') nudge(by)
    else if (event.key === 'ArrowDown' || event.key === 'ArrowLeft') nudge(-by)
    else if (event.key === 'Enter' || /^[\d.+*/-]$/.test(event.key)) setTyping(true)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  const [low, high] = props.soft ?? [min, max]
  const share = Math.min(1, Math.max(0, (value - low) / (high - low || 1)))
  return (
    <div
      ref={field}
      role="spinbutton"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={value}
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuetext={`${value.toFixed(digits)} ${unit ?? ''}`}
      className={cx(
        'relative flex h-7 min-w-0 cursor-ew-resize touch-none items-center justify-end gap-1 overflow-hidden rounded bg-field px-2 hover:bg-field-over',
        props.className,
      )}
      onKeyDown={onKeyDown}
      {...scrub}
    >
      <span className="absolute inset-y-0 left-0 bg-fill" style={{ width: `${share * 100}%` }} />
      <span className="relative">{value.toFixed(digits)}</span>
      {unit && <span className="relative text-xs text-dim">{unit}</span>}
    </div>
  )
}

const factor = (e: { shiftKey: boolean; ctrlKey: boolean }) => (e.shiftKey ? 0.1 : e.ctrlKey ? 10 : 1)

/** Within range, and free of the dust that steps leave, one digit finer than shown. */
const limit = (v: number, min: number, max: number, digits: number) =>
  Math.min(max, Math.max(min, Number(v.toFixed(digits + 2))))

function useScrub(
  { value, min, max, step, onHand }: NumberFieldProps,
  click: () => void,
  set: (v: number, gesture: string) => void,
) {
  const drag = useRef<{ x: number; value: number; gesture: string; moved: boolean } | null>(null)
  const end = () => {
    if (drag.current?.moved) onHand?.(false)
    drag.current = null
  }
  return {
    onPointerDown(event: PointerEvent) {
      if (event.button !== 0) return
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { x: event.clientX, value, gesture: newGesture(), moved: false }
    },
    onPointerMove(event: PointerEvent) {
      const d = drag.current
      if (!d) return
      const dx = event.clientX - d.x
      if (!d.moved && Math.abs(dx) < 3) return
      if (!d.moved) onHand?.(true)
      d.moved = true
      d.x = event.clientX
      d.value = Math.min(max, Math.max(min, d.value + dx * step * factor(event)))
      set(d.value, d.gesture)
    },
    onPointerUp() {
      const clicked = drag.current && !drag.current.moved
      end()
      if (clicked) click()
    },
    onPointerCancel: end,
  }
}

function TypedInput({
  label,
  value,
  onDone,
}: {
  label: string
  value: string
  onDone(text: string | null): void
}) {
  const done = useRef(false)
  const finish = (text: string | null) => {
    if (done.current) return
    done.current = true
    onDone(text)
  }
  return (
    <input
      autoFocus
      aria-label={label}
      defaultValue={value}
      className="h-7 w-full min-w-0 rounded bg-black px-2 text-right outline-none"
      onFocus={(e) => e.currentTarget.select()}
      onBlur={(e) => finish(e.currentTarget.value)}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Enter') finish(e.currentTarget.value)
        if (e.key === 'Escape') finish(null)
      }}
    />
  )
}
