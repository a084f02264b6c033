import type { Picture } from '@stilus/core/frame'
import type { Sound } from '@stilus/core/sound'
import type { Caller } from '../rpc'
import { startMedia } from '../workers'
import type { MediaHandlers } from './media.worker'
import type { MediumInfo } from '@stilus/core/media'

/** Gives the file of a medium; undefined where it is not stored. */
export type FindBlob = (mediaId: string) => Promise<{ blob: Blob; name: string } | undefined>

/** Asks a worker that is there for this alone. */
async function once<T>(ask: (caller: Caller<MediaHandlers>) => Promise<T>): Promise<T> {
  const caller = startMedia()
  try {
    return await ask(caller)
  } finally {
    caller.end()
  }
}

/** What a file holds. @throws MediaError */
export const probe = (blob: Blob, name: string): Promise<MediumInfo> =>
  once((caller) => caller.call('open', { id: name, blob, name }))

type Share = (done: number) => void
const watched = (share: Share, signal: AbortSignal) => ({
  signal,
  progress: (done: unknown) => {
    if (!signal.aborted) share(done as number)
  },
})

/** Numbered stills, in order, as one file: an archive that stores them as they are. @throws AbortError */
export const packNumbered = (stills: readonly File[], share: Share, signal: AbortSignal): Promise<File> =>
  once((caller) => caller.call('pack', { stills }, watched(share, signal)))

/** The stills of such a file. @throws MediaError, AbortError */
export const unpackNumbered = (
  file: { blob: Blob; name: string },
  share: Share,
  signal: AbortSignal,
): Promise<File[]> => once((caller) => caller.call('unpack', file, watched(share, signal)))

/** Media stay open for this many at once. */
const OPEN_AT_ONCE = 8
/** Bytes of decoded pictures that a medium may keep in any case: some frames of UHD. */
const LEAST = 48 * 1048576

/** What the library needs of a worker's caller. */
export type MediaCaller = Pick<Caller<MediaHandlers>, 'call' | 'end'>

interface Decoder {
  caller: MediaCaller
  /** The names of what is open in it. */
  media: Set<string>
}

interface Open {
  /** What the medium is called in its worker: a medium that is opened again is another one there. */
  name: string
  /** Its worker; undefined where the medium is not there. */
  decoder: Promise<Decoder | undefined>
  /** Bytes of decoded pictures that it keeps. */
  kept: number
  /** How many are reading it; it is closed when nobody does. */
  readers: number
  /** Nobody new reads it. */
  left: boolean
}

/** Decodes media in a few workers, each medium in one of them; those used least recently are closed. */
export class MediaLibrary {
  readonly #open = new Map<string, Open>()
  readonly #decoders: Decoder[] = []
  #openings = 0
  #closed = false
  /** Bytes of decoded pictures that all media together may keep. */
  budget = OPEN_AT_ONCE * LEAST

  /**
   * @param onProblem told once of what is wrong with a medium without stopping the work
   * @param start starts a worker
   * @param most how many of them there may be
   */
  constructor(
    private readonly find: FindBlob,
    private readonly onProblem: (message: string) => void = () => undefined,
    private readonly start: (onDeath: () => void) => MediaCaller = startMedia,
    private readonly most = 2,
  ) {}

