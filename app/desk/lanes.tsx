import type { Step } from '@stilus/core/project'
import { treatmentTime } from '@stilus/core/project'
import { Eye, EyeOff } from 'lucide-react'
import type { Target } from '@stilus/core/render'
import { type PointerEvent, useMemo, useRef } from 'react'
import { playScale, seek } from '../session/playback'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { Playhead, Ruler, TimeScale, type TimeMap, useTimeDrag } from '../ui/timeline'
import { CachedLine } from '../viewer/cached-line'
import { animatedValues, type Mover } from './movers'
import { useDesk } from './use-desk'

/** Time under the strip: a lane for each step with its span and ramps, and under the selected one a lane for each animated value. */
export function Lanes() {
  const { project, shot } = useDesk()
  const dispatch = useAppDispatch()
  const { stepId, quality } = useApp((s) => s.view)
  const target = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id }), [shot.id])
  return (
    <section aria-label="Lanes" className="flex min-h-0 flex-1 flex-col">
      <TimeScale
        first={0}
        end={shot.length}
        onSeek={(frame) => dispatch(seek(frame, shot.id))}
        onHand={(down) => dispatch(viewActions.set({ hand: down }))}
      >
        {(map) => (
          <>
            <div className="flex h-7 shrink-0 border-b">
              <div className="w-[200px] shrink-0 border-r px-3 py-1 text-xs text-faint">Lanes</div>
              <Ruler map={map} rate={project.rate}>
                <CachedLine project={project} target={target} map={map} scale={playScale(quality)} />
              </Ruler>
            </div>
            <div className="relative min-h-0 flex-1 overflow-y-auto">
              {shot.steps.map((step) => (
                <StepLane key={step.id} step={step} map={map} chosen={step.id === stepId} />
              ))}
              {!shot.steps.length && (
                <p className="py-3 pl-[224px] text-dim">
                  Each treatment of this shot gets a lane here: when it acts, how it ramps in and out, and its
                  keys.
                </p>
              )}
            </div>
            <Playhead map={map} left={200} />
          </>
        )}
      </TimeScale>
    </section>
  )
}

function StepLane({ step, map, chosen }: { step: Step; map: TimeMap; chosen: boolean }) {
  const { shot } = useDesk()
  const dispatch = useAppDispatch()
  const at = { shotId: shot.id, stepId: step.id }
  return (
    <>
      <div className={cx('flex h-6', chosen && 'bg-raised')}>
        <div className="flex w-[200px] shrink-0 items-center gap-1 border-r pr-2 pl-2">
          <button
            type="button"
            aria-label={step.on ? `Switch ${step.name} off` : `Switch ${step.name} on`}
            className="flex size-6 items-center justify-center text-dim hover:text-text"
            onClick={() => dispatch(edit('step.switch', { ...at, on: !step.on }))}
          >
            {step.on ? <Eye size={13} /> : <EyeOff size={13} />}
          </button>
          <button
            type="button"
            className={cx(
              'min-w-0 flex-1 truncate text-left',
              chosen ? 'font-semibold' : 'text-dim hover:text-text',
            )}
            onClick={() => dispatch(viewActions.step(step.id))}
          >
            {step.name}
          </button>
        </div>
        <div className="relative flex-1 overflow-hidden">
          <SpanBar step={step} map={map} chosen={chosen} />
        </div>
      </div>
      {chosen &&
        animatedValues(step, shot.id).map((mover) => (
          <KeyLane key={`${mover.place.shapeId ?? ''}${mover.place.param}`} mover={mover} map={map} />
        ))}
    </>
  )
}

/** The span of a step: its body moves, its ends trim, the two grips set its ramps. */
function SpanBar({ step, map, chosen }: { step: Step; map: TimeMap; chosen: boolean }) {
  const { shot } = useDesk()
  const dispatch = useAppDispatch()
  const head = treatmentTime(shot, 0)
  const start = (step.when.start ?? head) - head
  const end = (step.when.end ?? head + shot.length) - head
  const set = (change: Partial<Step['when']>, gesture: string) =>
    dispatch(edit('step.when', { shotId: shot.id, stepId: step.id, when: change }, gesture))
  const select = () => dispatch(viewActions.step(step.id))
  const from = useRef({ start, end })
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
    { anchor: () => from.current.start },
  )
  const right = useTimeDrag(
    map,
    begin,
    (by, _, gesture) => set({ end: Math.max(from.current.end + by, start + 1) + head }, gesture),
    { anchor: () => from.current.end },
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

function KeyLane({ mover, map }: { mover: Mover; map: TimeMap }) {
  const { shot } = useDesk()
  const head = treatmentTime(shot, 0)
  return (
    <div className="flex h-6 bg-raised">
      <div className="w-[200px] shrink-0 truncate border-r py-0.5 pr-2 pl-9 text-dim">{mover.label}</div>
      <div className="relative flex-1 overflow-hidden">
        <div className="absolute inset-x-0 top-3 h-px bg-line" />
        {mover.animated.keys?.map((key) => (
          <KeyMark key={key.at} mover={mover} at={key.at - head} travel={key.leave} map={map} />
        ))}
      </div>
    </div>
  )
}

/** A key: drag retimes it, click goes to it, Delete removes it. Square corners hold, pointed ones travel. */
function KeyMark({ mover, at, travel, map }: { mover: Mover; at: number; travel: string; map: TimeMap }) {
  const { shot } = useDesk()
  const dispatch = useAppDispatch()
  const head = treatmentTime(shot, 0)
  const current = useRef(at)
  const frame = useApp((s) => s.view.frame)
  const drag = useTimeDrag(
    map,
    () => (current.current = at),
    (_, to, gesture) => {
      if (to === current.current) return
      dispatch(edit('key.move', { place: mover.place, from: current.current + head, to: to + head }, gesture))
      current.current = to
    },
  )
  const here = Math.abs(frame - at) < 0.5
  return (
    <button
      type="button"
      aria-label={`Key of ${mover.label} at frame ${Math.round(at)}`}
      className="absolute top-0 flex h-6 w-5 -translate-x-1/2 cursor-ew-resize touch-none items-center justify-center"
      style={{ left: map.x(at) }}
      {...drag}
      onPointerUp={(e: PointerEvent) => {
        drag.onPointerUp()
        if (current.current === at) dispatch(seek(at, shot.id))
        e.stopPropagation()
      }}
      onKeyDown={(e) => {
        if (e.key === 'Delete' || e.key === 'Backspace') {
          e.stopPropagation()
          dispatch(edit('key.drop', { place: mover.place, at: at + head }))
        }
      }}
    >
      <span
        className={cx(
          'size-2.5 border border-when',
          travel !== 'hold' && 'rotate-45',
          here ? 'bg-white' : 'bg-when',
        )}
      />
    </button>
  )
}
