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
  once((caller) => caller.call('open', { blob, name }))

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

/** Decoders stay open for this many media at once. */
const OPEN_AT_ONCE = 6
/** Bytes of decoded pictures that a medium may keep in any case: some frames of UHD. */
const LEAST = 48 * 1048576

/** What the library needs of a worker's caller. */
export type MediaCaller = Pick<Caller<MediaHandlers>, 'call' | 'end'>

interface Open {
  caller: Promise<MediaCaller | undefined>
  /** Bytes of decoded pictures that it keeps. */
  kept: number
}

/** One decode worker for each open medium; those used least recently are closed. */
export class MediaLibrary {
  readonly #open = new Map<string, Open>()
  /** Bytes of decoded pictures that all media together may keep. */
  budget = OPEN_AT_ONCE * LEAST

  /**
   * @param onProblem told once of what is wrong with a medium without stopping the work
   * @param start starts a worker
   */
  constructor(
    private readonly find: FindBlob,
    private readonly onProblem: (message: string) => void = () => undefined,
    private readonly start: (onDeath: () => void) => MediaCaller = startMedia,
  ) {}

  /** Bytes of decoded pictures that are kept now. */
  get held(): number {
    return [...this.#open.values()].reduce((sum, { kept }) => sum + kept, 0)
  }

  /** A frame of a medium, or undefined where the medium is not there. @throws Error where the frame cannot be decoded */
  async picture(mediaId: string, frame: number): Promise<Picture | undefined> {
    const open = this.#opened(mediaId)
    const keep = Math.max(LEAST, this.budget / this.#open.size)
    const read = await (await open.caller)?.call('picture', { frame, keep })
    open.kept = read?.kept ?? 0
    read?.problems.forEach(this.onProblem)
    return read?.picture
  }

  /** Sound between two times in seconds from the first picture. */
  async sound(mediaId: string, from: number, to: number): Promise<Sound | undefined> {
    const caller = await this.#opened(mediaId).caller
    return caller?.call('sound', { start: from, end: to })
  }

  /** Closes a medium, for example because its file was replaced. */
  forget(mediaId: string): void {
    void this.#open.get(mediaId)?.caller.then((caller) => caller?.end())
    this.#open.delete(mediaId)
  }

  close(): void {
    for (const id of [...this.#open.keys()]) this.forget(id)
  }

  #opened(mediaId: string): Open {
    const known = this.#open.get(mediaId)
    if (known) {
      this.#open.delete(mediaId)
      this.#open.set(mediaId, known)
      return known
    }
    const opening = { caller: this.#begin(mediaId), kept: 0 }
    this.#open.set(mediaId, opening)
    opening.caller.catch(() => this.#open.delete(mediaId))
    const oldest = this.#open.keys().next().value
    if (this.#open.size > OPEN_AT_ONCE && oldest) this.forget(oldest)
    return opening
  }

  async #begin(mediaId: string): Promise<MediaCaller | undefined> {
    const file = await this.find(mediaId)
    if (!file) return undefined
    const caller = this.start(() => this.#open.delete(mediaId))
    try {
      await caller.call('open', file)
      return caller
    } catch (error) {
      caller.end()
      throw error
    }
  }
}
