import { type PointerEvent, useRef } from 'react'

/** Directions of red, green and blue on the wheel. */
const AXES = [0, 120, 240].map((degrees) => {
  const turn = ((degrees - 90) * Math.PI) / 180
  return [Math.cos(turn), Math.sin(turn)] as const
})

/** Where three numbers lie on the wheel, in units of `reach`: what they differ from their mean. */
export const onWheel = (rgb: readonly number[], reach: number): [number, number] => {
  const mean = rgb.reduce((sum, v) => sum + v, 0) / 3
  return AXES.reduce<[number, number]>(
    ([x, y], [u, v], i) => {
      const share = (((rgb[i] ?? 0) - mean) / reach) * (2 / 3)
      return [x + u * share, y + v * share]
    },
    [0, 0],
  )
}

/** The three numbers of a place on the wheel about a mean; `onWheel` turned round. */
export const offWheel = (x: number, y: number, mean: number, reach: number): [number, number, number] =>
  AXES.map(([u, v]) => mean + (x * u + y * v) * reach) as [number, number, number]

let gestures = 0
const SIZE = 76
const HALF = SIZE / 2

/** Pushes three channels towards a hue: the middle is none. Shift moves finely; double-click goes back to the middle. */
export function ColourWheel(props: {
  label: string
  value: readonly number[]
  /** What the rim stands for, in units of the value. */
  reach: number
  onChange(value: [number, number, number], gesture: string): void
  onHand?(down: boolean): void
}) {
  const { label, value, reach, onChange, onHand } = props
  const drag = useRef<{ x: number; y: number; at: [number, number]; gesture: string } | null>(null)
  const mean = value.reduce((sum, v) => sum + v, 0) / 3
  const [x, y] = onWheel(value, reach)
  const put = (px: number, py: number, gesture: string) => {
    const far = Math.max(1, Math.hypot(px, py))
    onChange(offWheel(px / far, py / far, mean, reach), gesture)
  }
  const end = () => {
    if (drag.current) onHand?.(false)
    drag.current = null
  }
  const move = (event: PointerEvent) => {
    const d = drag.current
    if (!d) return
    const fine = event.shiftKey ? 0.1 : 0.6
    d.at = [d.at[0] + ((event.clientX - d.x) / HALF) * fine, d.at[1] + ((event.clientY - d.y) / HALF) * fine]
    Object.assign(d, { x: event.clientX, y: event.clientY })
    put(...d.at, d.gesture)
  }
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${label} colour wheel. Arrow keys push the colour.`}
      aria-valuenow={Math.round(Math.hypot(x, y) * 100)}
      aria-valuetext={value.map((v) => v.toFixed(3)).join(', ')}
      className="relative mx-auto shrink-0 cursor-crosshair touch-none rounded-full"
      style={{
        width: SIZE,
        height: SIZE,
        background:
          'radial-gradient(circle, #2c2c2c 56%, transparent 57%), conic-gradient(from 0deg, #d65c4c, #c9b54e 16.6%, #5cb562 33.3%, #4fb0b5 50%, #5a78d2 66.6%, #b45cc4 83.3%, #d65c4c)',
      }}
      onDoubleClick={() => put(0, 0, `wheel-${++gestures}`)}
      onKeyDown={(event) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
        if (!by) return
        event.preventDefault()
        event.stopPropagation()
        const step = event.shiftKey ? 0.004 : 0.02
        put(x + (by[0] ?? 0) * step, y + (by[1] ?? 0) * step, `wheel-keys-${label}`)
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = { x: event.clientX, y: event.clientY, at: [x, y], gesture: `wheel-${++gestures}` }
        onHand?.(true)
      }}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <svg className="pointer-events-none absolute inset-0" viewBox="-1 -1 2 2" aria-hidden>
        <path d="M-0.7 0H0.7M0-0.7V0.7" stroke="#4a4a4a" strokeWidth={0.02} />
        <circle cx={x * 0.72} cy={y * 0.72} r={0.1} fill="#1b1b1b" stroke="#fff" strokeWidth={0.045} />
      </svg>
    </div>
  )
}
