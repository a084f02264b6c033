import type { Picture } from '@stilus/core/frame'
import type { Project } from '@stilus/core/project'
import { buffersOf } from '@stilus/core/media'
import { type Plan, type Resource, sourcesBeside } from '@stilus/core/render'
import type { DeliveredAlpha, PictureFormat } from '@stilus/core/deliver'
import type { ColourTable } from '@stilus/core/steps'
import type { Caller } from '../rpc'
import type { Delivered, RenderHandlers } from './render.worker'

type SourceFrame = Plan['sources'][number]

/** What a resource holds; undefined where it is not there. */
export type Holding = ColourTable | Uint8Array | undefined

interface Job {
  plan: Plan
  format: PictureFormat
  alpha: DeliveredAlpha
  /** It is a hand's: pictures in the making are kept for the next of its kind. */
  urgent: boolean
  /** Before what nobody waits for, after what is urgent. */
  soon?: boolean | undefined
  /** Fetches source frames when the job's turn has come. */
  fetch(sources: readonly SourceFrame[]): Promise<(Picture | undefined)[]>
  /** Gives what a resource holds, asked for once a worker: a table's colours, a font's file. */
  table(resource: Resource): Holding | Promise<Holding>
  /** Every step is made anew, and how long each takes is told. */
  costs?: boolean | undefined
  /** It was given to a worker that died. */
  again?: boolean
  signal?: AbortSignal | undefined
  resolve(picture: Delivered): void
  reject(error: unknown): void
}

/** A worker and what it has. */
interface Seat {
  caller: RenderCaller
  /** Its working memory. */
  bytes: number
  /** Hashes of the tables that it was given. */
  tables: Set<string>
  /** The pictures in the making that it holds, and how large they are. */
  held: ReadonlySet<string>
  heldBytes: number
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

/** Milliseconds in which a hand's next picture is awaited, and its worker kept free for it. */
const HAND_RESTS = 1500

/**
 * Render workers, one a core, each with its own kernels. Urgent jobs go first, and to the worker that made the one before, which holds the pictures they share;
 * cancelled ones never start. A worker that dies is replaced and its job is tried once more.
 */
export class RenderPool {
  readonly #idle: Seat[] = []
  /** Buffers of pictures that are done with, for the next ones of their size. */
  readonly #spare: ArrayBuffer[] = []
  readonly #jobs: Job[] = []
  #active = 0
  /** Those of them that are no hand's. */
  #beside = 0
  /** Workers in a row that did not start. */
  #failures = 0
  #closed = false
  #bytes = LEAST
  /** The worker of the hand, and until when it is kept free. */
  #hand: Seat | undefined
  #free: ReturnType<typeof setTimeout> | undefined
  #lastHand = -Infinity

  /** Bytes of pictures in the making that may be kept. */
  nodes = 0

  /** @param spawn starts a worker with its own kernels */
  constructor(
    readonly size: number,
    private readonly spawn: () => RenderCaller,
    private readonly onDeath: (message: string) => void = () => undefined,
  ) {}

  /** Bytes of pictures in the making that are kept now. */
  get held(): number {
    return this.#hand?.heldBytes ?? 0
  }

  /** Whether the picture of a node is held for the next picture at hand. */
  holds = (key: string): boolean => this.#hand?.held.has(key) ?? false

