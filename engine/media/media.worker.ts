import { detachable, MediaError, type MediumInfo, type OpenMedium, openMedium } from '@stilus/core/media'
import { type CallContext, Moved, serve } from '../rpc'
import { browserPlatform, fileOf } from './platform'

/** A medium that is open, and what went wrong with it since a picture was last handed over. */
interface Opened {
  medium: OpenMedium
  problems: string[]
}

/** Decodes media: each opened once under an id, then asked for frames and sound. */
const media = new Map<string, Opened>()

function opened(id: string): Opened {
  const found = media.get(id)
  if (!found) throw new MediaError('This medium is not open.')
  return found
}

export const handlers = {
  async open({ id, blob, name }: { id: string; blob: Blob; name: string }): Promise<MediumInfo> {
    const problems: string[] = []
    const medium = await openMedium(fileOf(blob, name), browserPlatform(), (problem) =>
      problems.push(problem),
    )
    media.set(id, { medium, problems })
    return medium.info
  },

  async close({ id }: { id: string }): Promise<void> {
    const found = media.get(id)
    media.delete(id)
    await found?.medium.close()
  },

  async picture({
    id,
    frame,
    keep,
    quick,
  }: {
    id: string
    frame: number
    /** Bytes of decoded pictures that may stay. */
    keep: number
    /** Whatever is near and had at once will do. */
    quick?: boolean
  }) {
    const { medium, problems } = opened(id)
    if (medium.kept) medium.kept.budget = keep
    const near = quick ? await medium.quick?.(frame) : undefined
    const { picture, transfer } = detachable(near?.picture ?? (await medium.picture(frame)))
    const kept = medium.kept?.bytes ?? 0
    return new Moved({ picture, frame: near?.frame ?? frame, problems: problems.splice(0), kept }, transfer)
  },

  /** Numbered stills as one file. */
  pack: async ({ stills }: { stills: readonly File[] }, { signal, progress }: CallContext) =>
    (await import('./numbered')).packNumbered(stills, progress, signal),

  /** The stills of such a file. */
  unpack: async ({ blob, name }: { blob: Blob; name: string }, { signal, progress }: CallContext) =>
    (await import('./numbered')).unpackNumbered(blob, name, progress, signal),

  /** Sound from `start` to `end` seconds after the first picture, as planar samples at the medium's own rate. */
  async sound({ id, start, end }: { id: string; start: number; end: number }) {
    const sound = await opened(id).medium.sound(start, end)
    return new Moved(
      sound,
      sound.channels.map((c) => c.buffer),
    )
  },
}

serve(handlers)
export type MediaHandlers = typeof handlers
