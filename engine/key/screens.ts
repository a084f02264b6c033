import type { Size } from '@stilus/core/frame'
import type { Flaw, KeyKnown, ScreenChoice } from '@stilus/core/key'
import { Caller } from '../rpc'
import type { KeyHandlers, Light, ScreenRead } from './key.worker'

export type { Light, ScreenRead }

const startKey = () =>
  new Caller<KeyHandlers>(
    new Worker(new URL('./key.worker.ts', import.meta.url), { type: 'module', name: 'stilus key' }),
  )

/** Judges keys in a worker of its own. */
export class KeyJudge {
  readonly #caller = startKey()

  /** What of a picture could not be keyed well, from what the key thinks of it; the pictures are given away. */
  judge(looks: { seen: Light; screen: Light; tones: Light }, known: KeyKnown): Promise<Flaw[]> {
    const transfer = [looks.seen, looks.screen, looks.tones].map((l) => l.data.buffer)
    return this.#caller.call('judge', { looks, known }, { transfer })
  }

  close(): void {
    this.#caller.end()
  }
}

/** Pictures in which a screen is looked for. */
export interface ScreenClip {
  size: Size
  choice: ScreenChoice
  /** The frames to look at. */
  frames: readonly number[]
  /** One of them. */
  picture(frame: number): Promise<Light>
  /** Told how far it is, 0 to 1. */
  share(done: number): void
  signal: AbortSignal
}

/** Half of the time goes into the pictures, half into what they say. */
const PICTURES = 0.5

/**
 * Reads the empty screen of a clip in a worker of its own; undefined where no screen is found.
 * @throws AbortError where it is called off, Error where a picture cannot be made
 */
export async function readScreen(clip: ScreenClip): Promise<ScreenRead | undefined> {
  const { size, choice, frames, picture, share, signal } = clip
  const caller = startKey()
  const end = () => caller.end()
  signal.addEventListener('abort', end)
  try {
    await caller.call('begin', { ...size, choice })
    for (const [i, frame] of frames.entries()) {
      const light = await picture(frame)
      signal.throwIfAborted()
      await caller.call('add', light, { transfer: [light.data.buffer] })
      share(((i + 1) / frames.length) * PICTURES)
    }
    return await caller.call('read', null, {
      // What comes after it was called off is not told.
      progress: (done) => {
        if (!signal.aborted) share(PICTURES + (done as number) * (1 - PICTURES))
      },
    })
  } finally {
    signal.removeEventListener('abort', end)
    caller.end()
  }
}
