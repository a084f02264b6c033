import { activeTransitions, asked, type Project, type Sequence, type SoundClip } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { ChevronDown, ChevronRight, Volume2 } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import { MarkerMarks } from '../desk/lanes/markers'
import { playScale, seek } from '../session/playback'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { Menu } from '../ui/overlays'
import { Playhead, Ruler, type TimeMap, TimeScale } from '../ui/timeline'
import { CachedLine } from '../viewer/cached-line'
import { Across, type AcrossProps, Cuts, SpanClip } from './across'
import { ShotClip, STRIP_HEIGHT } from './shot-clip'

/** Overlay, video and sound lanes of the sequence: choose, move and trim shots; double-click opens the desk. */
export function Timeline({
  project,
  sequence,
  length,
}: {
  project: Project
  sequence: Sequence
  length: number
}) {
  const target = useMemo<Target>(() => ({ kind: 'sequence', sequenceId: sequence.id }), [sequence.id])
  const dispatch = useAppDispatch()
  const { quality, hand } = useView('quality', 'hand')
  // While something is dragged the scale stays, or the clips would run away from the pointer.
  const [end, setEnd] = useState(length)
  useEffect(() => {
    if (!hand) setEnd(length)
  }, [hand, length])
  const { shots, spans, sounds } = sequence
  const lanes = [...new Set([0, ...shots.map((s) => s.lane)])].sort((a, b) => b - a)
  const active = activeTransitions(project, sequence)
  const across = sequence.transitions.flatMap((transition): AcrossProps['active'][] => {
    const lies = active.find((a) => a.transition.id === transition.id)
    const place = lies ? undefined : asked(project, transition)
    return lies ? [lies] : place ? [{ ...transition, ...place, transition, rests: true }] : []
  })
  // Overlays are thin until one of them is opened, so that the shots themselves are in view.
  const [opened, setOpened] = useState<readonly number[]>([])
  const turn = (lane: number) =>
    setOpened(opened.includes(lane) ? opened.filter((each) => each !== lane) : [...opened, lane])
  return (
    <TimeScale
      first={0}
      end={Math.max(end, length, 24)}
      onSeek={(frame) => dispatch(seek(frame))}
      onHand={(down) => dispatch(viewActions.set({ hand: down }))}
    >
      {(map) => (
        <>
          <div className="flex h-7 shrink-0 border-b">
            <div className="w-[200px] shrink-0 border-r px-3 py-1 text-xs text-faint">
              {shots.length} {shots.length === 1 ? 'shot' : 'shots'}
            </div>
            <div className="relative flex flex-1">
              <Ruler map={map} rate={sequence.rate}>
                <CachedLine project={project} target={target} map={map} scale={playScale(quality)} />
              </Ruler>
              <Marks sequence={sequence} map={map} />
              <MarkerMarks sequence={sequence} start={0} length={map.end} map={map} />
            </div>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto">
            {spans.length > 0 && (
              <Lane name="Spans" height={26} stays>
                {spans.map((span) => (
                  <SpanClip key={span.id} project={project} span={span} map={map} />
                ))}
              </Lane>
            )}
            {lanes.map((lane) => {
              const thin = lane > 0 && !opened.includes(lane)
              return (
                <Lane
                  key={lane}
                  name={lane === 0 ? 'Video' : lane === 1 ? 'Overlay' : `Overlay ${lane}`}
                  height={thin ? 25 : STRIP_HEIGHT + 22}
                  {...(lane > 0 ? { open: !thin, onTurn: () => turn(lane) } : {})}
                >
                  {shots
                    .filter((s) => s.lane === lane)
                    .map((shot) => (
                      <ShotClip
                        key={shot.id}
                        project={project}
                        sequence={sequence}
                        shot={shot}
                        map={map}
                        thin={thin}
                      />
                    ))}
                  {!thin && <Cuts sequence={sequence} lane={lane} map={map} />}
                  {!thin &&
                    across
                      .filter((a) => a.lane === lane)
                      .map((a) => (
                        <Across
                          key={a.transition.id}
                          active={a}
                          project={project}
                          sequence={sequence}
                          map={map}
                        />
                      ))}
                </Lane>
              )
            })}
            <Lane name="Sound" height={30}>
              {shots
                .filter((s) => s.sound !== null)
                .map((s) => (
                  <Heard key={s.id} name={s.name} start={s.start} length={s.length} map={map} />
                ))}
              {sounds.map((s) => (
                <HeardClip key={s.id} clip={s} map={map} />
              ))}
            </Lane>
          </div>
          <Playhead map={map} left={200} />
        </>
      )}
    </TimeScale>
  )
}