  /** Sees to it that workers have this much memory; those with less are replaced as they become idle. */
  reserve(bytes: number): void {
    if (bytes <= this.#bytes) return
    this.#bytes = bytes
    for (const seat of this.#idle.splice(0)) this.#end(seat)
  }

  /** Starts the first worker before it is asked for anything; where it does not start, the first job will say so. */
  async warm(): Promise<void> {
    if (this.#active || this.#idle.length) return
    this.#active++
    const seat = await this.#start().catch(() => undefined)
    this.#active--
    if (seat && this.#closed) this.#end(seat)
    else if (seat) this.#idle.push(seat)
    void this.#next()
  }

  run(job: Omit<Job, 'resolve' | 'reject'>): Promise<Delivered> {
    return new Promise((resolve, reject) => {
      const full: Job = { ...job, resolve, reject }
      const waits = (other: Job) => !other.urgent && (!job.soon || !other.soon)
      const at = job.urgent ? 0 : job.soon ? this.#jobs.findIndex(waits) : -1
      this.#jobs.splice(at < 0 ? this.#jobs.length : at, 0, full)
      void this.#next()
    })
  }

  /** Takes back the memory of a picture that nobody will look at again. */
  recycle({ data }: Pick<Delivered, 'data'>): void {
    if (this.#spare.length < SPARE) this.#spare.push(data.buffer)
  }

  close(): void {
    this.#closed = true
    clearTimeout(this.#free)
    for (const seat of this.#idle.splice(0)) this.#end(seat)
    for (const job of this.#jobs.splice(0))
      job.reject(new DOMException('The renderer was closed.', 'AbortError'))
  }

  async #next(): Promise<void> {
    if (this.#closed || this.#active >= this.size) return
    const job = this.#take()
    if (!job) return
    // A place, not yet a worker: sources are fetched first, and those who are quicker go ahead.
    this.#active++
    if (!job.urgent) this.#beside++
    let seat: Seat | undefined
    try {
      const sources = await this.#sources(job, [], this.#hand)
      seat = this.#sit(job) ?? (await this.#start())
      if (job.urgent) this.#hand ??= seat
      job.resolve(await this.#made(seat, job, sources))
    } catch (error) {
      if (error instanceof WorkerFailed) this.#failedToStart(job, error)
      else if (error instanceof Error && error.name === 'WorkerDied') {
        if (seat) this.#end(seat)
        seat = undefined
        this.onDeath(error.message)
        this.#again(job, error)
      } else job.reject(error)
    }
    this.#active--
    if (!job.urgent) this.#beside--
    if (seat && (this.#closed || seat.bytes < this.#bytes)) this.#end(seat)
    else if (seat) this.#idle.push(seat)
    if (job.urgent) this.#keepFree()
    void this.#next()
  }

  /** Fetches what a job needs beside the pictures that its worker holds and the sources that are there. */
  async #sources(job: Job, there: readonly Source[], seat: Seat | undefined): Promise<Source[]> {
    const held = job.urgent && seat === this.#hand ? seat?.held : undefined
    const wanted = sourcesBeside(job.plan, (key) => held?.has(key) ?? false).filter(
      (source) => !there.some((s) => s.mediaId === source.mediaId && s.frame === source.frame),
    )
    const pictures = wanted.length ? await job.fetch(wanted) : []
    job.signal?.throwIfAborted()
    return wanted.map((source, i) => ({ ...source, picture: pictures[i] }))
  }

  /** An idle worker: the hand's for its own jobs, any other for the rest. */
  #sit({ urgent }: Job): Seat | undefined {
    const own = this.#idle.findIndex((seat) => seat === this.#hand)
    const other = this.#idle.findLastIndex((seat) => seat !== this.#hand)
    const at = urgent ? (own < 0 ? other : own) : other < 0 && !this.#free ? own : other
    return at < 0 ? undefined : this.#idle.splice(at, 1)[0]
  }

  /** Keeps the hand's worker free for a while once its pictures follow each other; a single one is no hand that moves. */
  #keepFree(): void {
    const moves = performance.now() - this.#lastHand < HAND_RESTS
    this.#lastHand = performance.now()
    if (this.#closed || !moves) return
    clearTimeout(this.#free)
    this.#free = setTimeout(() => {
      this.#free = undefined
      void this.#next()
    }, HAND_RESTS)
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

  /** The picture by a worker. Where that holds less than was thought it says so, and what is lacking is fetched. */
  async #made(seat: Seat, job: Job, fetched: Source[]): Promise<Delivered> {
    let sources = [...fetched, ...(await this.#sources(job, fetched, seat))]
    for (;;) {
      const picture = await this.#call(seat, job, sources)
      if (picture) return picture
      sources = await this.#sources(job, [], seat)
    }
  }

  async #call(
    seat: Seat,
    { plan, format, alpha, urgent, signal, table, costs }: Job,
    sources: Source[],
  ): Promise<Delivered | undefined> {
    const transfer = [...new Set(sources.flatMap(({ picture }) => (picture ? buffersOf(picture) : [])))]
    const into = this.#spare.pop()
    if (into) transfer.push(into)
    // Tables are many numbers and never change: each worker is given them once.
    const unknown = plan.resources.filter(({ hash }) => !seat.tables.has(hash))
    const tables = await Promise.all(
      unknown.map(async (resource) => ({
        hash: resource.hash,
        id: resource.id,
        table: await table(resource),
      })),
    )
    // A worker that renders hears no messages: it looks at this between two steps.
    const stop = globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : undefined
    const abort = () => stop && Atomics.store(stop, 0, 1)
    signal?.addEventListener('abort', abort, { once: true })
    try {
      const keep = urgent && seat === this.#hand ? this.nodes : 0
      const argument = { plan, sources, tables, format, alpha, keep, into, stop, costs }
      for (const { hash, table: found } of tables) if (found) seat.tables.add(hash)
      const { picture, held } = await seat.caller.call('render', argument, { transfer })
      if (held) [seat.held, seat.heldBytes] = [new Set(held.keys), held.bytes]
      return picture
    } finally {
      signal?.removeEventListener('abort', abort)
    }
  }

  /** The next job that may begin: while the hand's worker is kept free, what is not urgent leaves it a place. */
  #take(): Job | undefined {
    for (;;) {
      const [job] = this.#jobs
      if (job?.signal?.aborted) {
        this.#jobs.shift()
        job.reject(new DOMException('No longer wanted.', 'AbortError'))
      } else if (job && !job.urgent && this.#free && this.size > 1 && this.#beside >= this.size - 1)
        return undefined
      else return this.#jobs.shift()
    }
  }

  async #start(): Promise<Seat> {
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
    return { caller, bytes, tables: new Set(), held: new Set(), heldBytes: 0 }
  }

  #end(seat: Seat): void {
    seat.caller.end()
    if (this.#hand === seat) this.#hand = undefined
  }
}

/** A source frame with its picture, where it could be had. */
export interface Source extends SourceFrame {
  picture: Picture | undefined
}

/** A worker that could not be started. */
class WorkerFailed extends Error {
  constructor(cause: unknown) {
    super(cause instanceof Error ? cause.message : String(cause), { cause })
    this.name = 'WorkerFailed'
  }
}
