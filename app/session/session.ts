import {
  Autosave,
  findMedium,
  holdProject,
  openProject,
  Pace,
  Player,
  Renderer,
  saveProject,
  saveStill,
  toJpeg,
} from '@stilus/engine'
import { type History, type Project, sequenceLength } from '@stilus/core/project'
import { location } from '../store/edit'
import { noticeActions } from '../store/notices'
import { type Whereabouts, projectActions } from '../store/project'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { frameListeners } from './frames'
import { keptFile } from './library'

/** Where the budget of memory is remembered. */
const MEMORY = 'stilus memory'

interface Saved {
  document: Project
  history: History<Whereabouts>
}

/** Everything that runs for the open project and is not state: renderer, player, saving. There is one at a time. */
export class Session {
  readonly renderer: Renderer
  readonly player: Player
  /** What a moving hand can have. */
  readonly pace = new Pace()
  readonly #autosave: Autosave<Saved>
  readonly #release: () => void
  readonly #unsubscribe: () => void
  readonly #meter: ReturnType<typeof setInterval>
  #last: Project

  constructor(
    readonly projectId: string,
    document: Project,
  ) {
    this.#last = document
    this.renderer = new Renderer(async (id) => (await findMedium(projectId, id)) ?? keptFile(id), {
      onProblem: (message) => store.dispatch(noticeActions.told('problem', message)),
    })
    const chosen = Number(localStorage.getItem(MEMORY))
    if (chosen > 0) this.renderer.memory = chosen
    this.renderer.warm(document)
    this.player = new Player(this.renderer, {
      frame(frame, picture) {
        store.dispatch(viewActions.set({ frame }))
        for (const listener of frameListeners) listener(picture)
      },
      rate: (fps, dropped) => store.dispatch(viewActions.set({ shown: { fps, dropped } })),
      stopped: (frame) => store.dispatch(viewActions.set({ frame, playing: false })),
    })
    this.#autosave = new Autosave<Saved>(
      (state) => saveProject(state.document, state.history, location.path()),
      (status) => this.#told(status),
    )
    this.#release = holdProject(
      projectId,
      () => void this.#held(),
      () => store.dispatch(projectActions.elsewhere(true)),
    )
    this.#unsubscribe = store.subscribe(() => this.#watch())
    this.#meter = setInterval(() => this.#showMemory(), 1000)
  }

  /** Saves at once. */
  flush(): Promise<void> {
    return this.#autosave.flush()
  }

  /** Sets how many bytes all that is kept may take; the choice stays from visit to visit. */
  allow(bytes: number): void {
    this.renderer.memory = bytes
    localStorage.setItem(MEMORY, String(bytes))
    this.#showMemory()
  }

  /** Saves a picture of the project for its card. */
  async keepStill(): Promise<void> {
    const project = store.getState().project.document
    const [sequence] = project?.sequences ?? []
    if (!project || !sequence || !sequenceLength(sequence)) return
    const frame = Math.floor(sequenceLength(sequence) / 3)
    const scale = Math.min(1, 480 / sequence.size.width)
    const picture = await this.renderer.render({ project, target: { kind: 'sequence' }, frame, scale })
    await saveStill(project.id, await toJpeg(picture))
  }

  async close(): Promise<void> {
    this.player.stop()
    this.#unsubscribe()
    clearInterval(this.#meter)
    await this.#autosave.close()
    await this.keepStill().catch(() => undefined)
    this.#release()
    this.renderer.close()
  }

  #showMemory(): void {
    const { held, memory: limit } = this.renderer
    const { memory } = store.getState().view
    if (memory.held !== held || memory.limit !== limit)
      store.dispatch(viewActions.set({ memory: { held, limit } }))
  }

  /** The project is ours. If another tab had it until now, what that tab saved comes first. */
  async #held(): Promise<void> {
    if (!store.getState().project.elsewhere) return
    const opened = await openProject(this.projectId)
    if (!opened || current !== this) return
    this.#last = opened.project
    store.dispatch(
      projectActions.opened({ document: opened.project, history: opened.history as History<Whereabouts> }),
    )
  }

  #watch(): void {
    const { document, history, elsewhere } = store.getState().project
    if (!document || document === this.#last) return
    this.#last = document
    if (!elsewhere) this.#autosave.put({ document, history })
  }

  #told(status: 'saving' | 'saved' | Error): void {
    store.dispatch(projectActions.status(status instanceof Error ? { error: status.message } : status))
    if (status instanceof Error) store.dispatch(noticeActions.told('problem', status.message))
  }
}

let current: Session | undefined

/** Playing ends with the screen that it was started on. */
export const stopPlaying = (): void => current?.player.stop()

export const allowMemory = (bytes: number): void => current?.allow(bytes)

/** The session of the open project. @throws Error when no project is open */
export function session(): Session {
  if (!current) throw new Error('No project is open.')
  return current
}

let turn: Promise<unknown> = Promise.resolve()

/** Entering and leaving one after the other, whoever asks. */
function inTurn<T>(act: () => Promise<T>): Promise<T> {
  const result = turn.then(act)
  turn = result.catch(() => undefined)
  return result
}

/** Opens a project, or keeps it if it is the open one. Returns false where there is none. @throws ProjectError */
export const enterProject = (id: string): Promise<boolean> => inTurn(() => enter(id))

export const leaveProject = (): Promise<void> => inTurn(leave)

async function enter(id: string): Promise<boolean> {
  if (current?.projectId === id) return true
  await leave()
  const opened = await openProject(id)
  if (!opened) return false
  store.dispatch(
    projectActions.opened({ document: opened.project, history: opened.history as History<Whereabouts> }),
  )
  current = new Session(id, opened.project)
  return true
}

async function leave(): Promise<void> {
  const leaving = current
  current = undefined
  await leaving?.close()
  store.dispatch(projectActions.closed())
}
