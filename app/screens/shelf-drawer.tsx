import {
  findOwner,
  type Project,
  type ScreenItem,
  type ShelfItem,
  type Stage,
  type Still,
} from '@stilus/core/project'
import { AudioLines, Camera, Crosshair, ImageOff, Move3d, Pipette, SquareDashed, Trash2 } from 'lucide-react'
import { type ReactNode, useRef } from 'react'
import { useNavigate } from 'react-router'
import { keepStillOf } from '../session/stills'
import { deskPath } from '../session/where'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { readMotionFile } from '../motion/read-motion'
import { useAppDispatch, useView } from '../store/store'
import { type Drawing, viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { EditableText } from '../ui/fields'
import { Menu } from '../ui/overlays'
import { startPicking } from '../viewer/picking'
import { Thumb } from '../viewer/thumb'
import { Head } from './drawers'

const TRACK_HINTS: Partial<Record<Drawing, string>> = {
  point: 'Click on a corner or a spot with contrast.',
  pair: 'Click on two spots that belong to the same thing.',
  plane: 'Drag a box over the plane; its corners can be laid exactly afterwards.',
}

/** Things that are a line with their name. */
const PLAIN: readonly { kind: ShelfItem['kind']; title: string }[] = [
  { kind: 'motion', title: 'Motions' },
  { kind: 'region', title: 'Regions' },
  { kind: 'colour', title: 'Colours' },
  { kind: 'level', title: 'Loudness' },
]

/** What was made for the shots and can serve again: kept stills, screens, motions, regions, sampled colours, measured sound. */
export function ShelfDrawer({ project, stage }: { project: Project; stage: Stage }) {
  const dispatch = useAppDispatch()
  const shelf = project.shelf ?? []
  const { drawing } = useView('drawing')
  const picker = useRef<HTMLInputElement>(null)
  const draw = (kind: Drawing) =>
    void dispatch(viewActions.set({ drawing: kind, motionId: null, look: 'result' }))
  const sample = () =>
    startPicking(9, (value) => {
      const name = `Colour ${shelf.filter((s) => s.kind === 'colour').length + 1}`
      dispatch(edit('shelf.put', { item: { id: uid(), name, kind: 'colour', value } }))
    })
  return (
    <>
      <Head title="Shelf" />
      <div className="grid grid-cols-2 gap-1.5 border-b p-2">
        <Button onClick={() => void keepStillOf(project, stage)}>
          <Camera size={14} /> Keep a still
        </Button>
        <Button onClick={sample}>
          <Pipette size={14} /> Sample a colour
        </Button>
        <Menu
          trigger={
            <Button
              disabled={stage.shot?.source.kind !== 'medium'}
              aria-pressed={drawing === 'point' || drawing === 'pair' || drawing === 'plane'}
            >
              <Crosshair size={14} /> Track …
            </Button>
          }
          items={[
            { label: 'A point', run: () => draw('point') },
            { label: 'Two points, for turn and size', run: () => draw('pair') },
            { label: 'A plane', run: () => draw('plane') },
            null,
            { label: 'Read a motion (CSV or JSON) …', run: () => picker.current?.click() },
          ]}
        />
        <input
          ref={picker}
          type="file"
          hidden
          accept=".csv,.json"
          data-testid="motion-input"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file && stage.shot) void readMotionFile(file, stage.shot)
            e.target.value = ''
          }}
        />
        {drawing && TRACK_HINTS[drawing] && <p className="col-span-2 text-when">{TRACK_HINTS[drawing]}</p>}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto p-2">
        {!shelf.length && !project.stills?.length && (
          <p className="p-2 text-dim">
            Nothing lies here yet. Stills to compare with, colours sampled from the picture, tracked motions,
            regions and measured sound come here and serve every shot.
          </p>
        )}
        <Section title="Stills" show={Boolean(project.stills?.length)}>
          {(project.stills ?? []).map((still) => (
            <StillRow key={still.id} project={project} still={still} />
          ))}
        </Section>
        <Section title="Screens" show={shelf.some((s) => s.kind === 'screen')}>
          {shelf
            .filter((s) => s.kind === 'screen')
            .map((item) => (
              <ScreenRow key={item.id} project={project} item={item} />
            ))}
        </Section>
        {PLAIN.map(({ kind, title }) => (
          <Section key={kind} title={title} show={shelf.some((s) => s.kind === kind)}>
            {shelf
              .filter((s) => s.kind === kind)
              .map((item) => (
                <ItemRow key={item.id} item={item} stage={stage} />
              ))}
          </Section>
        ))}
      </div>
    </>
  )
}

