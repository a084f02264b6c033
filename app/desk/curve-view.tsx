import { type Animated, handleAt, keyAt, speedAt } from '@stilus/core/anim'
import { partNames } from '@stilus/core/params'
import { paramsOf, type Place, type Step, treatmentTime } from '@stilus/core/project'
import { Link, Unlink } from 'lucide-react'
import { type PointerEvent, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { seek } from '../session/playback'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Segments } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import type { TimeMap } from '../ui/timeline'
import { choose, chooseKey, isChosen } from './chosen-keys'
import {
  fitValues,
  handlePoint,
  handleTo,
  partOf,
  partsOf,
  type Plane,
  samples,
  ticks,
} from './curve-geometry'
import { animatedValues, placeKey, samePlace } from './movers'
import { useDesk, useSelectedSteps } from './use-desk'

/** One number that is drawn as a curve. */
interface Curve {
  id: string
  label: string
  place: Place
  animated: Animated
  part: number
  colour: string
}

const COLOURS = ['#a394f4', '#7fc4e8', '#e6b36a', '#8fcf8a', '#e89a9a', '#c9c9c9', '#d59be0', '#9fd6c8']

function curvesOf(step: Step, shotId: string): Omit<Curve, 'colour'>[] {
  const params = paramsOf(step)
  return animatedValues(step, shotId).flatMap(({ place, label, animated }) => {
    const value = animated.keys?.[0]?.value ?? animated.value
    const param = place.shapeId || place.mover ? undefined : params[place.param]
    const names = param ? partNames(param) : []
    return partsOf(value).map((part) => ({
      ...{ place, animated, part, id: `${placeKey(place)} ${part}` },
      label: Array.isArray(value) ? `${label}, ${(names[part] ?? String(part + 1)).toLowerCase()}` : label,
    }))
  })
}

/** Curves of what is animated on the selected steps: values or speeds, several at once, with handles at every key. */
export function CurveView({ map }: { map: TimeMap }) {
  const { shot } = useDesk()
  const steps = useSelectedSteps()
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set())
  const [what, setWhat] = useState<'value' | 'speed'>('value')
  const [span, setSpan] = useState<[number, number] | null>(null)
  const all = useMemo(
    () =>
      steps
        .flatMap((step) => curvesOf(step, shot.id))
        .map((curve, i): Curve => ({ ...curve, colour: COLOURS[i % COLOURS.length] ?? '#fff' })),
    [steps, shot.id],
  )
  const curves = all.filter((c) => !hidden.has(c.id))
  const toggle = (id: string) => {
    const next = new Set(hidden)
    if (!next.delete(id)) next.add(id)
    setHidden(next)
  }
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex w-[200px] shrink-0 flex-col border-r">
        <div className="flex items-center gap-1 border-b p-1">
          <Segments
            label="What the curves show"
            value={what}
            options={[
              { value: 'value', label: 'Value' },
              { value: 'speed', label: 'Speed' },
            ]}
            onChange={(v) => {
              setWhat(v as 'value')
              setSpan(null)
            }}
            className="!h-6"
          />
          <Button look="quiet" className="!h-6 px-2" onClick={() => setSpan(null)}>
            Fit
          </Button>
        </div>
        <ul className="min-h-0 flex-1 overflow-y-auto py-1">
          {all.map((curve) => (
            <li key={curve.id}>
              <label className="flex h-6 items-center gap-2 px-2 text-dim hover:text-text">
                <input type="checkbox" checked={!hidden.has(curve.id)} onChange={() => toggle(curve.id)} />
                <span aria-hidden className="h-0.5 w-3 shrink-0" style={{ background: curve.colour }} />
                <span className="truncate">{curve.label}</span>
              </label>
            </li>
          ))}
        </ul>
      </div>
      {all.length ? (
        <Graph curves={curves} map={map} what={what} span={span} onSpan={setSpan} />
      ) : (
        <p className="p-3 text-dim">
          {steps.length
            ? 'Nothing of this step has keys yet. Set a key beside a control, go to another frame, and change it.'
            : 'Choose a step to see the curves of what is animated on it.'}
        </p>
      )}
    </div>
  )
}

