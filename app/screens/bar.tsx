import { type Project, type Sequence, type Shot, VARIANTS } from '@stilus/core/project'
import { ChevronRight, Gauge, Redo2, Undo2 } from 'lucide-react'
import { Link, useLocation } from 'react-router'
import { inBytes, MEMORIES, QUALITIES } from '../commands/preview'
import { allowMemory } from '../session/session'
import { sequencePath } from '../session/where'
import { edit, redo, undo } from '../store/edit'
import { useApp, useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Menu } from '../ui/overlays'

/** The bar on top: where you are, undo and redo, saved, quality, and the way to hand over. */
export function Bar({
  project,
  sequence,
  crumb,
  shot,
}: {
  project: Project
  /** Another sequence than the edit, in which one is. */
  sequence?: Sequence | undefined
  crumb?: string
  shot?: Shot | undefined
}) {
  const dispatch = useAppDispatch()
  const { history } = useApp((s) => s.project)
  const { quality, memory } = useView('quality', 'memory')
  const path = useLocation().pathname
  const undoName = history.entries[history.position - 1]?.label
  const redoName = history.entries[history.position]?.label
  return (
    <header className="flex h-10 shrink-0 items-center gap-1 border-b bg-ground px-3">
      <Link
        to="/"
        aria-label="All projects"
        className="mr-1 flex size-7 items-center justify-center rounded hover:bg-field"
      >
        <Mark />
      </Link>
      <nav aria-label="Where you are" className="flex min-w-0 items-center gap-1 text-base">
        <Link
          to={`/p/${project.id}`}
          className={
            crumb ? 'truncate rounded px-1 text-dim hover:text-text' : 'truncate rounded px-1 font-semibold'
          }
        >
          {project.name}
        </Link>
        {sequence && sequence.id !== project.sequences[0]?.id && (
          <>
            <ChevronRight size={14} className="shrink-0 text-faint" />
            <Link
              to={sequencePath(project, sequence.id)}
              className="truncate rounded px-1 text-dim hover:text-text"
            >
              {sequence.name}
            </Link>
          </>
        )}
        {crumb && (
          <>
            <ChevronRight size={14} className="shrink-0 text-faint" />
            <span className="truncate px-1 font-semibold">{crumb}</span>
          </>
        )}
      </nav>
      {shot && <Versions shot={shot} />}
      <span className="flex-1" />
      <IconButton
        label={undoName ? `Undo: ${undoName}` : 'Nothing to undo'}
        shortcut="Ctrl Z"
        disabled={!undoName}
        onClick={() => dispatch(undo)}
      >
        <Undo2 size={16} />
      </IconButton>
      <IconButton
        label={redoName ? `Redo: ${redoName}` : 'Nothing to redo'}
        shortcut="Ctrl Shift Z"
        disabled={!redoName}
        onClick={() => dispatch(redo)}
      >
        <Redo2 size={16} />
      </IconButton>
      <SaveState />
      <Menu
        align="end"
        trigger={
          <Button
            look="quiet"
            aria-label={`Preview quality: ${QUALITIES.find((q) => q.value === quality)?.label}`}
          >
            <Gauge size={15} /> {QUALITIES.find((q) => q.value === quality)?.label}
          </Button>
        }
        items={[
          ...QUALITIES.map((q) => ({
            label: q.label,
            checked: q.value === quality,
            run: () => dispatch(viewActions.set({ quality: q.value })),
          })),
          null,
          { label: `Memory for pictures: ${inBytes(memory.held)} in use`, note: true },
          ...MEMORIES.map((bytes) => ({
            label: `Up to ${inBytes(bytes)}`,
            checked: memory.limit === bytes,
            run: () => allowMemory(bytes),
          })),
        ]}
      />
      {!path.endsWith('/handover') && (
        <Link
          to={`/p/${project.id}/handover`}
          className="ml-2 inline-flex h-7 items-center rounded bg-text px-3 font-semibold text-ground hover:bg-white"
        >
          Hand over
        </Link>
      )}
    </header>
  )
}

/** The versions of a shot's steps: switch, compare, clear. A variant that was never used begins as a copy. */
function Versions({ shot }: { shot: Shot }) {
  const dispatch = useAppDispatch()
  const now = shot.variant ?? 'A'
  const others = VARIANTS.filter((v) => v !== now && shot.variants?.[v])
  return (
    <Menu
      trigger={
        <Button look="quiet" aria-label={`Version ${now} of the steps`} className="px-2">
          Version {now}
        </Button>
      }
      items={[
        ...VARIANTS.map((variant) => ({
          label:
            shot.variants?.[variant] || variant === now
              ? `Version ${variant}`
              : `Version ${variant}: begin as a copy`,
          checked: variant === now,
          run: () => {
            if (variant !== now) dispatch(edit('variant.switch', { shotId: shot.id, to: variant }))
            dispatch(viewActions.step(null))
          },
        })),
        ...(others.length ? [null] : []),
        ...others.map((id) => ({
          label: `Compare with version ${id}`,
          run: () => dispatch(viewActions.compare({ mode: 'split', against: { kind: 'variant', id } })),
        })),
        ...others.map((variant) => ({
          label: `Clear version ${variant}`,
          danger: true,
          run: () => dispatch(edit('variant.clear', { shotId: shot.id, variant })),
        })),
      ]}
    />
  )
}

export function Mark() {
  return (
    <svg
      width={20}
      height={20}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeLinecap="round"
      aria-hidden
    >
      <path d="M4 20 20 4" strokeWidth={2} />
      <path d="M4 12a8 8 0 0 1 8-8M20 12a8 8 0 0 1-8 8" strokeWidth={1.6} />
    </svg>
  )
}

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })

function SaveState() {
  const { status, savedAt, elsewhere } = useApp((s) => s.project)
  if (elsewhere) return <span className="px-2 text-what">Open in another tab</span>
  if (typeof status === 'object') return <span className="px-2 text-alert">Not saved</span>
  const at = savedAt ? CLOCK.format(savedAt) : ''
  return (
    <span role="status" className="w-24 px-2 text-right whitespace-nowrap text-dim">
      {status === 'saving' ? 'Saving …' : `Saved ${at}`}
    </span>
  )
}
