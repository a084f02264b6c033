import { encodingWords } from '@stilus/core/colour'
import type { MediumInfo } from '@stilus/core/media'
import type { Medium } from '@stilus/core/project'
import { probe } from '../media/library'
import { dropMedium, saveMedium } from './projects'

/** A medium for the document from what a file holds. */
export function mediumOf(id: string, name: string, bytes: number, info: MediumInfo): Medium {
  const { kind, width, height, rate, frames, codec, colour, sound, seconds, gaps } = info
  const coding = colour ? encodingWords(colour) : ''
  const medium = { id, name, kind, width, height, rate, frames, codec, coding, sound, bytes, seconds }
  return gaps ? { ...medium, gaps } : medium
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
