import type { Picture } from '@stilus/core/frame'
import type { Project } from '@stilus/core/project'
import type { Plan } from '@stilus/core/render'
import { buffersOf } from '@stilus/core/media'
import type { Caller } from '../rpc'
import type { DeliveredAlpha, PictureFormat } from '@stilus/core/deliver'
import type { Delivered, RenderHandlers } from './render.worker'

interface Job {
  plan: Plan
  format: PictureFormat
  alpha: DeliveredAlpha
  keep: boolean
  /** Fetches the plan's sources when the job's turn has come. */
  fetch(): Promise<(Picture | undefined)[]>
  urgent: boolean
  /** It was given to a worker that died. */
  again?: boolean
  signal?: AbortSignal | undefined
  resolve(picture: Delivered): void
  reject(error: unknown): void
}

/** What the pool needs of a worker's caller. */
export type RenderCaller = Pick<Caller<RenderHandlers>, 'call' | 'end'>

/** Workers in a row that may fail to start before jobs are given up. */
const MOST_FAILURES = 3
/** Buffers kept for further pictures. */
const SPARE = 8
/** Frames of working memory that one render worker sets aside; untouched memory costs nothing. */
const FRAMES = 16
const LEAST = 96 * 1048576
const MOST = 3 * 1024 * 1048576

/** Bytes of an arena for a project: its largest picture many times, and its largest medium as it is decoded and brought to size. */
export function arenaBytes({ sequences, designs, media }: Project): number {
  const most = (list: readonly { width: number; height: number }[]) =>
    list.reduce((largest, { width, height }) => Math.max(largest, width * height), 0)
  const canvas = most([...sequences, ...designs].map((each) => each.size))
  return Math.min(MOST, Math.max(LEAST, (canvas * FRAMES + most(media) * 3) * 16))
}

/**
 * Render workers, one a core, each with its own kernels. Urgent jobs go first; cancelled ones never start. A worker that dies is replaced
 * and its job is tried once more.
 */
export class RenderPool {
  readonly #idle: RenderCaller[] = []
  /** Buffers of pictures that are done with, for the next ones of their size. */
  readonly #spare: ArrayBuffer[] = []
  readonly #jobs: Job[] = []
  readonly #memory = new WeakMap<RenderCaller, number>()
  #active = 0
  /** Workers in a row that did not start. */
  #failures = 0
  #closed = false

  #bytes = LEAST

  /** @param spawn starts a worker with its own kernels */
  constructor(
    readonly size: number,
    private readonly spawn: () => RenderCaller,
    private readonly onDeath: (message: string) => void = () => undefined,
  ) {}

  /** Sees to it that workers have this much memory; those with less are replaced as they become idle. */
  reserve(bytes: number): void {
    if (bytes <= this.#bytes) return
    this.#bytes = bytes
    for (const caller of this.#idle.splice(0)) caller.end()
  }

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
    for (const job of this.#jobs.splice(0))
      job.reject(new DOMException('The renderer was closed.', 'AbortError'))
  }

  async #next(): Promise<void> {
    if (this.#closed || this.#active >= this.size) return
    const job = this.#take()
    if (!job) return
    // A place, not yet a worker: sources are fetched first, and those who are quicker go ahead.
    this.#active++
    let caller: RenderCaller | undefined
    try {
      const pictures = await job.fetch()
      job.signal?.throwIfAborted()
      caller = this.#idle.pop() ?? (await this.#start())
      job.resolve(await this.#call(caller, job, pictures))
    } catch (error) {
      if (error instanceof WorkerFailed) this.#failedToStart(job, error)
      else if (error instanceof Error && error.name === 'WorkerDied') {
        caller = undefined
        this.onDeath(error.message)
        this.#again(job, error)
      } else job.reject(error)
    }
    this.#active--
    if (caller && (this.#closed || (this.#memory.get(caller) ?? 0) < this.#bytes)) caller.end()
    else if (caller) this.#idle.push(caller)
    void this.#next()
  }

  /** A worker did not start: its job is tried once more; where none starts at all, every job ends with a sentence. */
  #failedToStart(job: Job, error: unknown): void {
    this.#failures++
    this.onDeath(error instanceof Error ? error.message : String(error))
    if (this.#failures <= MOST_FAILURES) return this.#again(job, error)
    const said = new Error('No renderer could be started. Close other tabs, then reload this page.', {
      cause: error,
    })
    job.reject(said)
    if (!this.#idle.length) for (const waiting of this.#jobs.splice(0)) waiting.reject(said)
  }

  #again(job: Job, error: unknown): void {
    if (!job.again && !this.#closed) this.#jobs.unshift({ ...job, again: true })
    else job.reject(error)
  }

  /** Takes back the memory of a picture that nobody will look at again. */
  recycle({ data }: Pick<Delivered, 'data'>): void {
    if (this.#spare.length < SPARE) this.#spare.push(data.buffer)
  }

  async #call(
    caller: RenderCaller,
    { plan, format, alpha, keep, signal }: Job,
    pictures: (Picture | undefined)[],
  ) {
    const transfer = [...new Set(pictures.flatMap((p) => (p ? buffersOf(p) : [])))]
    const into = this.#spare.pop()
    if (into) transfer.push(into)
    // A worker that renders hears no messages: it looks at this between two steps.
    const stop = globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : undefined
    const abort = () => stop && Atomics.store(stop, 0, 1)
    signal?.addEventListener('abort', abort, { once: true })
    try {
      return await caller.call('render', { plan, pictures, format, alpha, keep, into, stop }, { transfer })
    } finally {
      signal?.removeEventListener('abort', abort)
    }
  }

  #take(): Job | undefined {
    for (;;) {
      const job = this.#jobs.shift()
      if (!job?.signal?.aborted) return job
      job.reject(new DOMException('No longer wanted.', 'AbortError'))
    }
  }

  async #start(): Promise<RenderCaller> {
    const bytes = this.#bytes
    let caller: RenderCaller | undefined
    try {
      caller = this.spawn()
      await caller.call('start', { bytes })
    } catch (error) {
      caller?.end()
      throw new WorkerFailed(error)
    }
    this.#failures = 0
    this.#memory.set(caller, bytes)
    return caller
  }
}

/** A worker that could not be started. */
class WorkerFailed extends Error {
  constructor(cause: unknown) {
    super(cause instanceof Error ? cause.message : String(cause), { cause })
    this.name = 'WorkerFailed'
  }
}
