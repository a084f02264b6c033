import { detachable, MediaError, type MediumInfo, type OpenMedium, openMedium } from '@stilus/core/media'
import { type CallContext, Moved, serve } from '../rpc'
import { packNumbered, unpackNumbered } from './numbered'
import { browserPlatform, fileOf } from './platform'

/** Decodes one medium: opened once, then asked for frames and sound. */
let medium: OpenMedium | undefined
/** What went wrong since a picture was last handed over. */
let problems: string[] = []

function opened(): OpenMedium {
  if (!medium) throw new MediaError('No medium is open.')
  return medium
}

export const handlers = {
  async open({ blob, name }: { blob: Blob; name: string }): Promise<MediumInfo> {
    medium = await openMedium(fileOf(blob, name), browserPlatform(), (problem) => problems.push(problem))
    return medium.info
  },

  async picture({
    frame,
    keep,
  }: {
    frame: number
    /** Bytes of decoded pictures that may stay. */ keep: number
  }) {
    const { kept } = opened()
    if (kept) kept.budget = keep
    const { picture, transfer } = detachable(await opened().picture(frame))
    const said = problems
    problems = []
    return new Moved({ picture, problems: said, kept: medium?.kept?.bytes ?? 0 }, transfer)
  },

  /** Numbered stills as one file. */
  pack: ({ stills }: { stills: readonly File[] }, { signal, progress }: CallContext) =>
    packNumbered(stills, progress, signal),

  /** The stills of such a file. */
  unpack: ({ blob, name }: { blob: Blob; name: string }, { signal, progress }: CallContext) =>
    unpackNumbered(blob, name, progress, signal),

  /** Sound from `start` to `end` seconds after the first picture, as planar samples at the medium's own rate. */
  async sound({ start, end }: { start: number; end: number }) {
    const sound = await opened().sound(start, end)
    return new Moved(
      sound,
      sound.channels.map((c) => c.buffer),
    )
  },
}

serve(handlers)
export type MediaHandlers = typeof handlers
