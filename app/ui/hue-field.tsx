import { fromHsv, type Triplet } from '@stilus/core/colour'
import { type PointerEvent, useRef } from 'react'

let gestures = 0
const share = (v: number) => Math.min(1, Math.max(0, v))

/** A square of saturation (across) and value (up) beside a bar of hues. */
export function HueField(props: {
  label: string
  hsv: Triplet
  onChange(hsv: Triplet, gesture: string): void
  onHand?(down: boolean): void
}) {
  const { label, hsv, onChange, onHand } = props
  const gesture = useRef('')
  const grip = (read: (x: number, y: number) => Triplet) => {
    const put = (event: PointerEvent) => {
      const box = event.currentTarget.getBoundingClientRect()
      onChange(
        read(share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.height)),
        gesture.current,
      )
    }
    return {
      onPointerDown(event: PointerEvent) {
        event.currentTarget.setPointerCapture(event.pointerId)
        gesture.current = `hue-${++gestures}`
        onHand?.(true)
        put(event)
      },
      onPointerMove: (event: PointerEvent) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) put(event)
      },
      onPointerUp: () => onHand?.(false),
      onPointerCancel: () => onHand?.(false),
    }
  }
  const [h, s, v] = hsv
  const pure = `hsl(${h} 100% 50%)`
  return (
    <div className="flex gap-2" aria-hidden data-label={label}>
      <div
        className="relative h-28 flex-1 cursor-crosshair touch-none rounded"
        style={{
          background: `linear-gradient(to top, #000, transparent), linear-gradient(to right, #fff, ${pure})`,
        }}
        {...grip((x, y) => [h, x, 1 - y])}
      >
        <span
          className="pointer-events-none absolute size-3 -translate-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]"
          style={{ left: `${s * 100}%`, top: `${(1 - v) * 100}%`, background: cssOf(hsv) }}
        />
      </div>
      <div
        className="relative h-28 w-4 cursor-row-resize touch-none rounded"
        style={{ background: 'linear-gradient(to bottom, red, #ff0, #0f0, #0ff, #00f, #f0f, red)' }}
        {...grip((_, y) => [y * 359.9, s, v])}
      >
        <span
          className="pointer-events-none absolute inset-x-0 h-1 -translate-y-1/2 rounded-full bg-white shadow-[0_0_0_1px_#000]"
          style={{ top: `${(h / 360) * 100}%` }}
        />
      </div>
    </div>
  )
}

const cssOf = (hsv: Triplet) => {
  const [r, g, b] = fromHsv(hsv)
  return `color(srgb-linear ${r} ${g} ${b})`
}
