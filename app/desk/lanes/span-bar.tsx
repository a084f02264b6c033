import type { Step } from '@stilus/core/project'
import { useRef } from 'react'
import { deskStage } from '../../session/where'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { cx } from '../../ui/classes'
import { type TimeMap, useTimeDrag } from '../../ui/timeline'
import { snapsOf } from './snaps'

/** The span of a step: its body moves, its ends trim, the two grips set its ramps. */
export function SpanBar(props: { step: Step; head: number; length: number; map: TimeMap; chosen: boolean }) {
  const { step, head, length, map, chosen } = props
  const dispatch = useAppDispatch()
  const start = (step.when.start ?? head) - head
  const end = (step.when.end ?? head + length) - head
  const set = (change: Partial<Step['when']>, gesture: string) =>
    dispatch(edit('step.when', { stepId: step.id, when: change }, gesture))
  const select = () => dispatch(viewActions.step(step.id))
  const from = useRef({ start, end })
  const snaps = () => {
    const stage = deskStage()
    return stage ? snapsOf(stage, []) : []
  }
  const begin = () => {
    from.current = { start, end }
    select()
  }
  const body = useTimeDrag(map, begin, (by, _, gesture) =>
    set({ start: from.current.start + by + head, end: from.current.end + by + head }, gesture),
  )
  const left = useTimeDrag(
    map,
    begin,
    (by, _, gesture) => set({ start: Math.min(from.current.start + by, end - 1) + head }, gesture),
    { anchor: () => from.current.start, snaps },
  )
  const right = useTimeDrag(
    map,
    begin,
    (by, _, gesture) => set({ end: Math.max(from.current.end + by, start + 1) + head }, gesture),
    { anchor: () => from.current.end, snaps },
  )
  const rampIn = useTimeDrag(map, begin, (_, at, gesture) =>
    set({ rampIn: Math.max(0, Math.min(at - start, end - start)) }, gesture),
  )
  const rampOut = useTimeDrag(map, begin, (_, at, gesture) =>
    set({ rampOut: Math.max(0, Math.min(end - at, end - start)) }, gesture),
  )
  const x0 = map.x(start)
  const width = Math.max(4, map.x(end) - x0)
  const inX = map.x(start + step.when.rampIn) - x0
  const outX = map.x(end - step.when.rampOut) - x0
  const edge = 'absolute inset-y-0 w-2 cursor-ew-resize touch-none hover:bg-[#ffffff50]'
  return (
    <div
      className="absolute top-1 h-4"
      style={{ left: x0, width }}
      title={`${step.name}: drag to move, drag its ends to trim`}
    >
      <svg
        className={cx('absolute inset-0 touch-none', step.on ? '' : 'opacity-40')}
        width={width}
        height={16}
        {...body}
      >
        <rect width={width} height={16} rx={3} fill="#333333" />
        <polygon
          points={`0,16 ${inX},0 ${outX},0 ${width},16`}
          fill={chosen ? 'color-mix(in srgb, var(--color-when) 46%, #333)' : '#4c4c4c'}
        />
      </svg>
      <div className={cx(edge, 'left-0 rounded-l')} {...left} />
      <div className={cx(edge, 'right-0 rounded-r')} {...right} />
      {chosen && (
        <>
          <RampGrip
            label="Ramp in"
            x={Math.max(8, inX)}
            frames={step.when.rampIn}
            drag={rampIn}
            onFrames={(rampIn) => set({ rampIn }, `ramp in ${step.id}`)}
          />
          <RampGrip
            label="Ramp out"
            x={Math.min(width - 8, outX)}
            frames={step.when.rampOut}
            drag={rampOut}
            onFrames={(rampOut) => set({ rampOut }, `ramp out ${step.id}`)}
          />
        </>
      )}
    </div>
  )
}

function RampGrip(props: {
  label: string
  x: number
  frames: number
  drag: object
  onFrames(frames: number): void
}) {
  const { label, x, frames, drag, onFrames } = props
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${label}, frames`}
      aria-valuenow={frames}
      aria-valuemin={0}
      title={`${label}: drag sideways`}
      className="absolute top-0 flex h-4 w-4 -translate-x-1/2 cursor-ew-resize touch-none justify-center"
      style={{ left: x }}
      onKeyDown={(event) => {
        const by =
          event.key === 'ArrowRight' || event.key === 'ArrowUp'
            ? 1
            : event.key === 'ArrowLeft' || event.key === 'ArrowDown'
              ? -1
              : 0
        if (!by) return
        event.preventDefault()
        event.stopPropagation()
        onFrames(Math.max(0, frames + by * (event.shiftKey ? 10 : 1)))
      }}
      {...drag}
    >
      <span className="mt-0.5 size-2 rounded-full border border-ground bg-when" />
    </div>
  )
}
