import { CURVE_POINTS, curveAt } from '@stilus/core/params'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { cx } from './classes'
import { NumberField } from './number-field'

const HUES = { red: '#f07a6c', green: '#74c97c', blue: '#8aa2f5' }
/** Oklab hues from its red axis on, and greys. */
const BANDS = {
  hue: `linear-gradient(90deg, ${Array.from({ length: 13 }, (_, i) => `oklch(0.7 0.14 ${i * 30})`).join()})`,
  lightness: 'linear-gradient(90deg, #000, #fff)',
}
let gestures = 0
const limit = (v: number) => Math.min(1.25, Math.max(-0.25, v))

/** A curve that is drawn: click to set a point, drag it, drag it away or press Delete to remove it; the chosen point shows its numbers. */
export function CurveField(props: {
  label: string
  value: readonly number[]
  channel?: keyof typeof HUES | undefined
  /** What lies along the line, shown as a band below it. */
  over?: 'tone' | 'hue' | 'lightness' | undefined
  onChange(value: number[], gesture: string): void
  onHand?(down: boolean): void
}) {
  const { label, value, onChange, onHand } = props
  const [chosen, setChosen] = useState<number | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  const drag = useRef<{ index: number; gesture: string; start: number[] } | null>(null)
  const points = Array.from(
    { length: value.length / 2 },
    (_, i) => [value[i * 2] ?? 0, value[i * 2 + 1] ?? 0] as const,
  )
  const flat = (list: readonly (readonly [number, number])[]) => list.flatMap((p) => [...p])
  const at = (event: PointerEvent): [number, number] => {
    const box = svg.current?.getBoundingClientRect()
    if (!box) return [0, 0]
    return [limit((event.clientX - box.left) / box.width), limit(1 - (event.clientY - box.top) / box.height)]
  }
  /** Moves a point between its neighbours. */
  const put = (index: number, [x, y]: readonly [number, number], gesture: string) => {
    const low = (points[index - 1]?.[0] ?? -0.3) + 0.005
    const high = (points[index + 1]?.[0] ?? 1.3) - 0.005
    onChange(flat(points.map((p, i) => (i === index ? [Math.min(high, Math.max(low, x)), y] : p))), gesture)
  }
  const remove = (index: number) => {
    if (points.length <= 2) return
    onChange(flat(points.filter((_, i) => i !== index)), `curve-${++gestures}`)
    setChosen(null)
  }
  const end = () => {
    if (drag.current) onHand?.(false)
    drag.current = null
  }
  const begin = (event: PointerEvent, index: number, start: number[], gesture: string) => {
    event.stopPropagation()
    svg.current?.setPointerCapture(event.pointerId)
    drag.current = { index, gesture, start }
    setChosen(index)
    onHand?.(true)
  }
  const add = (event: PointerEvent) => {
    if (points.length >= CURVE_POINTS) return
    const [x] = at(event)
    const index = points.findIndex((p) => p[0] > x)
    const place = index < 0 ? points.length : index
    const next = [...points.slice(0, place), [x, limit(curveAt(value, x))] as const, ...points.slice(place)]
    const gesture = `curve-${++gestures}`
    onChange(flat(next), gesture)
    begin(event, place, flat(next), gesture)
  }
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key]
    const [x, y] = points[index] ?? [0, 0]
    const step = event.shiftKey ? 0.002 : 0.01
    if (event.key === 'Delete' || event.key === 'Backspace') remove(index)
    else if (by) put(index, [x + (by[0] ?? 0) * step, y + (by[1] ?? 0) * step], `curve-keys-${label}`)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  const path = Array.from({ length: 65 }, (_, i) => {
    const x = i / 64
    return `${i ? 'L' : 'M'}${x.toFixed(4)} ${(1 - curveAt(value, x)).toFixed(4)}`
  }).join('')
  const [cx_, cy_] = points[chosen ?? -1] ?? []
  return (
    <div>
      <svg
        ref={svg}
        viewBox="0 0 1 1"
        preserveAspectRatio="none"
        role="group"
        aria-label={`${label} curve. Click to set a point.`}
        className="block h-36 w-full cursor-crosshair touch-none overflow-hidden rounded bg-[#141414]"
        onPointerDown={add}
        onPointerMove={(event) => drag.current && put(drag.current.index, at(event), drag.current.gesture)}
        onPointerUp={end}
        onPointerCancel={end}
      >
        <path
          d={`M.25 0V1M.5 0V1M.75 0V1M0 .25H1M0 .5H1M0 .75H1${props.over && props.over !== 'tone' ? '' : 'M0 1L1 0'}`}
          fill="none"
          stroke="#333"
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={path}
          fill="none"
          stroke={props.channel ? HUES[props.channel] : '#ececec'}
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
        {points.map(([x, y], i) => (
          <g key={i}>
            {/* Lines of no length with round ends are dots that the stretched picture does not squash. */}
            <path
              d={`M${x} ${1 - y}h0`}
              stroke={i === chosen ? '#ffffff' : '#b4b4b4'}
              strokeWidth={9}
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
              className="pointer-events-none"
            />
            <path
              role="slider"
              tabIndex={0}
              aria-label={`${label} point ${i + 1}. Arrow keys move it, Delete removes it.`}
              aria-valuenow={Number(y.toFixed(3))}
              aria-valuetext={`${x.toFixed(3)} to ${y.toFixed(3)}`}
              d={`M${x} ${1 - y}h0`}
              stroke="transparent"
              strokeWidth={20}
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
              className={cx('cursor-move outline-none focus-visible:stroke-[#ffffff50]')}
              onFocus={() => setChosen(i)}
              onDoubleClick={() => remove(i)}
              onPointerDown={(event) => begin(event, i, [...value], `curve-${++gestures}`)}
              onKeyDown={(event) => onKeyDown(event, i)}
            />
          </g>
        ))}
      </svg>
      {props.over && props.over !== 'tone' && (
        <div aria-hidden className="mt-0.5 h-1.5 rounded" style={{ background: BANDS[props.over] }} />
      )}
      {chosen !== null && cx_ !== undefined && cy_ !== undefined && (
        <div className="mt-1 grid grid-cols-2 gap-1">
          {(['From', 'To'] as const).map((name, axis) => (
            <NumberField
              key={name}
              label={`${label} point ${name.toLowerCase()}`}
              value={axis ? cy_ : cx_}
              min={-0.25}
              max={1.25}
              soft={[0, 1]}
              step={0.002}
              digits={3}
              onChange={(v, gesture) => put(chosen, axis ? [cx_, v] : [v, cy_], gesture)}
            />
          ))}
        </div>
      )}
    </div>
  )
}
