/**
 * Runs one job at a time and keeps only the newest of those that wait, so that a dragging hand always sees something recent and
 * nothing stale is ever queued.
 */
export class Latest<T> {
  #waiting: T | undefined
  #running: { job: T; abort: AbortController } | undefined
  #closed = false

  /** @param stale whether the job that runs is no longer worth finishing, now that the other one waits */
  constructor(
    private readonly run: (job: T, signal: AbortSignal) => Promise<void>,
    private readonly stale: (running: T, waiting: T) => boolean = () => false,
    private readonly failed: (error: unknown) => void = () => undefined,
  ) {}

  put(job: T): void {
    this.#waiting = job
    if (!this.#running) void this.#loop()
    else if (this.stale(this.#running.job, job)) this.#running.abort.abort()
  }

  /** Gives up what runs and what waits. */
  drop(): void {
    this.#waiting = undefined
    this.#running?.abort.abort()
  }

  close(): void {
    this.#closed = true
    this.drop()
  }

  async #loop(): Promise<void> {
    while (this.#waiting !== undefined && !this.#closed) {
      const job = this.#waiting
      this.#waiting = undefined
      try {
        const abort = new AbortController()
        this.#running = { job, abort }
        await this.run(job, abort.signal)
      } catch (error) {
        if ((error as Error).name !== 'AbortError') this.failed(error)
      }
    }
    this.#running = undefined
  }
}
