import type { Medium } from '@stilus/core/project'
import { probe } from '../media/library'
import type { MediumInfo } from '../media/open'
import { dropMedium, saveMedium } from './projects'

/** A medium for the document from what a file holds. */
export function mediumOf(id: string, name: string, bytes: number, info: MediumInfo): Medium {
  const { kind, width, height, rate, frames, codec, range, sound } = info
  return {
    id,
    name,
    kind,
    width,
    height,
    rate,
    frames,
    codec,
    coding: range,
    sound,
    bytes,
    seconds: info.seconds,
  }
}

/** Reads a file and stores it, unless that is called off: then nothing of it stays. @throws MediaError, StorageFull */
export async function importFile(
  projectId: string,
  file: File,
  mediaId: string = crypto.randomUUID(),
  signal?: AbortSignal,
) {
  const info = await probe(file, file.name)
  signal?.throwIfAborted()
  await saveMedium(projectId, mediaId, file, file.name)
  if (signal?.aborted) await dropMedium(projectId, mediaId)
  signal?.throwIfAborted()
  return { medium: mediumOf(mediaId, file.name, file.size, info), notice: info.notice }
}
