import type { Picture } from '@stilus/core/frame'
import type { Plan } from '@stilus/core/render'
import { Caller } from '../rpc'
import type { Delivered, PictureFormat, RenderHandlers } from './render.worker'

interface Job {
  plan: Plan
  format: PictureFormat
  keep: boolean
  /** Fetches the plan's sources when the job's turn has come. */
  fetch(): Promise<(Picture | undefined)[]>
  urgent: boolean
  signal?: AbortSignal | undefined
  resolve(picture: Delivered): void
  reject(error: unknown): void
}

/** Frames of working memory that one render worker sets aside; untouched memory costs nothing. */
const FRAMES = 20
const LEAST = 96 * 1048576
const MOST = 3 * 1024 * 1048576

/** Bytes of an arena for pictures of this size. */
export const arenaBytes = (width: number, height: number): number =>
  Math.min(MOST, Math.max(LEAST, width * height * 16 * FRAMES))

/** Render workers, one a core, each with its own kernels. Urgent jobs go first; cancelled ones never start. */
export class RenderPool {
  readonly #idle: Caller<RenderHandlers>[] = []
  readonly #jobs: Job[] = []
  #workers = 0
  #closed = false

  constructor(
    private readonly bytes: number,
    readonly size = Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2)),
    private readonly onDeath: (message: string) => void = () => undefined,
  ) {}

  run(job: Omit<Job, 'resolve' | 'reject'>): Promise<Delivered> {
    return new Promise((resolve, reject) => {
      const full: Job = { ...job, resolve, reject }
      if (job.urgent) this.#jobs.unshift(full)
      else this.#jobs.push(full)
      void this.#next()
    })
  }

  close(): void {
    this.#closed = true
    for (const caller of this.#idle.splice(0)) caller.end()
    for (const job of this.#jobs.splice(0)) job.reject(new DOMException('The renderer was closed.', 'AbortError'))
  }

  async #next(): Promise<void> {
    if (this.#closed || !this.#jobs.length || (!this.#idle.length && this.#workers >= this.size)) return
    let caller = this.#idle.pop()
    const job = this.#take()
    if (!job) {
      if (caller) this.#idle.push(caller)
      return
    }
    try {
      caller ??= await this.#start()
      const pictures = await job.fetch()
      job.signal?.throwIfAborted()
      const { plan, format, keep } = job
      job.resolve(await caller.call('render', { plan, pictures, format, keep }))
    } catch (error) {
      if (error instanceof Error && error.name === 'WorkerDied') {
        this.#workers--
        caller = undefined
        this.onDeath(error.message)
      }
      job.reject(error)
    }
    if (caller && this.#closed) caller.end()
    else if (caller) this.#idle.push(caller)
    void this.#next()
  }

  #take(): Job | undefined {
    for (;;) {
      const job = this.#jobs.shift()
      if (!job?.signal?.aborted) return job
      job.reject(new DOMException('No longer wanted.', 'AbortError'))
    }
  }

  async #start() {
    this.#workers++
    const worker = new Worker(new URL('./render.worker.ts', import.meta.url), { type: 'module', name: 'stilus render' })
    const caller = new Caller<RenderHandlers>(worker)
    await caller.call('start', { bytes: this.bytes })
    return caller
  }
}
