/** What can say that the page goes out of sight: the document of a tab. */
export interface Sight {
  readonly visibilityState: string
  addEventListener(type: 'visibilitychange', listener: () => void): void
  removeEventListener(type: 'visibilitychange', listener: () => void): void
}

/** How a save stands: under way or awaited, done with everything, or why it failed. */
export type SaveStatus = 'saving' | 'saved' | Error

/** A save that failed is tried again after this many pauses, then twice as many, and so on. */
const MOST_PAUSES = 32

/**
 * Saves the newest state at most once in `pause` milliseconds, one save at a time, and at once when the page goes out of
 * sight. Each status is told once: "saved" only when nothing newer waits; a failure until a later try succeeds.
 */
export class Autosave<T> {
  #pending: { state: T } | undefined
  #timer: ReturnType<typeof setTimeout> | undefined
  #running: Promise<void> | undefined
  #failures = 0
  #last: string | undefined

  constructor(
    private readonly save: (state: T) => Promise<void>,
    private readonly told: (status: SaveStatus) => void,
    private readonly pause = 800,
    private readonly sight: Sight = document,
  ) {
    sight.addEventListener('visibilitychange', this.#hidden)
  }

  /** Names the newest state; it will be saved within `pause`. */
  put(state: T): void {
    this.#pending = { state }
    if (this.#failures === 0) this.#tell('saving')
    this.#wait(this.pause)
  }

  /** Saves what is not saved, after the save that runs. Resolves also when it could not be saved; that is told. */
  async flush(): Promise<void> {
    clearTimeout(this.#timer)
    this.#timer = undefined
    while (this.#running) await this.#running
    if (!this.#pending) return
    this.#running = this.#write(this.#pending)
    await this.#running
  }

  /** Waits for the running save, saves what is newer and ends. */
  async close(): Promise<void> {
    this.sight.removeEventListener('visibilitychange', this.#hidden)
    await this.flush()
    clearTimeout(this.#timer)
  }

  async #write(pending: { state: T }): Promise<void> {
    try {
      await this.save(pending.state)
      this.#failures = 0
      if (this.#pending === pending) this.#pending = undefined
      if (!this.#pending) this.#tell('saved')
    } catch (error) {
      this.#tell(error instanceof Error ? error : new Error(String(error)))
      this.#wait(this.pause * Math.min(MOST_PAUSES, 2 ** ++this.#failures))
    } finally {
      this.#running = undefined
    }
  }

  #wait(pause: number): void {
    this.#timer ??= setTimeout(() => void this.flush(), pause)
  }

  #tell(status: SaveStatus): void {
    const said = String(status)
    if (said === this.#last) return
    this.#last = said
    this.told(status)
  }

  readonly #hidden = () => {
    if (this.sight.visibilityState === 'hidden') void this.flush()
  }
}

/**
 * Holds a project for this tab. Calls `held` once it is ours, and `waiting` at once if another tab has it; when that one lets go
 * it becomes ours.
 */
export function holdProject(id: string, held: () => void, waiting: () => void): () => void {
  const controller = new AbortController()
  let release: () => void = () => undefined
  const until = new Promise<void>((resolve) => (release = resolve))
  const name = `stilus project ${id}`
  const take = () => {
    held()
    return until
  }
  void navigator.locks
    .request(name, { ifAvailable: true }, async (lock) => {
      if (lock) return take()
      waiting()
      void navigator.locks.request(name, { signal: controller.signal }, take).catch(() => undefined)
    })
    .catch(() => undefined)
  return () => {
    controller.abort()
    release()
  }
}
