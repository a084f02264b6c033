/**
 * Runs one job at a time and keeps only the newest of those that wait, so that a dragging hand always sees something recent and
 * nothing stale is ever queued.
 */
export class Latest<T> {
  #waiting: T | undefined
  #running = false
  #closed = false

  constructor(
    private readonly run: (job: T) => Promise<void>,
    private readonly failed: (error: unknown) => void = () => undefined,
  ) {}

  put(job: T): void {
    this.#waiting = job
    if (!this.#running) void this.#loop()
  }

  close(): void {
    this.#closed = true
    this.#waiting = undefined
  }

  async #loop(): Promise<void> {
    this.#running = true
    while (this.#waiting !== undefined && !this.#closed) {
      const job = this.#waiting
      this.#waiting = undefined
      try {
        await this.run(job)
      } catch (error) {
        if ((error as Error).name !== 'AbortError') this.failed(error)
      }
    }
    this.#running = false
  }
}
