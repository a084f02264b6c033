import { compareEdit, getSequence, type Project, type Sequence, type ShotChange } from '@stilus/core/project'
import { toTimecode } from '@stilus/core/time'
import { layOutEdit } from '@stilus/engine'
import { Copy } from 'lucide-react'
import { useMemo } from 'react'
import { onlyAnew, takeIn, takingIn } from '../session/incoming'
import { openSequence, sequencePath } from '../session/where'
import { tell } from '../session/work'
import { location } from '../store/edit'
import { incomingActions, type Report, type Waiting } from '../store/incoming'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { cx } from '../ui/classes'
import { EmptyState, Toggle } from '../ui/fields'
import { LongList } from '../ui/long-list'
import { saidOf, summed, WAYS } from './incoming-words'

/** An edit that has been read: what it changes, before anything is touched, or what was changed or left out of it. */
export function IncomingPanel({ project, incoming }: { project: Project; incoming: Waiting | Report }) {
  return incoming.kind === 'report' ? (
    <Outcome report={incoming} />
  ) : (
    <Changes {...{ project, waiting: incoming }} />
  )
}

/** What an edit changes on a project, why it can only be laid out anew, and what there is to know; nothing where its sequence is gone. */
function compared(project: Project, { sequenceId, timeline, stay }: Waiting) {
  const sequence = project.sequences.find((s) => s.id === sequenceId)
  if (!sequence) return undefined
  const layout = layOutEdit(project, sequence, timeline)
  const changes = layout.sequences
    .filter((laid) => !laid.isNew)
    .flatMap((laid) => {
      const of = getSequence(project, laid.sequenceId)
      return compareEdit(of, laid).map((change) => ({ ...change, of }))
    })
  const anew = onlyAnew(project, layout)
  if (anew !== undefined) return { changes, anew, notes: [anew] }
  const said = [...(timeline.notes ?? []), ...layout.notes]
  try {
    const { notes, left } = takingIn(project, layout, { stay })
    return { changes, anew, notes: [...said, ...notes, ...left] }
  } catch (error) {
    return { changes, anew, notes: [...said, (error as Error).message] }
  }
}

function Changes({ project, waiting }: { project: Project; waiting: Waiting }) {
  const dispatch = useAppDispatch()
  const { name, stay } = waiting
  const found = useMemo(() => compared(project, waiting), [project, waiting])
  const close = () => dispatch(incomingActions.closed())
  if (!found)
    return (
      <EmptyState text={`The sequence that "${name}" was read over is gone.`}>
        <Button onClick={close}>Leave it</Button>
      </EmptyState>
    )
  const { changes, anew, notes } = found
  const touched = changes.filter((c) => c.ways.length)
  return (
    <section aria-label="A changed edit" className="flex min-h-0 flex-1 flex-col">
      <header className="grid gap-1 border-b p-3">
        <h2 className="text-lg font-semibold">{name}</h2>
        <p className="text-dim">
          {summed(changes)}. Treatments stay on their pictures. Nothing is changed yet.
        </p>
      </header>
      {touched.length ? (
        <LongList
          label="What it changes"
          items={touched}
          keyOf={({ old }, i) => old?.id ?? `new ${i}`}
          row={48}
        >
          {(change) => (
            <Row
              {...{ project, change }}
              stays={stay.includes(change.old?.id ?? '')}
              onStay={(on) => dispatch(incomingActions.stays({ id: change.old?.id ?? '', on }))}
            />
          )}
        </LongList>
      ) : (
        <p className="flex-1 p-3 text-dim">Every shot is where the edit has it.</p>
      )}
      {notes.length > 0 && <Notes label="What to know" notes={notes} className="max-h-52 border-t" />}
      <footer className="grid gap-2 border-t p-3">
        {anew === undefined && (
          <Button look="main" onClick={() => takeIn(waiting)}>
            Take the changes in
          </Button>
        )}
        <div className="grid grid-cols-2 gap-2">
          <Button onClick={() => takeIn(waiting, true)}>Lay it out anew</Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </footer>
    </section>
  )
}

