import { type Animated, speedAt } from '@stilus/core/anim'
import { type PointerEvent, useRef } from 'react'
import { seek } from '../../session/playback'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import type { TimeMap } from '../../ui/timeline'
import { choose, chooseKey, isChosen } from './chosen-keys'
import { handlePoint, handleTo, partOf, type Plane } from './curve-geometry'
import { useDesk } from '../use-desk'
import { type Curve } from './curve-geometry'

let gestures = 0

/** The keys of a curve with their handles: drag a key for time and value, a handle for speed and reach; Alt breaks the two. */
export function CurveKeys(props: {
  curve: Curve
  plane: Plane
  what: 'value' | 'speed'
  map: TimeMap
  hand(down: boolean): void
}) {
  const { curve, plane, what, map, hand } = props
  const { address, animated, part, colour } = curve
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const { chosenKeys } = useView('chosenKeys')
  const drag = useRef<{ x: number; y: number; at: number; value: number; gesture: string } | null>(null)
  const perFrame = map.x(1) - map.x(0)
  const numbers = (key: NonNullable<Animated['keys']>[number], v: number) =>
    Array.isArray(key.value) ? key.value.map((old, i) => (i === part ? v : old)) : v
  const begin = (event: PointerEvent, at: number, value: number) => {
    if (event.button !== 0) return
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    drag.current = { x: event.clientX, y: event.clientY, at, value, gesture: `curve-${++gestures}` }
    hand(true)
    dispatch(viewActions.set({ hand: true }))
  }
  const end = () => {
    drag.current = null
    hand(false)
    dispatch(viewActions.set({ hand: false }))
  }
  const moved = (event: PointerEvent) => {
    const d = drag.current
    return d && { dt: (event.clientX - d.x) / perFrame, dv: -(event.clientY - d.y) * plane.perPixel, d }
  }
  const shownHandles = (animated.keys?.length ?? 0) <= 40
  return animated.keys?.map((key, index) => {
    const value = partOf(key.value, part)
    const speed = speedAt(animated, key.at, part)
    const [x, y] = [plane.x(key.at), plane.y(what === 'value' ? value : speed)]
    const chosen = isChosen(chosenKeys, address, key.at)
    const handles = what === 'value' && (shownHandles || chosen)
    return (
      <g key={index}>
        {handles &&
          (['leave', 'arrive'] as const).map((side) => {
            const point = handlePoint(animated, index, side, part)
            if (!point || (side === 'leave' && key.leave === 'hold')) return null
            const [hx, hy] = [plane.x(point.t), plane.y(point.v)]
            return (
              <g key={side}>
                <line x1={x} y1={y} x2={hx} y2={hy} stroke={colour} strokeOpacity={0.7} />
                <circle
                  cx={hx}
                  cy={hy}
                  r={4}
                  fill="#1b1b1b"
                  stroke={colour}
                  strokeWidth={1.5}
                  className="cursor-move touch-none [stroke-linejoin:round]"
                  onPointerDown={(event) => begin(event, point.t, point.v)}
                  onPointerMove={(event) => {
                    const m = moved(event)
                    if (!m) return
                    if (event.altKey && !key.broken)
                      dispatch(edit('key.break', { address, at: key.at, broken: true }, m.d.gesture))
                    const v = event.shiftKey ? value : m.d.value + m.dv
                    const handle = handleTo(animated, index, side, part, { t: m.d.at + m.dt, v })
                    if (handle)
                      dispatch(edit('key.handle', { address, at: key.at, side, handle }, m.d.gesture))
                  }}
                  onPointerUp={end}
                  onPointerCancel={end}
                >
                  <title>Drag for speed and reach; Shift levels it, Alt breaks it from the other side</title>
                </circle>
              </g>
            )
          })}
        <rect
          role="button"
          tabIndex={0}
          aria-label={`${curve.label} at frame ${Math.round(key.at - stage.head)}`}
          aria-pressed={chosen}
          x={-5}
          y={-5}
          width={10}
          height={10}
          transform={`translate(${x} ${y}) rotate(${key.leave === 'hold' ? 0 : 45})`}
          fill={chosen ? '#fff' : colour}
          stroke="#1b1b1b"
          strokeWidth={1.5}
          className="cursor-move touch-none outline-none focus-visible:stroke-white"
          onFocus={() => chooseKey(address, key.at, false)}
          onPointerDown={(event) => {
            chooseKey(address, key.at, event.shiftKey || event.ctrlKey)
            begin(event, key.at, value)
          }}
          onPointerMove={(event) => {
            const m = moved(event)
            if (!m || Math.hypot(event.clientX - m.d.x, event.clientY - m.d.y) < 3) return
            if (what === 'speed') return
            const before = animated.keys?.[index - 1]?.at ?? -Infinity
            const after = animated.keys?.[index + 1]?.at ?? Infinity
            const level = event.shiftKey && Math.abs(event.clientX - m.d.x) > Math.abs(event.clientY - m.d.y)
            const upright = event.shiftKey && !level
            const t = upright ? m.d.at : Math.round(m.d.at + m.dt)
            const to = Math.min(after - 1, Math.max(before + 1, t))
            const next = numbers(key, level ? m.d.value : m.d.value + m.dv)
            dispatch(edit('key.set', { address, from: key.at, to, value: next }, m.d.gesture))
            if (to !== key.at) choose([{ address, at: [to] }])
          }}
          onPointerUp={end}
          onPointerCancel={end}
          onDoubleClick={() => dispatch(seek(key.at - stage.head))}
          onKeyDown={(event) => {
            if (event.key !== 'Delete' && event.key !== 'Backspace') return
            event.stopPropagation()
            dispatch(edit('key.drop', { address, at: key.at }))
          }}
        />
      </g>
    )
  })
}
