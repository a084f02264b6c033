import {
  handles,
  type Project,
  type Sequence,
  type Shot,
  type Source,
  sourceFrames,
  sourceName,
  sourceSize,
  sourceSounds,
} from '@stilus/core/project'
import { toTimecode } from '@stilus/core/time'
import { useNavigate } from 'react-router'
import { describe } from '../screens/drawers'
import { sequencePath } from '../session/where'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EditableText, Segments, Toggle } from '../ui/fields'
import { FrontPanel } from '../titles/front-panel'
import { FittingRow } from './fitting-row'
import { NumberField } from '../ui/number-field'
import { addTransition, jointAt } from './new-across'
import { SourceMenu, StoodFor, SwapButton } from './swap'

/** The selected shot on the sequence: its state, note, medium and sound, and the way to the desk. */
export function ShotPanel({ project, sequence, shot }: { project: Project; sequence: Sequence; shot: Shot }) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { source } = shot
  const design = source.kind === 'design' ? project.designs.find((d) => d.id === source.designId) : undefined
  const medium = source.kind === 'medium' ? project.media.find((m) => m.id === source.mediaId) : undefined
  const room = handles(project, shot)
  const ends = Number.isFinite(sourceFrames(project, source))
  const timecode = (f: number) => toTimecode(sequence.startTimecode + f, sequence.rate)
  return (
    <section
      aria-label="Selected shot"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3 *:shrink-0"
    >
      <EditableText
        label="Name of the shot"
        value={shot.name}
        onChange={(name) => dispatch(edit('shot.rename', { shotId: shot.id, name }))}
        className="h-7 text-lg font-semibold"
      />
      <Button look="main" onClick={() => void navigate(`/p/${project.id}/shot/${shot.id}`)}>
        Open on the desk
      </Button>
      {design && <FrontPanel {...{ project, design }} row={shot.row} unfitted={!shot.fitted} />}
      <Segments
        label="State of the shot"
        value={shot.state}
        options={[
          { value: 'untouched', label: 'Untouched' },
          { value: 'in work', label: 'In work' },
          { value: 'done', label: 'Done' },
        ]}
        onChange={(state) => dispatch(edit('shot.state', { shotId: shot.id, state: state as Shot['state'] }))}
      />
      <label className="grid gap-1">
        <span className="text-dim">Note</span>
        <textarea
          key={shot.id}
          defaultValue={shot.note}
          rows={2}
          placeholder="What this shot needs"
          className="resize-none rounded bg-field px-2 py-1.5 placeholder:text-faint focus:outline-none"
          onKeyDown={(e) => e.stopPropagation()}
          onBlur={(e) =>
            e.target.value !== shot.note &&
            dispatch(edit('shot.note', { shotId: shot.id, note: e.target.value }))
          }
        />
      </label>
      <dl className="grid grid-cols-[84px_1fr] gap-x-2 gap-y-1">
        <dt className="text-dim">Place</dt>
        <dd>
          {timecode(shot.start)} – {timecode(shot.start + shot.length)}
        </dd>
        <dt className="text-dim">Length</dt>
        <dd>{shot.length} frames</dd>
        {ends && !shot.fitted && (
          <>
            <dt className="self-center text-dim">Slip</dt>
            <dd>
              <NumberField
                label="First frame of the medium"
                value={shot.in}
                min={0}
                max={room.before + room.after}
                step={1}
                digits={0}
                unit="frames in"
                onChange={(to, gesture) =>
                  dispatch(edit('shot.slip', { shotId: shot.id, by: Math.round(to) - shot.in }, gesture))
                }
              />
            </dd>
          </>
        )}
        <dt className="text-dim">Handles</dt>
        <dd>{Number.isFinite(room.before) ? `${room.before} before, ${room.after} after` : 'without end'}</dd>
        <dt className="self-center text-dim">Dissolve</dt>
        <dd className="flex gap-1.5">
          {(['head', 'tail'] as const).map((edge) => (
            <Joining key={edge} {...{ sequence, shot, edge }} />
          ))}
        </dd>
        <dt className="text-dim">Steps</dt>
        <dd>{shot.steps.map((s) => s.name).join(', ') || 'none yet'}</dd>
      </dl>
      <div className="grid gap-1 border-t pt-3">
        <span className="truncate" title={sourceName(project, source)}>
          {sourceName(project, source)}
        </span>
        <span className={medium?.kind === 'missing' ? 'text-what' : 'text-dim'}>
          {medium ? describe(medium) : saysSource(project, source)}
        </span>
        <div className="flex flex-wrap gap-1.5">
          <OpenSource project={project} source={source} />
          <SourceMenu project={project} shot={shot} />
        </div>
        <FittingRow project={project} shot={shot} />
        <SwapButton shot={shot} />
        <StoodFor project={project} shot={shot} />
      </div>
      {sourceSounds(project, source) && (
        <div className="grid grid-cols-[84px_1fr_36px] items-center gap-2">
          <span className="text-dim">Sound</span>
          {shot.sound === null ? (
            <span className="text-faint">off</span>
          ) : (
            <NumberField
              label="Sound level"
              value={shot.sound}
              min={-100}
              max={24}
              soft={[-40, 12]}
              step={0.2}
              digits={1}
              unit="dB"
              onChange={(sound, gesture) => dispatch(edit('shot.sound', { shotId: shot.id, sound }, gesture))}
            />
          )}
          <Toggle
            label="Sound of the shot"
            value={shot.sound !== null}
            onChange={(on) => dispatch(edit('shot.sound', { shotId: shot.id, sound: on ? 0 : null }))}
          />
        </div>
      )}
    </section>
  )
}

/** A dissolve at one end of the shot, added or chosen. */
function Joining({ sequence, shot, edge }: { sequence: Sequence; shot: Shot; edge: 'head' | 'tail' }) {
  const dispatch = useAppDispatch()
  const there = sequence.transitions.find((t) => (edge === 'head' ? t.to : t.from) === shot.id)
  const choose = () => {
    if (!there) return addTransition(sequence, jointAt(sequence, shot, edge))
    dispatch(viewActions.shot({ id: null }))
    dispatch(viewActions.set({ acrossId: there.id }))
  }
  return (
    <Button
      aria-label={`${edge === 'head' ? 'In' : 'Out'}: ${there ? 'the transition' : 'dissolve'} at the ${edge} of the shot`}
      aria-pressed={there !== undefined}
      onClick={choose}
    >
      {edge === 'head' ? 'In' : 'Out'}
    </Button>
  )
}

/** What a source that is no medium is, in one line. */
function saysSource(project: Project, source: Source): string {
  const size = sourceSize(project, source)
  const frames = sourceFrames(project, source)
  if (source.kind === 'solid') return 'One colour'
  const kind = source.kind === 'design' ? 'Design' : 'Sequence'
  return size ? `${kind}, ${size.width} × ${size.height}, ${frames} frames` : `${kind} that is not there`
}

/** The way to a design or a sequence that a shot shows. */
function OpenSource({ project, source }: { project: Project; source: Source }) {
  const navigate = useNavigate()
  if (source.kind === 'design')
    return (
      <Button onClick={() => void navigate(`/p/${project.id}/design/${source.designId}`)}>
        Open the design
      </Button>
    )
  if (source.kind !== 'comp') return null
  return (
    <Button onClick={() => void navigate(sequencePath(project, source.sequenceId))}>Open the sequence</Button>
  )
}
