import { asked, getShot, type Project, type Sequence, type Span, type Transition } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { toTimecode } from '@stilus/core/time'
import { Trash2 } from 'lucide-react'
import { useNavigate } from 'react-router'
import { deskPath } from '../session/where'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'
import { Choice, EditableText, Toggle } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { CrossPicker } from './cross-picker'
import { CutLength, TERMS } from './cut-length'
import { OwnOfSides } from './own-passages'

/** The chosen transition: between what, how long on either side of the cut, and the way to its desk. */
export function TransitionPanel({
  project,
  sequence,
  transition,
}: {
  project: Project
  sequence: Sequence
  transition: Transition
}) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { id: transitionId } = transition
  const name = (id: string | null) => (id === null ? undefined : getShot(project, id).name)
  const [from, to] = [name(transition.from), name(transition.to)]
  return (
    <section
      aria-label="Chosen transition"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3 *:shrink-0"
    >
      <EditableText
        label="Name of the transition"
        value={transition.name}
        onChange={(name) => dispatch(edit('transition.rename', { transitionId, name }))}
        className="h-7 text-lg font-semibold"
      />
      <Button
        look="main"
        onClick={() => void navigate(deskPath(project, { kind: 'transition', id: transitionId }))}
      >
        Open on the desk
      </Button>
      <p className="text-dim">
        {from && to ? `From ${from} to ${to}.` : from ? `${from} goes out.` : `${to ?? ''} comes in.`}
      </p>
      <CutLength {...{ project, sequence, transition }} />
      <dl className={TERMS}>
        <dt className="text-dim">Made by</dt>
        <dd>
          {transition.steps.map((s) => findStep(s.use)?.name ?? s.use).join(', ') || 'nothing: a plain cut'}
        </dd>
      </dl>
      {!asked(project, transition) && (
        <p className="text-what">
          Its shots do not meet any more, so that it rests. Put them end to end again.
        </p>
      )}
      <OwnOfSides project={project} transition={transition} />
      {asked(project, transition) && <CrossPicker project={project} transition={transition} />}
      <Button className="mt-auto" onClick={() => dispatch(edit('transition.remove', { transitionId }))}>
        <Trash2 size={14} /> Remove the transition
      </Button>
    </section>
  )
}

/** The chosen span: over what it acts, and the way to its desk. */
export function SpanPanel({ project, sequence, span }: { project: Project; sequence: Sequence; span: Span }) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const spanId = span.id
  const timecode = (f: number) => toTimecode(sequence.startTimecode + f, sequence.rate)
  const top = Math.max(span.lane, ...sequence.shots.map((s) => s.lane))
  const lanes = Array.from({ length: top + 1 }, (_, lane) => ({
    value: String(lane),
    label: lane === 0 ? 'The video alone' : lane === top ? 'Everything' : `Video and overlays up to ${lane}`,
  }))
  return (
    <section
      aria-label="Chosen span"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto p-3 *:shrink-0"
    >
      <div className="flex items-center gap-2">
        <EditableText
          label="Name of the span"
          value={span.name}
          onChange={(name) => dispatch(edit('span.rename', { spanId, name }))}
          className="h-7 flex-1 text-lg font-semibold"
        />
        <Toggle
          label="Span on"
          value={span.on}
          onChange={(on) => dispatch(edit('span.switch', { spanId, on }))}
        />
      </div>
      <Button look="main" onClick={() => void navigate(deskPath(project, { kind: 'span', id: spanId }))}>
        Open on the desk
      </Button>
      <dl className={TERMS}>
        <dt className="text-dim">Place</dt>
        <dd>
          {timecode(span.start)} – {timecode(span.start + span.length)}
        </dd>
        <dt className="text-dim">Length</dt>
        <dd>
          <NumberField
            label="Length of the span"
            value={span.length}
            min={1}
            max={1_000_000}
            soft={[1, 500]}
            step={1}
            digits={0}
            unit="frames"
            onChange={(v, gesture) =>
              dispatch(edit('span.trim', { spanId, edge: 'tail', by: Math.round(v) - span.length }, gesture))
            }
          />
        </dd>
        <dt className="text-dim">Acts on</dt>
        <dd>
          <Choice
            label="What the span acts on"
            value={String(span.lane)}
            options={lanes}
            onChange={(lane) =>
              dispatch(edit('span.move', { spanId, start: span.start, lane: Number(lane) }))
            }
          />
        </dd>
        <dt className="text-dim">Steps</dt>
        <dd>{span.steps.map((s) => s.name).join(', ') || 'none yet: open it on the desk'}</dd>
      </dl>
      <Button className="mt-auto" onClick={() => dispatch(edit('span.remove', { spanId }))}>
        <Trash2 size={14} /> Remove the span
      </Button>
    </section>
  )
}