interface LaneProps {
  name: string
  height: number
  /** Stays on top while the others are scrolled. */
  stays?: boolean
  /** Whether it shows its pictures, and how that is turned; absent where it always does. */
  open?: boolean
  onTurn?(): void
  children: React.ReactNode
}

function Lane({ name, height, stays, open, onTurn, children }: LaneProps) {
  return (
    <div
      className={cx('group/lane flex border-b', stays && 'sticky top-0 z-30 bg-ground')}
      style={{ height }}
    >
      <div className="flex w-[200px] shrink-0 items-start border-r text-dim">
        {onTurn ? (
          <button
            type="button"
            aria-expanded={open}
            className="flex h-6 items-center gap-1 pr-2 pl-1.5 hover:text-text"
            onClick={onTurn}
          >
            {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
            {name}
          </button>
        ) : (
          <span className="px-3 py-1">{name}</span>
        )}
      </div>
      <div className="relative flex-1 overflow-hidden">{children}</div>
    </div>
  )
}

/** In and out on the ruler. */
function Marks({ sequence, map }: { sequence: Sequence; map: TimeMap }) {
  const { in: from, out: to } = sequence.marks
  if (from === null && to === null) return null
  const x0 = map.x(from ?? map.first)
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute bottom-0 h-1 bg-when"
      style={{ left: x0, width: Math.max(2, map.x(to ?? map.end) - x0) }}
    />
  )
}

/** The sound of a shot: it goes with its shot. */
function Heard({ name, start, length, map }: { name: string; start: number; length: number; map: TimeMap }) {
  const x0 = map.x(start)
  return (
    <div className={HEARD} style={{ left: x0, width: Math.max(2, map.x(start + length) - x0 - 1) }}>
      <Volume2 size={12} className="shrink-0" />
      <span className="truncate">{name}</span>
    </div>
  )
}

const HEARD =
  'absolute top-1 flex h-[21px] items-center gap-1 overflow-hidden rounded-sm bg-field px-1.5 text-xs text-dim'

/** A clip that is only heard, with what can be done to it. */
function HeardClip({ clip, map }: { clip: SoundClip; map: TimeMap }) {
  const dispatch = useAppDispatch()
  const x0 = map.x(clip.start)
  const level = (by: number) => dispatch(edit('sound.gain', { soundId: clip.id, gain: clip.gain + by }))
  return (
    <Menu
      trigger={
        <button
          type="button"
          className={cx(HEARD, 'hover:bg-field-over hover:text-text')}
          style={{ left: x0, width: Math.max(2, map.x(clip.start + clip.length) - x0 - 1) }}
        >
          <Volume2 size={12} className="shrink-0" />
          <span className="truncate">
            {clip.name}
            {clip.gain ? `, ${clip.gain > 0 ? '+' : ''}${clip.gain} dB` : ''}
          </span>
        </button>
      }
      items={[
        { label: 'Louder by 3 dB', disabled: clip.gain > 21, run: () => level(3) },
        { label: 'Quieter by 3 dB', run: () => level(-3) },
        null,
        { label: 'Remove', danger: true, run: () => dispatch(edit('sound.remove', { soundId: clip.id })) },
      ]}
    />
  )
}