  /** Bytes of decoded pictures that are kept now. */
  get held(): number {
    return [...this.#open.values()].reduce((sum, { kept }) => sum + kept, 0)
  }

  /** Starts a worker before it is asked for anything. */
  warm(): void {
    if (!this.#decoders.length) this.#decoder()
  }

  /** A frame of a medium, or undefined where the medium is not there. @throws Error where the frame cannot be decoded */
  async picture(mediaId: string, frame: number): Promise<Picture | undefined> {
    return (await this.#read(mediaId, frame, false))?.picture
  }

  /** A frame of a medium, or one before it that is had sooner, with its number. @throws Error where it cannot be decoded */
  quick = (mediaId: string, frame: number): Promise<{ picture: Picture; frame: number } | undefined> =>
    this.#read(mediaId, frame, true)

  /** Sound between two times in seconds from the first picture. */
  async sound(mediaId: string, from: number, to: number): Promise<Sound | undefined> {
    return this.#with(mediaId, ({ caller }, { name }) =>
      caller.call('sound', { id: name, start: from, end: to }),
    )
  }

  /** Closes a medium, for example because its file was replaced. Who reads it now still gets what was asked for. */
  forget(mediaId: string): void {
    const open = this.#open.get(mediaId)
    this.#open.delete(mediaId)
    if (!open) return
    open.left = true
    this.#closeIdle(open)
  }

  close(): void {
    this.#closed = true
    this.#open.clear()
    for (const { caller } of this.#decoders.splice(0)) caller.end()
  }

  #read(mediaId: string, frame: number, quick: boolean) {
    return this.#with(mediaId, async ({ caller }, open) => {
      const keep = Math.max(LEAST, this.budget / Math.max(1, this.#open.size))
      const read = await caller.call('picture', { id: open.name, frame, keep, quick })
      open.kept = read.kept
      read.problems.forEach(this.onProblem)
      return read
    })
  }

  /** Asks the worker of a medium; undefined where the medium is not there. Where the worker dies another one is asked, once. */
  async #with<T>(
    mediaId: string,
    ask: (decoder: Decoder, open: Open) => Promise<T>,
    again = true,
  ): Promise<T | undefined> {
    const open = this.#opened(mediaId)
    open.readers++
    try {
      const decoder = await open.decoder
      return decoder && (await ask(decoder, open))
    } catch (error) {
      const died = (error as Error).name === 'WorkerDied' && !this.#closed
      if (!died || !again) throw error
      if (this.#open.get(mediaId) === open) this.#open.delete(mediaId)
      return await this.#with(mediaId, ask, false)
    } finally {
      open.readers--
      this.#closeIdle(open)
    }
  }

  /** Closes what is left by all. */
  #closeIdle({ left, readers, name, decoder }: Open): void {
    if (!left || readers) return
    const close = async () => {
      const there = await decoder
      if (there?.media.delete(name)) await there.caller.call('close', { id: name })
    }
    // What could not be opened, or died, needs no closing.
    close().catch(() => undefined)
  }

  #opened(mediaId: string): Open {
    const known = this.#open.get(mediaId)
    if (known) {
      this.#open.delete(mediaId)
      this.#open.set(mediaId, known)
      return known
    }
    const name = `${mediaId} ${this.#openings++}`
    const opening = { name, decoder: this.#begin(mediaId, name), kept: 0, readers: 0, left: false }
    this.#open.set(mediaId, opening)
    opening.decoder.catch(() => this.#open.get(mediaId) === opening && this.#open.delete(mediaId))
    const oldest = this.#open.keys().next().value
    if (this.#open.size > OPEN_AT_ONCE && oldest) this.forget(oldest)
    return opening
  }

  async #begin(mediaId: string, name: string): Promise<Decoder | undefined> {
    const file = await this.find(mediaId)
    if (!file) return undefined
    const decoder = this.#decoder()
    decoder.media.add(name)
    try {
      await decoder.caller.call('open', { id: name, ...file })
      return decoder
    } catch (error) {
      decoder.media.delete(name)
      throw error
    }
  }

  /** The worker with the least open, or another one. */
  #decoder(): Decoder {
    const [least] = [...this.#decoders].sort((a, b) => a.media.size - b.media.size)
    if (least && (!least.media.size || this.#decoders.length >= this.most)) return least
    const decoder: Decoder = { caller: this.start(() => this.#died(decoder)), media: new Set() }
    this.#decoders.push(decoder)
    return decoder
  }

  /** A worker is gone, and what was open in it is opened again by whoever asks next. */
  #died(decoder: Decoder): void {
    const at = this.#decoders.indexOf(decoder)
    if (at >= 0) this.#decoders.splice(at, 1)
    for (const [id, { name }] of [...this.#open]) if (decoder.media.has(name)) this.#open.delete(id)
  }
}
