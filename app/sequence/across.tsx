import {
  type ActiveTransition,
  cutsOf,
  type Project,
  roomAcross,
  type Sequence,
  type Span,
} from '@stilus/core/project'
import { Plus } from 'lucide-react'
import { type KeyboardEvent, useRef } from 'react'
import { useNavigate } from 'react-router'
import { deskPath } from '../session/where'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Hint } from '../ui/button'
import { cx } from '../ui/classes'
import { type TimeMap, useTimeDrag } from '../ui/timeline'
import { addTransition } from './new-across'

const EDGE = 'absolute inset-y-0 z-10 w-2 cursor-ew-resize touch-none hover:bg-[#ffffff60]'

/** On each cut of a lane that is plain, the way to a dissolve. */
export function Cuts({ sequence, lane, map }: { sequence: Sequence; lane: number; map: TimeMap }) {
  const plain = cutsOf(sequence, lane).filter(
    ({ from, to }) => !sequence.transitions.some((t) => t.from === from.id || t.to === to.id),
  )
  return plain.map(({ from, to }) => (
    <Hint key={to.id} text="Dissolve here">
      <button
        type="button"
        aria-label={`Dissolve from ${from.name} to ${to.name}`}
        className="absolute top-[58px] z-20 flex size-[17px] -translate-x-1/2 items-center justify-center rounded-full bg-ground text-dim opacity-0 group-hover/lane:opacity-100 hover:bg-text hover:text-ground focus-visible:opacity-100"
        style={{ left: map.x(to.start) }}
        onClick={() => addTransition(sequence, { from, to })}
      >
        <Plus size={12} />
      </button>
    </Hint>
  ))
}

/** Choosing and opening, which transitions and spans share. */
function useAcross(project: Project, kind: 'transition' | 'span', id: string) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const chosen = useApp((s) => s.view.acrossId === id)
  const open = () => void navigate(deskPath(project, { kind, id }))
  const choose = () => {
    dispatch(viewActions.shot({ id: null }))
    dispatch(viewActions.set({ acrossId: id }))
  }
  const remove = () =>
    void dispatch(
      kind === 'span' ? edit('span.remove', { spanId: id }) : edit('transition.remove', { transitionId: id }),
    )
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Enter') open()
    else if (event.key === 'Delete') remove()
    else return
    event.stopPropagation()
  }
  const hand = (down: boolean) => void dispatch(viewActions.set({ hand: down }))
  return { dispatch, chosen, open, choose, keys, hand }
}

export interface AcrossProps {
  /** Where it lies; one that rests for want of material lies where it was asked for. */
  active: Pick<ActiveTransition, 'transition' | 'lane' | 'cut' | 'before' | 'after'> & { rests?: boolean }
  project: Project
  sequence: Sequence
  map: TimeMap
}

/** A transition on its lane: drag its ends to change how long it takes on either side of the cut. */
export function Across({ active, project, sequence, map }: AcrossProps) {
  const { transition, cut, before, after, rests } = active
  const { dispatch, chosen, open, choose, keys, hand } = useAcross(project, 'transition', transition.id)
  const from = useRef({ before, after })
  const begin = () => {
    from.current = { before, after }
    choose()
  }
  const length = (change: { before?: number; after?: number }, gesture: string) => {
    const room = roomAcross(project, sequence, transition)
    const within = (v: number, most: number) => Math.round(Math.max(0, Math.min(v, most)))
    const next = {
      before: within(change.before ?? from.current.before, room.before),
      after: within(change.after ?? from.current.after, room.after),
    }
    if (next.before + next.after < 1) return
    dispatch(edit('transition.length', { transitionId: transition.id, ...next }, gesture))
  }
  const body = useTimeDrag(map, begin, () => undefined)
  const head = useTimeDrag(map, begin, (by, _, g) => length({ before: from.current.before - by }, g), {
    anchor: () => cut - from.current.before,
    hand,
  })
  const tail = useTimeDrag(map, begin, (by, _, g) => length({ after: from.current.after + by }, g), {
    anchor: () => cut + from.current.after,
    hand,
  })
  const x0 = map.x(cut - before)
  const width = Math.max(6, map.x(cut + after) - x0)
  const says = `${transition.name}, ${before + after} frames${rests ? ', rests for want of material' : ''}`
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label={`${says}. Enter opens it on the desk.`}
      aria-pressed={chosen}
      title={`${says}: drag its ends`}
      className={cx(
        'absolute top-1 z-10 h-[54px] overflow-hidden rounded-sm touch-none',
        chosen ? 'ring-2 ring-text' : 'ring-1 ring-[#ffffff80] hover:ring-text',
      )}
      style={{ left: x0, width }}
      onDoubleClick={open}
      onKeyDown={keys}
      onFocus={choose}
      {...body}
    >
      <svg className="absolute inset-0" width={width} height={54} aria-hidden>
        <rect width={width} height={54} fill="#00000066" />
        {!rests && <path d={`M0 54L${width} 0V54Z`} fill="#ffffff33" />}
        <path
          d={`M0 54L${width} 0`}
          stroke="#fff"
          strokeWidth={1}
          strokeDasharray={rests ? '3 4' : undefined}
        />
      </svg>
      <div className={cx(EDGE, 'left-0')} {...head} />
      <div className={cx(EDGE, 'right-0')} {...tail} />
    </div>
  )
}

/** A span over the lanes: drag to move, drag its ends to trim. */
export function SpanClip({ project, span, map }: { project: Project; span: Span; map: TimeMap }) {
  const { dispatch, chosen, open, choose, keys, hand } = useAcross(project, 'span', span.id)
  const from = useRef(span)
  const last = useRef(0)
  const begin = () => {
    from.current = span
    last.current = 0
    choose()
  }
  const body = useTimeDrag(
    map,
    begin,
    (by, _, gesture) =>
      dispatch(edit('span.move', { spanId: span.id, start: Math.max(0, from.current.start + by) }, gesture)),
    { anchor: () => from.current.start, hand },
  )
  const trim = (edge: 'head' | 'tail') => (by: number, _: number, gesture: string) => {
    const change = by - last.current
    last.current = by
    if (change) dispatch(edit('span.trim', { spanId: span.id, edge, by: change }, gesture))
  }
  const head = useTimeDrag(map, begin, trim('head'), { anchor: () => from.current.start, hand })
  const tail = useTimeDrag(map, begin, trim('tail'), {
    anchor: () => from.current.start + from.current.length,
    hand,
  })
  const x0 = map.x(span.start)
  const steps = span.steps.map((s) => s.name).join(', ')
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label={`${span.name}${steps && `: ${steps}`}, a span of ${span.length} frames. Enter opens it on the desk.`}
      aria-pressed={chosen}
      className={cx(
        'absolute top-[3px] flex h-5 items-center overflow-hidden rounded-sm bg-field px-2 text-xs touch-none',
        chosen ? 'ring-2 ring-text' : 'hover:ring-1 hover:ring-line-strong',
        !span.on && 'opacity-50',
      )}
      style={{ left: x0, width: Math.max(6, map.x(span.start + span.length) - x0 - 1) }}
      onDoubleClick={open}
      onKeyDown={keys}
      onFocus={choose}
      {...body}
    >
      <span className="truncate">
        {span.name}
        {steps && <span className="text-dim">: {steps}</span>}
      </span>
      <div className={cx(EDGE, 'left-0')} {...head} />
      <div className={cx(EDGE, 'right-0')} {...tail} />
    </div>
  )
}
