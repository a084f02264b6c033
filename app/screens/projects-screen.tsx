import { numbered } from '@stilus/core/media'
import { emptyHistory, newProject } from '@stilus/core/project'
import {
  deleteProject,
  listProjects,
  type ProjectCard,
  saveProject,
  storageRoom,
  unpackProject,
} from '@stilus/engine'
import { MoreHorizontal, Plus } from 'lucide-react'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { importFiles } from '../session/importing'
import { enterProject, leaveProject } from '../session/session'
import { tell, work } from '../session/work'
import { Button } from '../ui/button'
import { Menu, Modal } from '../ui/overlays'
import { Mark } from './bar'
import { FileDrop } from './file-drop'

/** All projects of this browser, and the ways to a new one. */
/** What a project is called by its first file: the name without its ending, and without the number of a numbered still. */
const nameFrom = (file: string) =>
  numbered(file)?.stem.replace(/[._ -]+$/, '') || file.replace(/\.[^.]+$/, '')

export function ProjectsScreen() {
  const navigate = useNavigate()
  const [cards, setCards] = useState<ProjectCard[] | null>(null)
  const [room, setRoom] = useState<{ used: number; quota: number } | null>(null)
  const [doomed, setDoomed] = useState<ProjectCard | null>(null)
  const picker = useRef<HTMLInputElement>(null)
  const refresh = useCallback(async () => {
    setCards(await listProjects())
    setRoom(await storageRoom())
  }, [])
  useEffect(() => {
    void leaveProject().then(refresh)
  }, [refresh])

  const create = async (files: File[] = []) => {
    const name = files[0] ? nameFrom(files[0].name) : 'Untitled project'
    const project = newProject(crypto.randomUUID(), name)
    const made = await work('Making a project', async (_, signal) => {
      await saveProject(project, emptyHistory(), null)
      if (signal.aborted) return deleteProject(project.id).then(() => false)
      await enterProject(project.id)
      return true
    })
    if (!made) return
    void navigate(`/p/${project.id}`)
    await importFiles(files, true)
  }
  const open = async (files: File[]) => {
    const packages = files.filter((f) => f.name.toLowerCase().endsWith('.zip'))
    const rest = files.filter((f) => !packages.includes(f))
    for (const file of packages) {
      const project = await work(`Opening ${file.name}`, (share, signal) =>
        unpackProject(file, share, signal),
      )
      if (project) void navigate(`/p/${project.id}`)
    }
    if (rest.length) await create(rest)
  }
  const gb = (bytes: number) => `${(bytes / 1e9).toFixed(1)} GB`
  return (
    <FileDrop onFiles={(files) => void open(files)}>
      <div className="h-full overflow-y-auto">
        <main className="mx-auto max-w-[1120px] px-8 py-10">
          <header className="mb-8 flex items-center gap-3">
            <Mark />
            <h1 className="text-xl font-semibold">Stilus</h1>
            <span className="flex-1" />
            <Button onClick={() => picker.current?.click()}>Open package or edit …</Button>
            <Button look="main" onClick={() => void create()}>
              <Plus size={15} /> New project
            </Button>
            <input
              ref={picker}
              type="file"
              multiple
              hidden
              data-testid="open-input"
              onChange={(e) => {
                void open([...(e.target.files ?? [])])
                e.target.value = ''
              }}
            />
          </header>
          <ul className="grid grid-cols-3 gap-5" aria-label="Projects">
            {cards?.map((card) => (
              <Card key={card.id} card={card} onDelete={() => setDoomed(card)} />
            ))}
            {cards && !cards.some((c) => c.id === DEMO_ID) && <DemoCard />}
          </ul>
          {cards?.length === 0 && (
            <p className="mt-6 max-w-[60ch] text-dim">
              Projects stay in this browser. Open the demo to look around, or drop an edit with its media
              anywhere on this page to begin.
            </p>
          )}
          {room && room.quota > 0 && (
            <p className="mt-8 text-faint">
              {gb(room.used)} of {gb(room.quota)} used in this browser
            </p>
          )}
        </main>
        <Modal
          title={`Delete "${doomed?.name ?? ''}"?`}
          open={doomed !== null}
          onClose={() => setDoomed(null)}
        >
          <div className="grid gap-4 p-4">
            <p className="text-dim">
              The project and its media are removed from this browser. This cannot be undone; a saved package
              brings it back.
            </p>
            <div className="flex justify-end gap-2">
              <Button onClick={() => setDoomed(null)}>Keep it</Button>
              <Button
                look="main"
                onClick={() => {
                  const id = doomed?.id
                  setDoomed(null)
                  if (id) void deleteProject(id).then(refresh, (e: Error) => tell('problem', e.message))
                }}
              >
                Delete
              </Button>
            </div>
          </div>
        </Modal>
      </div>
    </FileDrop>
  )
}

/** The id of the demo project in its package. */
export const DEMO_ID = 'the-tin-comet'

function Card({ card, onDelete }: { card: ProjectCard; onDelete(): void }) {
  const url = useMemo(() => card.still && URL.createObjectURL(card.still), [card.still])
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url])
  return (
    <li className="group relative">
      <Link to={`/p/${card.id}`} className="block overflow-hidden rounded-md bg-raised hover:bg-field">
        <Still url={url} />
        <div className="px-3 py-2.5">
          <p className="truncate text-base font-semibold">{card.name}</p>
          <p className="text-dim">
            {card.shots} {card.shots === 1 ? 'shot' : 'shots'},{' '}
            {new Date(card.updated).toLocaleDateString([], { day: 'numeric', month: 'long' })}
          </p>
        </div>
      </Link>
      <div className="absolute right-2 bottom-4">
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label={`More for ${card.name}`}
              className="flex size-7 items-center justify-center rounded text-dim hover:bg-fill hover:text-text"
            >
              <MoreHorizontal size={16} />
            </button>
          }
          items={[{ label: 'Delete …', danger: true, run: onDelete }]}
        />
      </div>
    </li>
  )
}

function DemoCard() {
  return (
    <li>
      <Link to="/demo" className="block overflow-hidden rounded-md bg-raised hover:bg-field">
        <Still url="/demo/still.jpg" />
        <div className="px-3 py-2.5">
          <p className="text-base font-semibold">The Tin Comet</p>
          <p className="text-dim">The demo: an edit with its media, to try everything on</p>
        </div>
      </Link>
    </li>
  )
}

function Still({ url }: { url: string | undefined }) {
  return (
    <div
      className="aspect-video bg-surround bg-cover bg-center"
      style={url ? { backgroundImage: `url("${url}")` } : {}}
    />
  )
}