interface GraphProps {
  curves: Curve[]
  map: TimeMap
  what: 'value' | 'speed'
  span: [number, number] | null
  onSpan(span: [number, number]): void
}

function Graph({ curves, map, what, span, onSpan }: GraphProps) {
  const { shot } = useDesk()
  const head = treatmentTime(shot, 0)
  const box = useRef<HTMLDivElement>(null)
  const [height, setHeight] = useState(120)
  useLayoutEffect(() => {
    const node = box.current
    if (!node) return
    const observer = new ResizeObserver(() => setHeight(Math.max(40, node.clientHeight)))
    observer.observe(node)
    return () => observer.disconnect()
  }, [])
  const range = [head, head + shot.length] as const
  const step = Math.max(0.25, (2 * (map.end - map.first)) / map.width)
  const drawn = curves.map((c) => samples(c.animated, c.part, what, range, step))
  // While a hand drags, the scale stays, or the point would run away from the pointer.
  const held = useRef<[number, number] | null>(null)
  const fitted = span ?? held.current ?? fitValues(drawn)
  const [low, high] = fitted
  const plane: Plane = {
    x: (t) => map.x(t - head),
    y: (v) => height - ((v - low) / (high - low)) * height,
    perPixel: (high - low) / height,
  }
  const hand = (down: boolean) => (held.current = down ? [low, high] : null)
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <KeyNumbers curves={curves} />
      <div
        ref={box}
        className="relative min-h-0 flex-1"
        onWheel={(event) => {
          // Ctrl and wheel stretches the scale about its middle, the wheel alone moves it.
          const middle = (low + high) / 2
          const half = ((high - low) / 2) * (event.ctrlKey ? Math.exp(event.deltaY * 0.002) : 1)
          const by = event.ctrlKey ? 0 : -event.deltaY * plane.perPixel * 0.5
          onSpan([middle - half + by, middle + half + by])
        }}
      >
        <svg
          width={map.width}
          height={height}
          className="absolute inset-0 overflow-hidden"
          aria-label="Curves"
        >
          {ticks(low, high, height / 36).map((v) => (
            <g key={v}>
              <line x2={map.width} y1={plane.y(v)} y2={plane.y(v)} stroke={v === 0 ? '#4a4a4a' : '#2c2c2c'} />
              <text x={4} y={plane.y(v) - 3} className="fill-faint text-[10px]">
                {v}
              </text>
            </g>
          ))}
          {curves.map((curve, i) => (
            <path
              key={curve.id}
              d={(drawn[i] ?? [])
                .map(([t, v], j) => `${j ? 'L' : 'M'}${plane.x(t).toFixed(1)} ${plane.y(v).toFixed(1)}`)
                .join('')}
              fill="none"
              stroke={curve.colour}
              strokeWidth={1.5}
            />
          ))}
          {curves.map((curve) => (
            <CurveKeys key={curve.id} {...{ curve, plane, what, map, hand }} />
          ))}
        </svg>
      </div>
    </div>
  )
}

let gestures = 0

/** The keys of a curve with their handles: drag a key for time and value, a handle for speed and reach; Alt breaks the two. */
function CurveKeys(props: {
  curve: Curve
  plane: Plane
  what: 'value' | 'speed'
  map: TimeMap
  hand(down: boolean): void
}) {
  const { curve, plane, what, map, hand } = props
  const { place, animated, part, colour } = curve
  const { shot } = useDesk()
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
    const chosen = isChosen(chosenKeys, place, key.at)
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
                      dispatch(edit('key.break', { place, at: key.at, broken: true }, m.d.gesture))
                    const v = event.shiftKey ? value : m.d.value + m.dv
                    const handle = handleTo(animated, index, side, part, { t: m.d.at + m.dt, v })
                    if (handle) dispatch(edit('key.handle', { place, at: key.at, side, handle }, m.d.gesture))
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
          aria-label={`${curve.label} at frame ${Math.round(key.at - treatmentTime(shot, 0))}`}
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
          onFocus={() => chooseKey(place, key.at, false)}
          onPointerDown={(event) => {
            chooseKey(place, key.at, event.shiftKey || event.ctrlKey)
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
            dispatch(edit('key.set', { place, from: key.at, to, value: next }, m.d.gesture))
            if (to !== key.at) choose([{ place, at: [to] }])
          }}
          onPointerUp={end}
          onPointerCancel={end}
          onDoubleClick={() => dispatch(seek(key.at - treatmentTime(shot, 0), shot.id))}
          onKeyDown={(event) => {
            if (event.key !== 'Delete' && event.key !== 'Backspace') return
            event.stopPropagation()
            dispatch(edit('key.drop', { place, at: key.at }))
          }}
        />
      </g>
    )
  })
}

