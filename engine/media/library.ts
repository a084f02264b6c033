import type { Picture } from '@stilus/core/frame'
import type { Sound } from '@stilus/core/sound'
import { Caller } from '../rpc'
import type { MediaHandlers } from './media.worker'
import type { MediumInfo } from '@stilus/core/media'

/** Gives the file of a medium; undefined where it is not stored. */
export type FindBlob = (mediaId: string) => Promise<{ blob: Blob; name: string } | undefined>

const start = () =>
  new Worker(new URL('./media.worker.ts', import.meta.url), { type: 'module', name: 'stilus media' })

/** Asks a worker that is there for this alone. */
async function once<T>(ask: (caller: Caller<MediaHandlers>) => Promise<T>): Promise<T> {
  const caller = new Caller<MediaHandlers>(start())
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

/** One decode worker for each open medium; those used least recently are closed. */
export class MediaLibrary {
  readonly #open = new Map<string, Promise<Caller<MediaHandlers> | undefined>>()

  /** @param onProblem told once of what is wrong with a medium without stopping the work */
  constructor(
    private readonly find: FindBlob,
    private readonly onProblem: (message: string) => void = () => undefined,
  ) {}

  /** A frame of a medium, or undefined where the medium is not there. @throws Error where the frame cannot be decoded */
  async picture(mediaId: string, frame: number): Promise<Picture | undefined> {
    const caller = await this.#caller(mediaId)
    const read = await caller?.call('picture', { frame })
    read?.problems.forEach(this.onProblem)
    return read?.picture
  }

  /** Sound between two times in seconds from the first picture. */
  async sound(mediaId: string, from: number, to: number): Promise<Sound | undefined> {
    const caller = await this.#caller(mediaId)
    return caller?.call('sound', { start: from, end: to })
  }

  /** Closes a medium, for example because its file was replaced. */
  forget(mediaId: string): void {
    void this.#open.get(mediaId)?.then((caller) => caller?.end())
    this.#open.delete(mediaId)
  }

  close(): void {
    for (const id of [...this.#open.keys()]) this.forget(id)
  }

  #caller(mediaId: string) {
    const known = this.#open.get(mediaId)
    if (known) {
      this.#open.delete(mediaId)
      this.#open.set(mediaId, known)
      return known
    }
    const opening = this.#start(mediaId)
    this.#open.set(mediaId, opening)
    opening.catch(() => this.#open.delete(mediaId))
    const oldest = this.#open.keys().next().value
    if (this.#open.size > OPEN_AT_ONCE && oldest) this.forget(oldest)
    return opening
  }

  async #start(mediaId: string) {
    const file = await this.find(mediaId)
    if (!file) return undefined
    const caller: Caller<MediaHandlers> = new Caller(start(), () => this.#open.delete(mediaId))
    try {
      await caller.call('open', file)
      return caller
    } catch (error) {
      caller.end()
      throw error
    }
  }
}
