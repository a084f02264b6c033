import { valueAt } from '@stilus/core/anim'
import type { Animated } from '@stilus/core/anim'
import {
  type Address,
  addressName,
  contentAddress,
  contentOf,
  controlAddress,
  paramsOf,
  type Step,
  stepValues,
} from '@stilus/core/project'
import { shown } from '@stilus/core/params'
import { findStep } from '@stilus/core/steps'
import { type PointerEvent, useRef } from 'react'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import type { Rect } from '../../viewer/layout'
import { toGuides } from '../../viewer/on-picture'
import { timeAt, useDesk } from '../use-desk'
import { ridden } from './ridden'

let gestures = 0

/** A handle on the picture for every point that the selected step declares: drag it, or move it with the arrow keys. */
export function PointOverlay({ step, rect }: { step: Step; rect: Rect }) {
  const { stage } = useDesk()
  const { frame, part } = useView('frame', 'part')
  const t = timeAt(stage, frame)
  // Where a step works in stages, only the points of the one that is looked at lie on the picture.
  const staged = findStep(step.use)?.stages
  const points = shown(paramsOf(step), stepValues(stage, step, t)).filter(
    ([, p]) => p.type === 'point' && (!staged || p.group === part),
  )
  const own = points.map(([id, param]) => ({
    label: param.label,
    address: controlAddress(step.id, id),
    animated: step.what[id] ?? { value: [0.5, 0.5] },
  }))
  return [...own, ...contentPoints(step)].map((each) => (
    <PointHandle key={addressName(each.address)} {...each} rect={rect} time={t} />
  ))
}

/** The points among the things that a step holds. */
const contentPoints = (step: Step) =>
  Object.entries(contentOf(step)).flatMap(([list, { fields, one, drawn }]) =>
    Object.entries(fields)
      .filter(([, p]) => p.type === 'point' && !drawn)
      .flatMap(([field]) =>
        (step.content?.[list] ?? []).map((thing, i) => ({
          label: `${one} ${i + 1}`,
          address: contentAddress(step.id, list, thing.id, field),
          animated: thing[field] as Animated,
        })),
      ),
  )

interface PointProps {
  address: Address
  label: string
  animated: Animated
  rect: Rect
  time: number
}

function PointHandle({ address, label, animated, rect, time }: PointProps) {
  const { stage } = useDesk()
  const dispatch = useAppDispatch()
  const drag = useRef<{ x: number; y: number; at: [number, number]; gesture: string } | null>(null)
  const own = valueAt(animated, time) as [number, number]
  const { width, height } = stage.size
  // A point that rides is shown where motions have taken it; what is set is where it was drawn.
  const rides = ridden(stage, animated, time)
  const px = ([u, v]: readonly [number, number]): [number, number] => [u * width, v * height]
  const share = ([x, y]: readonly [number, number]): [number, number] => [x / width, y / height]
  const [x, y] = share(rides.seen(px(own)))
  const set = (shown: [number, number], gesture: string) => {
    const value = share(rides.drawn(px(shown)))
    return dispatch(edit('value.set', { address, at: time, value }, gesture))
  }
  const snapped = ([u, v]: [number, number]): [number, number] => {
    const [sx, sy] = toGuides(stage.sequence, [u * width, v * height], width / rect.width)
    return [sx / width, sy / height]
  }
  const end = () => {
    drag.current = null
    dispatch(viewActions.set({ hand: false }))
  }
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${label}: arrow keys move it`}
      aria-valuenow={Math.round(x * 100)}
      aria-valuetext={`${(x * 100).toFixed(1)} % across, ${(y * 100).toFixed(1)} % down`}
      className="absolute size-6 -translate-1/2 cursor-move touch-none rounded-full"
      style={{ left: rect.left + x * rect.width, top: rect.top + y * rect.height }}
      onPointerDown={(event: PointerEvent) => {
        if (event.button !== 0) return
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        drag.current = { x: event.clientX, y: event.clientY, at: [x, y], gesture: `point-${++gestures}` }
        dispatch(viewActions.set({ hand: true }))
      }}
      onPointerMove={(event: PointerEvent) => {
        const d = drag.current
        if (!d) return
        const [dx, dy] = [(event.clientX - d.x) / rect.width, (event.clientY - d.y) / rect.height]
        const level = event.shiftKey && Math.abs(dx) > Math.abs(dy)
        const free: [number, number] = [
          d.at[0] + (event.shiftKey && !level ? 0 : dx),
          d.at[1] + (level ? 0 : dy),
        ]
        set(event.altKey ? free : snapped(free), d.gesture)
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={(event) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
        if (!by) return
        event.preventDefault()
        event.stopPropagation()
        const step = (event.shiftKey ? 10 : 1) * (event.ctrlKey ? 0.1 : 1)
        set(
          [x + ((by[0] ?? 0) * step) / stage.size.width, y + ((by[1] ?? 0) * step) / stage.size.height],
          `point-keys-${addressName(address)}`,
        )
      }}
    >
      <svg viewBox="-12 -12 24 24" aria-hidden className="pointer-events-none">
        <circle r={6} fill="none" stroke="#000" strokeWidth={4} />
        <circle r={6} fill="none" stroke="var(--color-what)" strokeWidth={2} />
        <path d="M0-11V-3M0 3V11M-11 0H-3M3 0H11" stroke="var(--color-what)" strokeWidth={1.5} />
      </svg>
    </div>
  )
}