/** The numbers of the one key that is chosen: time, value, and the speed with which it is reached and left. */
function KeyNumbers({ curves }: { curves: Curve[] }) {
  const { shot } = useDesk()
  const dispatch = useAppDispatch()
  const { chosenKeys } = useView('chosenKeys')
  const head = treatmentTime(shot, 0)
  const [lane] = chosenKeys
  const at = lane?.at[0]
  const curve = lane && curves.find((c) => samePlace(c.place, lane.place))
  const key = curve && at !== undefined ? keyAt(curve.animated, at) : undefined
  if (!curve || !key || chosenKeys.length > 1 || (lane?.at.length ?? 0) > 1)
    return <p className="flex h-9 items-center border-b px-3 text-faint">Choose a key to type its numbers.</p>
  const { place, animated, part } = curve
  const index = animated.keys?.indexOf(key) ?? 0
  const value = partOf(key.value, part)
  const set = (to: number, v: number, gesture?: string) => {
    const next = Array.isArray(key.value) ? key.value.map((old, i) => (i === part ? v : old)) : v
    dispatch(edit('key.set', { place, from: key.at, to, value: next }, gesture))
    choose([{ place, at: [to] }])
  }
  const speed = (label: string, side: 'leave' | 'arrive') => {
    const handle = handleAt(animated, index, side)
    if (!handle || (side === 'leave' && key.leave === 'hold')) return null
    const put = (v: number, gesture?: string) => {
      const next = { reach: handle.reach, speed: handle.speed.map((s, i) => (i === part ? v : s)) }
      dispatch(edit('key.handle', { place, at: key.at, side, handle: next }, gesture))
    }
    return (
      <label className="flex items-center gap-1">
        <span className="text-dim">{label}</span>
        <NumberField
          label={label}
          value={handle.speed[part] ?? 0}
          {...{ min: -1e6, max: 1e6, soft: [-1, 1], step: 0.01, digits: 3, unit: '/fr' }}
          className="w-24"
          onChange={put}
        />
        <Button look="quiet" className="!h-6 px-1" aria-label={`${label} zero`} onClick={() => put(0)}>
          Zero
        </Button>
      </label>
    )
  }
  return (
    <div className="flex h-9 items-center gap-2 border-b px-3">
      <label className="flex items-center gap-1">
        <span className="text-dim">Time</span>
        <NumberField
          label="Time of the key"
          value={key.at - head}
          {...{ min: -99999, max: 99999, soft: [0, shot.length], step: 1, digits: 0, unit: 'fr' }}
          className="w-20"
          onChange={(v, gesture) => set(Math.round(v) + head, value, gesture)}
        />
      </label>
      <label className="flex items-center gap-1">
        <span className="text-dim">Value</span>
        <NumberField
          label="Value of the key"
          value={value}
          {...{ min: -1e6, max: 1e6, soft: [value - 1, value + 1], step: 0.01, digits: 3 }}
          className="w-20"
          onChange={(v, gesture) => set(key.at, v, gesture)}
        />
      </label>
      {speed('Speed in', 'arrive')}
      {speed('Speed out', 'leave')}
      <IconButton
        label={key.broken ? 'Join its two handles' : 'Break its two handles'}
        pressed={!key.broken}
        onClick={() => dispatch(edit('key.break', { place, at: key.at, broken: !key.broken }))}
      >
        {key.broken ? <Unlink size={14} /> : <Link size={14} />}
      </IconButton>
    </div>
  )
}
