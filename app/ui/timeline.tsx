import { fps, type Rate, toTimecode } from '@stilus/core/time'
import { type PointerEvent, type ReactNode, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useStore } from 'react-redux'
import { type RootState, useApp } from '../store/store'

/** Frames to pixels of the time area and back. */
export interface TimeMap {
  first: number
  end: number
  width: number
  x(frame: number): number
  frame(x: number): number
  seek(frame: number): void
  /** The playhead is taken in hand, or let go. */
  hand(down: boolean): void
  /** The frame of the screen that its frame 0 is, where that is another one. */
  offset?: number
}

/** The same place counted from another frame of the screen. */
export const countedFrom = (map: TimeMap, offset: number): TimeMap =>
  offset === 0
    ? map
    : {
        ...map,
        first: map.first - offset,
        end: map.end - offset,
        offset,
        x: (frame) => map.x(frame + offset),
        frame: (x) => map.frame(x) - offset,
        seek: (frame) => map.seek(frame + offset),
      }

const LEFT = 200
const PADDING = 10

/** Gives its children the map between frames and pixels, and seeks where the ruler is dragged. */
export function TimeScale(props: {
  first: number
  end: number
  onSeek(frame: number): void
  onHand(down: boolean): void
  children(map: TimeMap): ReactNode
}) {
  const box = useRef<HTMLDivElement>(null)
  const [total, setTotal] = useState(1000)
  useLayoutEffect(() => {
    const node = box.current
    if (!node) return
    const observer = new ResizeObserver(() => setTotal(node.clientWidth))
    observer.observe(node)
    return () => observer.disconnect()
  }, [])
  const { first, end } = props
  const acts = useRef(props)
  useLayoutEffect(() => {
    acts.current = props
  })
  // The same map while nothing of it changes, so that what is drawn by it need not be drawn again.
  const map = useMemo((): TimeMap => {
    const width = Math.max(100, total - LEFT)
    const perFrame = (width - 2 * PADDING) / Math.max(1, end - first)
    return {
      first,
      end,
      width,
      seek: (frame) => acts.current.onSeek(frame),
      hand: (down) => acts.current.onHand(down),
      x: (frame) => PADDING + (frame - first) * perFrame,
      frame: (x) => first + (x - PADDING) / perFrame,
    }
  }, [first, end, total])
  return (
    <div ref={box} className="relative flex min-h-0 flex-1 flex-col">
      {props.children(map)}
    </div>
  )
}

/** Time in whole steps that leave room for their labels; dragging on it moves the playhead. */
export function Ruler({
  map,
  rate,
  zero = 0,
  children,
}: {
  map: TimeMap
  rate: Rate
  /** The frame that time is counted from. */
  zero?: number
  children?: ReactNode
}) {
  const base = Math.round(fps(rate))
  const steps = [
    1,
    2,
    5,
    10,
    base,
    base * 2,
    base * 5,
    base * 10,
    base * 30,
    base * 60,
    base * 300,
    base * 600,
  ]
  const step = steps.find((s) => map.x(s) - map.x(0) >= 84) ?? base * 1800
  const marks: number[] = []
  const from = zero + Math.ceil((map.first - zero) / step) * step
  for (let f = from; map.x(f) < map.width - 56; f += step) marks.push(f)
  const label = (f: number) => `${f < 0 ? '−' : ''}${toTimecode(Math.abs(f), rate).slice(3)}`
  const scrub = (event: PointerEvent) => {
    if (event.type === 'pointerdown') {
      event.currentTarget.setPointerCapture(event.pointerId)
      map.hand(true)
    }
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
    map.seek(map.frame(event.clientX - event.currentTarget.getBoundingClientRect().left))
  }
  return (
    <div
      data-testid="ruler"
      className="relative flex-1 cursor-col-resize touch-none overflow-hidden"
      onPointerDown={scrub}
      onPointerMove={scrub}
      onPointerUp={() => map.hand(false)}
      onPointerCancel={() => map.hand(false)}
    >
      {marks.map((f) => (
        <span
          key={f}
          className="absolute inset-y-0 border-l border-line pt-1 pl-1.5 text-xs text-dim"
          style={{ left: map.x(f) }}
        >
          {label(f - zero)}
        </span>
      ))}
      {children}
    </div>
  )
}

export function Playhead({ map, left }: { map: TimeMap; left: number }) {
  const frame = useApp((s) => s.view.frame)
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute inset-y-0 left-0 w-px bg-white will-change-transform"
      style={{ transform: `translateX(${left + map.x(frame)}px)` }}
    >
      <span className="absolute top-0 -left-[5px] h-2 w-[11px] rounded-b-sm bg-white" />
    </div>
  )
}

let gestures = 0
/** Pixels within which a dragged thing snaps to the playhead. */
const SNAP = 6

interface TimeDragOptions {
  /** The frame that snaps; the one under the pointer if absent. */
  anchor?: () => number
  hand?: (down: boolean) => void
  /** Frames beside the playhead that it snaps to. */
  snaps?: () => readonly number[]
}

/**
 * Pointer handlers that drag something in time. `move` gets whole frames moved since the start, the frame under the pointer, and a
 * name for the gesture. With Alt nothing snaps. Frames are counted
 * by the map as it was when the drag began, and `hand` is told when it begins and ends, so that the map can be held still.
 */
export function useTimeDrag(
  map: TimeMap,
  begin: () => void,
  move: (by: number, at: number, gesture: string) => void,
  { anchor, hand, snaps }: TimeDragOptions = {},
) {
  const store = useStore<RootState>()
  const drag = useRef<{ x: number; gesture: string; moved: boolean; map: TimeMap } | null>(null)
  const end = () => {
    if (drag.current?.moved) hand?.(false)
    drag.current = null
  }
  return {
    onPointerDown(event: PointerEvent) {
      if (event.button !== 0) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { x: event.clientX, gesture: `time-${++gestures}`, moved: false, map }
      begin()
    },
    onPointerMove(event: PointerEvent) {
      const d = drag.current
      if (!d || (!d.moved && Math.abs(event.clientX - d.x) < 3)) return
      if (!d.moved) hand?.(true)
      d.moved = true
      const perFrame = d.map.x(1) - d.map.x(0)
      const area = (event.currentTarget as Element).closest('.relative.flex-1')?.getBoundingClientRect()
      const places = [store.getState().view.frame - (d.map.offset ?? 0), ...(snaps?.() ?? [])]
      /** The nearest place to snap to; what was asked for where none is near, or with Alt. */
      const snapped = (frame: number) => {
        const near = places.reduce((a, b) => (Math.abs(b - frame) < Math.abs(a - frame) ? b : a), Infinity)
        return !event.altKey && Math.abs(near - frame) * perFrame < SNAP ? near : frame
      }
      const at = snapped(Math.round(d.map.frame(event.clientX - (area?.left ?? 0))))
      const from = anchor?.()
      const by = Math.round((event.clientX - d.x) / perFrame)
      move(from === undefined ? by : snapped(from + by) - from, at, d.gesture)
    },
    onPointerUp: end,
    onPointerCancel: end,
  }
}
