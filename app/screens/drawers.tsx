import { type Medium, type Project, type Sequence, type Source, usesOf } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { rateName } from '@stilus/core/time'
import { Import, TriangleAlert, X } from 'lucide-react'
import { type ReactNode, useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { keepDesign, saveDesignFile } from '../session/own-designs'
import { saveDesign } from '../session/save-design'
import { importFiles, MEDIA_ACCEPT, placeMedium, placeSource, takeApart } from '../session/importing'
import { carries } from '../session/carrying'
import { newDesign, newSequence } from '../session/made'
import { screensFor } from '../session/screens'
import { sequencePath } from '../session/where'
import { edit, travel } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { cx } from '../ui/classes'
import { EmptyState } from '../ui/fields'
import { LongList } from '../ui/long-list'
import { MoreButton } from '../ui/more-button'
import { Menu } from '../ui/overlays'
import { Thumb } from '../viewer/thumb'
import { ReadAs } from './read-as'

/** The title of a drawer, with the way to close it. */
export function Head({ title, children }: { title: string; children?: ReactNode }) {
  const dispatch = useAppDispatch()
  return (
    <header className="flex h-10 shrink-0 items-center justify-between border-b pr-1.5 pl-3">
      <h2 className="font-semibold">{title}</h2>
      <div className="flex">
        {children}
        <IconButton
          label="Close"
          onClick={() =>
            dispatch(viewActions.set({ drawer: null, trying: null, insertAt: null, branch: null }))
          }
        >
          <X size={15} />
        </IconButton>
      </div>
    </header>
  )
}

export function ShotsDrawer({
  project,
  sequence,
  shotId,
}: {
  project: Project
  sequence: Sequence | undefined
  shotId: string
}) {
  const shots = useMemo(() => [...(sequence?.shots ?? [])].sort((a, b) => a.start - b.start), [sequence])
  return (
    <>
      <Head title="Shots" />
      <LongList
        label="Shots"
        items={shots}
        keyOf={(shot) => shot.id}
        row={60}
        inView={shots.findIndex((shot) => shot.id === shotId)}
      >
        {(shot) => (
          <Link
            to={`/p/${project.id}/shot/${shot.id}`}
            aria-current={shot.id === shotId}
            className={cx(
              'flex items-center gap-2.5 rounded p-1.5 hover:bg-field',
              shot.id === shotId && 'bg-field',
            )}
          >
            <ShotThumb project={project} shotId={shot.id} frame={Math.floor(shot.length / 2)} />
            <span className="grid min-w-0">
              <span className="truncate">{shot.name}</span>
              <span className="text-xs text-dim">
                {shot.steps.length} {shot.steps.length === 1 ? 'step' : 'steps'}, {shot.state}
              </span>
            </span>
          </Link>
        )}
      </LongList>
    </>
  )
}

function ShotThumb({ project, shotId, frame }: { project: Project; shotId: string; frame: number }) {
  const target = useMemo<Target>(() => ({ kind: 'stack', stack: { kind: 'shot', id: shotId } }), [shotId])
  return <Thumb project={project} target={target} frame={frame} width={84} className="rounded-sm" />
}

export function MediaDrawer({ project }: { project: Project }) {
  const [read, setRead] = useState<string | null>(null)
  const picker = useRef<HTMLInputElement>(null)
  // Kept stills and screens lie on the shelf.
  const shelved = new Set(
    [...(project.stills ?? []), ...screensFor(project, undefined)].map((s) => s.mediaId),
  )
  const media = project.media.filter((m) => !shelved.has(m.id))
  return (
    <>
      <Head title="Media" />
      <div className="border-b p-2">
        <Button className="w-full" onClick={() => picker.current?.click()}>
          <Import size={15} /> Import media or an edit
        </Button>
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          data-testid="import-input"
          accept={`${MEDIA_ACCEPT},.otio,.edl,.ora,.svg,.srt,.vtt`}
          onChange={(e) => {
            void importFiles([...(e.target.files ?? [])], true)
            e.target.value = ''
          }}
        />
      </div>
      {!media.length && (
        <EmptyState text="Drop video, stills, sound or an OpenTimelineIO edit anywhere on this window." />
      )}
      <MadeHere project={project} />
      <LongList label="Media" items={media} keyOf={(m) => m.id} row={52}>
        {(m) => (
          <div
            className="group rounded p-1.5 hover:bg-field"
            {...(m.kind === 'sound' ? {} : carries({ kind: 'medium', mediaId: m.id }))}
          >
            <div className="flex items-center gap-1.5">
              {m.kind === 'missing' && <TriangleAlert size={14} className="shrink-0 text-what" />}
              <span className="min-w-0 flex-1 truncate" title={m.name}>
                {m.name}
              </span>
              <MediumMenu
                project={project}
                medium={m}
                read={read === m.id}
                onRead={() => setRead(read === m.id ? null : m.id)}
              />
            </div>
            <p className="text-xs text-dim">{describe(m)}</p>
            {read === m.id && <ReadAs medium={m} />}
          </div>
        )}
      </LongList>
    </>
  )
}

/** Sequences and designs of the project, and the way to make more. */
function MadeHere({ project }: { project: Project }) {
  const dispatch = useAppDispatch()
  return (
    <div className="flex max-h-[55%] shrink-0 flex-col gap-1 border-b p-2">
      <div className="grid shrink-0 grid-cols-2 gap-1.5">
        <Button onClick={newDesign}>New design</Button>
        <Button onClick={newSequence}>New sequence</Button>
      </div>
      <ul aria-label="Sequences and designs" className="min-h-0 overflow-y-auto">
        {project.sequences.map((s, i) => (
          <Made
            key={s.id}
            name={i ? s.name : `${s.name}, the edit`}
            says={`Sequence, ${s.shots.length} ${s.shots.length === 1 ? 'shot' : 'shots'}`}
            to={sequencePath(project, s.id)}
            source={{ kind: 'comp', sequenceId: s.id }}
            onRemove={i ? () => dispatch(edit('sequence.remove', { sequenceId: s.id })) : undefined}
          />
        ))}
        {project.designs.map((d) => (
          <Made
            key={d.id}
            name={d.name}
            says={`Design, ${d.objects.length} ${d.objects.length === 1 ? 'object' : 'objects'}`}
            to={`/p/${project.id}/design/${d.id}`}
            source={{ kind: 'design', designId: d.id }}
            onRemove={() => dispatch(edit('design.remove', { designId: d.id }))}
          />
        ))}
      </ul>
    </div>
  )
}

interface MadeProps {
  name: string
  says: string
  to: string
  source: Source
  onRemove?: (() => void) | undefined
}

function Made({ name, says, to, source, onRemove }: MadeProps) {
  return (
    <li className="flex items-center gap-1.5 rounded p-1.5 hover:bg-field" {...carries(source)}>
      <Link to={to} className="grid min-w-0 flex-1" draggable={false}>
        <span className="truncate">{name}</span>
        <span className="text-xs text-dim">{says}</span>
      </Link>
      <Menu
        align="end"
        trigger={<MoreButton of={name} className="text-dim hover:bg-fill hover:text-text" />}
        items={[
          { label: 'Lay over the sequence at the playhead', run: () => placeSource(source, undefined, true) },
          { label: 'Place at the end of the sequence', run: () => placeSource(source) },
          ...(source.kind === 'design'
            ? [
                { label: 'Keep on the shelf', run: () => void keepDesign(source.designId) },
                { label: 'Save as a file', run: () => void saveDesignFile(source.designId) },
                { label: 'Save as an SVG drawing', run: () => void saveDesign(source.designId) },
              ]
            : []),
          ...(onRemove ? [null, { label: 'Remove', danger: true, run: onRemove }] : []),
        ]}
      />
    </li>
  )
}

interface MediumMenuProps {
  project: Project
  medium: Medium
  /** Whether it shows how it is read. */
  read: boolean
  onRead(): void
}

function MediumMenu({ project, medium, read, onRead }: MediumMenuProps) {
  const dispatch = useAppDispatch()
  const sounds = project.sequences.flatMap((s) => s.sounds).filter((c) => c.mediaId === medium.id)
  const clips = sounds.length + usesOf(project, { kind: 'medium', mediaId: medium.id }).length
  return (
    <Menu
      align="end"
      trigger={<MoreButton of={medium.name} className="text-dim hover:bg-fill hover:text-text" />}
      items={[
        {
          label: 'Place on the sequence',
          disabled: medium.kind === 'missing',
          run: () => placeMedium(medium.id),
        },
        ...(medium.kind === 'video' || medium.kind === 'still'
          ? [{ label: read ? 'Hide how it is read' : 'Colour and alpha …', run: onRead }]
          : []),
        ...(medium.gaps ? [{ label: 'Take apart into stills', run: () => void takeApart(medium) }] : []),
        {
          label: clips ? `Remove with ${clips === 1 ? 'its clip' : `its ${clips} clips`}` : 'Remove',
          danger: true,
          run: () => dispatch(edit('medium.remove', { mediaId: medium.id })),
        },
      ]}
    />
  )
}

/** What a medium is, in one line. */
export function describe(m: Medium): string {
  if (m.kind === 'missing') return 'Missing: drop the file anywhere to find it by name'
  const sound = m.sound
    ? `${m.sound.codec} ${m.sound.sampleRate / 1000} kHz ${m.sound.channels === 1 ? 'mono' : `${m.sound.channels} ch`}`
    : 'no sound'
  if (m.kind === 'sound') return `${m.seconds.toFixed(1)} s, ${sound}`
  const size = `${m.width} × ${m.height}`
  if (m.kind === 'still') return `${size}, still, ${m.codec}${m.coding ? `, ${m.coding}` : ''}`
  if (m.gaps) {
    const missing = m.gaps.length ? `, ${m.gaps.length} missing` : ''
    return `${size}, ${m.frames} numbered pictures${missing}, ${rateName(m.rate)} fps, ${m.codec}, ${m.coding}`
  }
  return `${size}, ${rateName(m.rate)} fps, ${m.frames} frames, ${m.seconds.toFixed(2)} s, ${m.codec}, ${m.coding}, ${sound}`
}

export function HistoryDrawer() {
  const { entries, position } = useApp((s) => s.project.history)
  const dispatch = useAppDispatch()
  const acts = useMemo(() => ['As opened', ...entries.map((entry) => entry.label)], [entries])
  return (
    <>
      <Head title="History" />
      <LongList label="History" items={acts} keyOf={(_, i) => String(i)} row={28} inView={position}>
        {(label, i) => (
          <button
            type="button"
            aria-current={i === position}
            className={cx(
              'flex h-7 w-full items-center rounded px-2 text-left hover:bg-field',
              i === position && 'bg-field font-semibold',
              i > position && 'text-faint',
            )}
            onClick={() => dispatch(travel(i))}
          >
            <span className="truncate">{label}</span>
          </button>
        )}
      </LongList>
    </>
  )
}
