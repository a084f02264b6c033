import { type Project, type Sequence, type Shot, sourceSounds } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { MoveRight, VolumeX } from 'lucide-react'
import { useMemo, useRef } from 'react'
import { useNavigate } from 'react-router'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { type TimeMap, useTimeDrag } from '../ui/timeline'
import { Thumb } from '../viewer/thumb'
import { ownPassagesSaid } from './own-passages'

/** Height of the pictures along a shot. */
export const STRIP_HEIGHT = 54

const STATES = { untouched: '○', 'in work': '◐', done: '●' }

/** A shot on its lane: choose, move and trim it; a double click opens the desk. */
export function ShotClip({
  project,
  sequence,
  shot,
  map,
  thin,
}: {
  project: Project
  sequence: Sequence
  shot: Shot
  map: TimeMap
  /** Without its pictures. */
  thin: boolean
}) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const chosen = useApp((s) => s.view.shotIds.includes(shot.id))
  const also = useRef(false)
  const pressed = useRef(false)
  const from = useRef(shot)
  const last = useRef(0)
  const hand = (down: boolean) => void dispatch(viewActions.set({ hand: down }))
  const begin = () => {
    from.current = shot
    last.current = 0
    dispatch(viewActions.set({ acrossId: null }))
    dispatch(viewActions.shot({ id: shot.id, also: also.current }))
  }
  const body = useTimeDrag(
    map,
    begin,
    (by, _, gesture) =>
      dispatch(edit('shot.move', { shotId: shot.id, start: Math.max(0, from.current.start + by) }, gesture)),
    { anchor: () => from.current.start, hand },
  )
  const trim = (edge: 'head' | 'tail') => (by: number, _: number, gesture: string) => {
    const change = by - last.current
    last.current = by
    if (change) dispatch(edit('shot.trim', { shotId: shot.id, edge, by: change }, gesture))
  }
  const head = useTimeDrag(map, begin, trim('head'), { anchor: () => from.current.start, hand })
  const tail = useTimeDrag(map, begin, trim('tail'), {
    anchor: () => from.current.start + from.current.length,
    hand,
  })
  const moves = ownPassagesSaid(project, shot)
  const x0 = map.x(shot.start)
  const width = Math.max(6, map.x(shot.start + shot.length) - x0 - 1)
  const edge = 'absolute inset-y-0 z-10 w-2 cursor-ew-resize touch-none hover:bg-[#ffffff60]'
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label={`Shot ${shot.name}, ${shot.state}. Enter opens it on the desk.`}
      aria-pressed={chosen}
      className={cx(
        'absolute overflow-hidden rounded-sm bg-field touch-none',
        thin ? 'top-0.5' : 'top-1',
        chosen ? 'ring-2 ring-text' : 'hover:ring-1 hover:ring-line-strong',
      )}
      style={{ left: x0, width, height: thin ? 19 : STRIP_HEIGHT + 19 }}
      onDoubleClick={() => void navigate(`/p/${project.id}/shot/${shot.id}`)}
      onPointerDownCapture={(e) => {
        also.current = e.shiftKey || e.ctrlKey || e.metaKey
        pressed.current = true
      }}
      onPointerUpCapture={() => (pressed.current = false)}
      onFocus={() => {
        if (pressed.current) return
        dispatch(viewActions.set({ acrossId: null }))
        dispatch(viewActions.shot({ id: shot.id }))
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') void navigate(`/p/${project.id}/shot/${shot.id}`)
        if (e.key === 'Delete') dispatch(edit('shot.remove', { shotId: shot.id }))
      }}
      {...body}
    >
      {!thin && <Filmstrip project={project} size={sequence.size} shot={shot} width={width} />}
      <div className="flex h-[19px] items-center gap-1.5 px-1.5 text-xs">
        <span aria-hidden className="text-dim">
          {STATES[shot.state]}
        </span>
        {moves && (
          <MoveRight size={11} className="shrink-0 text-when" role="img" aria-label={`By itself: ${moves}`}>
            <title>{`By itself: ${moves}`}</title>
          </MoveRight>
        )}
        <span className="truncate">{shot.name}</span>
        {shot.sound === null && sourceSounds(project, shot.source) && (
          <VolumeX size={11} className="shrink-0 text-faint" />
        )}
      </div>
      <div className={cx(edge, 'left-0')} {...head} />
      <div className={cx(edge, 'right-0')} {...tail} />
    </div>
  )
}

/** Finished frames along a shot, as many as fit. */
function Filmstrip({
  project,
  size,
  shot,
  width,
}: {
  project: Project
  size: Sequence['size']
  shot: Shot
  width: number
}) {
  const tile = Math.round((STRIP_HEIGHT * size.width) / size.height)
  const count = Math.min(12, Math.max(1, Math.ceil(width / tile)))
  const target = useMemo<Target>(() => ({ kind: 'stack', stack: { kind: 'shot', id: shot.id } }), [shot.id])
  return (
    <div className="flex overflow-hidden" style={{ height: STRIP_HEIGHT }}>
      {Array.from({ length: count }, (_, i) => (
        <Thumb
          key={i}
          project={project}
          target={target}
          frame={Math.min(shot.length - 1, Math.floor(((i + 0.5) * shot.length) / count))}
          width={tile}
          later
          className="shrink-0"
        />
      ))}
    </div>
  )
}
