/** Saves the newest state at most once in `pause` milliseconds, one save at a time, and once more when the page goes away. */
export class Autosave<T> {
  #pending: T | undefined
  #timer: ReturnType<typeof setTimeout> | undefined
  #saving: Promise<void> | undefined

  constructor(
    private readonly save: (state: T) => Promise<void>,
    private readonly told: (status: 'saving' | 'saved' | Error) => void,
    private readonly pause = 800,
  ) {
    document.addEventListener('visibilitychange', this.#flushHidden)
  }

  /** Names the newest state; it will be saved within `pause`. */
  put(state: T): void {
    this.#pending = state
    this.told('saving')
    this.#timer ??= setTimeout(() => void this.flush(), this.pause)
  }

  /** Saves now what is not saved. */
  async flush(): Promise<void> {
    clearTimeout(this.#timer)
    this.#timer = undefined
    await this.#saving
    const state = this.#pending
    if (state === undefined) return
    this.#pending = undefined
    this.#saving = this.save(state).then(
      () => this.told('saved'),
      (error: unknown) => {
        this.#pending ??= state
        this.told(error instanceof Error ? error : new Error(String(error)))
      },
    )
    await this.#saving
  }

  async close(): Promise<void> {
    document.removeEventListener('visibilitychange', this.#flushHidden)
    await this.flush()
  }

  readonly #flushHidden = () => {
    if (document.visibilityState === 'hidden') void this.flush()
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
