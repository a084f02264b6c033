import type { Picture } from '@stilus/core/frame'
import type { Followed, FollowSetup } from '@stilus/core/motion'
import type { MediaLibrary } from '../media/library'
import { buffersOf } from '../media/planes'
import { Caller } from '../rpc'
import type { Front, TrackHandlers } from './track.worker'

export type { Front }

export interface TrackRun {
  mediaId: string
  setup: FollowSetup
  /** The frame that the template is taken from. */
  template: number
  /** The frames to look at, in their order. */
  frames: number[]
  /** What lies in front of the thing at a frame. */
  front?(frame: number): Front | undefined
  signal: AbortSignal
  /** Told of every frame. Where it was lost the run ends after it. */
  found(frame: number, found: Followed, done: number): void
}

/** How many pictures are decoded ahead. */
const AHEAD = 3

/** Trackers look at luminance alone. */
function lumaOnly(picture: Picture): Picture {
  const none = new Uint8Array()
  return picture.kind === 'yuv' ? { ...picture, u: none, v: none } : picture
}

/**
 * Follows something through frames of a medium in a worker of its own, decoding ahead. Ends at the last frame, where the thing is lost, or when it is stopped; what was found is told as it comes.
 * @throws TooPlain, NoPattern (by name) where there is nothing to follow; Error where a frame cannot be read
 */
export async function track(media: MediaLibrary, run: TrackRun): Promise<'done' | 'lost' | 'stopped'> {
  const caller = new Caller<TrackHandlers>(
    new Worker(new URL('./track.worker.ts', import.meta.url), { type: 'module', name: 'stilus track' }),
  )
  const read = async (frame: number): Promise<Picture> => {
    const picture = await media.picture(run.mediaId, frame)
    if (!picture)
      throw new Error('The medium of this motion is not there. Find it again in the media drawer.')
    return lumaOnly(picture)
  }
  const ahead: Promise<Picture>[] = []
  const send = (picture: Picture) => ({ transfer: buffersOf(picture).filter((b) => b.byteLength > 0) })
  try {
    const first = await read(run.template)
    await caller.call(
      'begin',
      { picture: first, setup: run.setup, front: run.front?.(run.template) },
      send(first),
    )
    let next = 0
    for (const [i, frame] of run.frames.entries()) {
      while (next < run.frames.length && next < i + AHEAD) {
        const reading = read(run.frames[next++] as number)
        reading.catch(() => undefined)
        ahead.push(reading)
      }
      const picture = await (ahead.shift() as Promise<Picture>)
      if (run.signal.aborted) return 'stopped'
      const found = await caller.call('follow', { picture, front: run.front?.(frame) }, send(picture))
      if (run.signal.aborted) return 'stopped'
      run.found(frame, found, i + 1)
      if (found.lost) return 'lost'
    }
    return 'done'
  } finally {
    caller.end()
  }
}
