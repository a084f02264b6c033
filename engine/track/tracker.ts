import type { Picture } from '@stilus/core/frame'
import type { Bend, Followed, FollowSetup } from '@stilus/core/motion'
import type { MediaLibrary } from '../media/library'
import { buffersOf } from '@stilus/core/media'
import { Caller } from '../rpc'
import type { Front, Seen, TrackHandlers } from './track.worker'

export type { Front }

/** What is looked at, and how. */
export interface Watch {
  mediaId: string
  setup: FollowSetup
  /** The frame that the template is taken from. */
  template: number
  /** What lies in front of the thing at a frame. */
  front?(frame: number): Promise<Front | undefined>
  signal: AbortSignal
}

export interface TrackRun extends Watch {
  /** The frames to look at, in their order. */
  frames: number[]
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

/** Buffers that may go to the worker for good. */
const buffers = ({ picture, front }: Seen) => ({
  transfer: [...buffersOf(picture), ...(front?.mattes ?? []).map((m) => m.data.buffer)].filter(
    (b) => b.byteLength > 0,
  ),
})

/**
 * Looks at frames of a medium in a worker of its own, reading ahead: at the template's first, then at each in turn until `look` says that it is enough.
 * @throws Error where a frame cannot be read, and what the worker throws
 */
async function watch(
  media: MediaLibrary,
  { mediaId, template, front, signal }: Watch,
  frames: readonly number[],
  begin: (caller: Caller<TrackHandlers>, seen: Seen) => Promise<void>,
  look: (caller: Caller<TrackHandlers>, seen: Seen, frame: number, index: number) => Promise<boolean>,
): Promise<'done' | 'ended' | 'stopped'> {
  const caller = new Caller<TrackHandlers>(
    new Worker(new URL('./track.worker.ts', import.meta.url), { type: 'module', name: 'stilus track' }),
  )
  const see = async (frame: number): Promise<Seen> => {
    const [picture, before] = await Promise.all([media.picture(mediaId, frame), front?.(frame)])
    if (!picture)
      throw new Error('The medium of this motion is not there. Find it again in the media drawer.')
    return { picture: lumaOnly(picture), front: before }
  }
  const ahead: Promise<Seen>[] = []
  try {
    await begin(caller, await see(template))
    let next = 0
    for (const [i, frame] of frames.entries()) {
      while (next < frames.length && next < i + AHEAD) {
        const seeing = see(frames[next++] as number)
        seeing.catch(() => undefined)
        ahead.push(seeing)
      }
      const seen = await (ahead.shift() as Promise<Seen>)
      if (signal.aborted) return 'stopped'
      if (await look(caller, seen, frame, i)) return 'ended'
      if (signal.aborted) return 'stopped'
    }
    return 'done'
  } finally {
    caller.end()
  }
}

/**
 * Follows something through frames of a medium. Ends at the last frame, where the thing is lost, or when it is stopped; what was found is told as it comes.
 * @throws TooPlain, NoPattern (by name) where there is nothing to follow; Error where a frame cannot be read
 */
export async function track(media: MediaLibrary, run: TrackRun): Promise<'done' | 'lost' | 'stopped'> {
  const end = await watch(
    media,
    run,
    run.frames,
    (caller, seen) => caller.call('begin', { ...seen, setup: run.setup }, buffers(seen)),
    async (caller, seen, frame, i) => {
      const found = await caller.call('follow', seen, buffers(seen))
      if (!run.signal.aborted) run.found(frame, found, i + 1)
      return found.lost
    },
  )
  return end === 'ended' ? 'lost' : end
}

/** Measures how the lens bends from frames in which a plane was found at these places; undefined where it was stopped. @throws Error where a frame cannot be read */
export async function measureBend(
  media: MediaLibrary,
  run: Watch & { looks: { frame: number; places: number[] }[]; looked(done: number): void },
): Promise<Bend | undefined> {
  let bend: Bend | undefined
  await watch(
    media,
    run,
    run.looks.map((l) => l.frame),
    (caller, seen) => caller.call('beginBend', { ...seen, setup: run.setup }, buffers(seen)),
    async (caller, seen, _, i) => {
      bend = await caller.call('lookBend', { ...seen, places: run.looks[i]?.places ?? [] }, buffers(seen))
      run.looked(i + 1)
      return false
    },
  )
  return run.signal.aborted ? undefined : bend
}