const Section = ({ title, show, children }: { title: string; show: boolean; children: ReactNode }) =>
  show && (
    <section aria-label={title} className="mb-3">
      <h3 className="px-1 pb-1 text-xs font-semibold text-faint">{title}</h3>
      <ul>{children}</ul>
    </section>
  )

function StillRow({ project, still }: { project: Project; still: Still }) {
  const dispatch = useAppDispatch()
  const compare = () =>
    dispatch(viewActions.compare({ mode: 'split', against: { kind: 'still', id: still.id } }))
  return (
    <li className="flex items-center gap-2 rounded p-1 hover:bg-field">
      <button type="button" aria-label={`Compare with ${still.name}`} onClick={compare}>
        <Thumb
          project={project}
          target={{ kind: 'medium', mediaId: still.mediaId }}
          frame={0}
          width={72}
          className="rounded-sm"
        />
      </button>
      <EditableText
        label="Name of the still"
        value={still.name}
        onChange={(name) => dispatch(edit('still.rename', { stillId: still.id, name }))}
        className="h-7 flex-1"
      />
      <IconButton
        label={`Remove still ${still.name}`}
        onClick={() => dispatch(edit('still.remove', { stillId: still.id }))}
      >
        <Trash2 size={14} />
      </IconButton>
    </li>
  )
}

/** A screen that was read: its picture, and in how much of that it was seen. */
function ScreenRow({ project, item }: { project: Project; item: ScreenItem }) {
  const dispatch = useAppDispatch()
  const { mediaId, facts } = item
  return (
    <li className="flex items-center gap-2 rounded p-1 hover:bg-field">
      {mediaId ? (
        <Thumb
          project={project}
          target={{ kind: 'medium', mediaId }}
          frame={0}
          width={72}
          className="rounded-sm"
        />
      ) : (
        <ImageOff size={16} className="mx-1.5 shrink-0 text-dim" />
      )}
      <div className="grid min-w-0 flex-1">
        <EditableText
          label="Name of the screen"
          value={item.name}
          onChange={(name) => dispatch(edit('shelf.rename', { shelfId: item.id, name }))}
          className="h-7"
        />
        <span className="pl-1 text-xs text-faint">
          {mediaId
            ? `cloth seen in ${Math.round(100 * facts.seen)} % of the picture`
            : 'it moves: each frame is read by itself'}
        </span>
      </div>
      <IconButton
        label={`Remove ${item.name}`}
        onClick={() => dispatch(edit('shelf.remove', { shelfId: item.id }))}
      >
        <Trash2 size={14} />
      </IconButton>
    </li>
  )
}

function ItemRow({ item, stage }: { item: ShelfItem; stage: Stage }) {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const openMotion = (shotId: string) => {
    dispatch(viewActions.set({ motionId: item.id, drawing: null }))
    // A motion is seen on footage: where there is none, it opens on the shot in which it was measured.
    if (!stage.shot && findOwner(stage.project, 'shot', shotId))
      void navigate(deskPath(stage.project, { kind: 'shot', id: shotId }))
  }
  return (
    <li className="flex items-center gap-2 rounded p-1 hover:bg-field">
      {item.kind === 'colour' ? (
        <span
          aria-hidden
          className="size-6 shrink-0 rounded-sm border border-line-strong"
          style={{ background: `color(srgb-linear ${item.value.join(' ')})` }}
        />
      ) : item.kind === 'motion' ? (
        <IconButton label={`Open motion ${item.name}`} onClick={() => openMotion(item.shotId)}>
          <Move3d size={16} />
        </IconButton>
      ) : item.kind === 'region' ? (
        <SquareDashed size={16} className="mx-1.5 shrink-0 text-dim" />
      ) : (
        <AudioLines size={16} className="mx-1 shrink-0 text-dim" />
      )}
      <EditableText
        label="Name"
        value={item.name}
        onChange={(name) => dispatch(edit('shelf.rename', { shelfId: item.id, name }))}
        className="h-7 flex-1"
      />
      <IconButton
        label={`Remove ${item.name}`}
        onClick={() => dispatch(edit('shelf.remove', { shelfId: item.id }))}
      >
        <Trash2 size={14} />
      </IconButton>
    </li>
  )
}