interface RowProps {
  project: Project
  change: ShotChange & { of: Sequence }
  stays: boolean
  onStay(on: boolean): void
}

/** A shot that changes: a click goes to where it is, or will be. */
function Row({ project, change, stays, onStay }: RowProps) {
  const dispatch = useAppDispatch()
  const { old, now, ways, of } = change
  const shot = now ?? old
  if (!shot) return null
  const isGone = !now
  const go = () => {
    if (openSequence()?.id === of.id) dispatch(viewActions.set({ frame: (old ?? shot).start }))
    else location.go(sequencePath(project, of.id))
  }
  return (
    <div className="flex items-center gap-2 rounded p-1.5 hover:bg-field">
      <button type="button" className="grid min-w-0 flex-1 text-left" onClick={go}>
        <span className="flex gap-2">
          <span className="min-w-0 truncate">{(old ?? shot).name}</span>
          <span className="ml-auto shrink-0 text-xs text-dim">
            {toTimecode(of.startTimecode + shot.start, of.rate)}
          </span>
        </span>
        <span className="text-xs text-dim">
          <b className="font-semibold">{ways.map((way) => WAYS[way]).join(', ')}</b>:{' '}
          {isGone && stays ? 'stays, on a lane of its own' : saidOf(project, change)}
        </span>
      </button>
      {isGone && <Toggle label={`Keep ${shot.name}`} value={stays} onChange={onStay} />}
    </div>
  )
}

interface NotesProps {
  label: string
  notes: readonly string[]
  className: string
}

const Notes = ({ label, notes, className }: NotesProps) => (
  <ul aria-label={label} className={cx('shrink-0 list-disc overflow-y-auto py-2 pr-3 pl-7', className)}>
    {notes.map((note, i) => (
      <li key={i} className="py-0.5">
        {note}
      </li>
    ))}
  </ul>
)

function Outcome({ report: { name, layout, notes } }: { report: Report }) {
  const dispatch = useAppDispatch()
  const laid = layout.sequences.flatMap((sequence) =>
    sequence.shots.map((shot) => ({ shot, sequence })).sort((a, b) => a.shot.start - b.shot.start),
  )
  const time = ({ shot, sequence }: (typeof laid)[number]) =>
    toTimecode(sequence.startTimecode + shot.start, sequence.rate)
  const copy = () => {
    const lines = laid.map((each) => `${time(each)}  ${each.shot.name}`)
    void navigator.clipboard
      .writeText([name, '', 'Changed or left out:', ...notes, '', 'Laid out:', ...lines].join('\n'))
      .then(() => tell('info', 'The report is copied.'))
      .catch(() => tell('problem', 'The report could not be copied: the browser does not allow it here.'))
  }
  return (
    <section aria-label="What came of the edit" className="flex min-h-0 flex-1 flex-col">
      <header className="grid gap-1 border-b p-3">
        <h2 className="text-lg font-semibold">{name}</h2>
        <p className="text-dim">
          {laid.length} shots are laid out. {notes.length === 1 ? 'One thing' : `${notes.length} things`}{' '}
          changed or left out:
        </p>
      </header>
      <Notes label="Changed or left out" notes={notes} className="max-h-[55%] border-b" />
      <LongList label="Laid out" items={laid} keyOf={({ shot }) => shot.id} row={26}>
        {(each) => (
          <div className="flex h-6.5 items-center gap-2 px-1.5">
            <span className="min-w-0 flex-1 truncate">{each.shot.name}</span>
            <span className="text-xs text-dim">{time(each)}</span>
          </div>
        )}
      </LongList>
      <footer className="grid grid-cols-2 gap-2 border-t p-3">
        <Button onClick={copy}>
          <Copy size={14} /> Copy as text
        </Button>
        <Button look="main" onClick={() => dispatch(incomingActions.closed())}>
          Done
        </Button>
      </footer>
    </section>
  )
}
