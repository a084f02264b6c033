import { ZipWriter } from '@stilus/core/deliver'
import { sequenceName, stillsOf } from '@stilus/core/media'
import { fileOf } from './platform'

/**
 * Numbered stills, in order, as one file: an archive that stores them as they are.
 * @param share told how much of it is done, from 0 to 1
 * @throws AbortError
 */
export async function packNumbered(
  stills: readonly File[],
  share: (done: number) => void,
  signal: AbortSignal,
): Promise<File> {
  const parts: Blob[] = []
  const zip = new ZipWriter({
    // As blobs, so that what is packed need not stay in memory.
    write: (bytes) => Promise.resolve(void parts.push(new Blob([bytes as Uint8Array<ArrayBuffer>]))),
    close: () => Promise.resolve(),
  })
  for (const [i, still] of stills.entries()) {
    signal.throwIfAborted()
    await zip.add(still.name, new Uint8Array(await still.arrayBuffer()))
    share((i + 1) / stills.length)
  }
  await zip.close()
  const [first, last] = [stills[0]?.name ?? '', stills.at(-1)?.name ?? '']
  return new File(parts, sequenceName(first, last), { type: 'application/zip' })
}

/** The stills of a numbered sequence as files of their own. @throws MediaError, AbortError */
export async function unpackNumbered(
  blob: Blob,
  name: string,
  share: (done: number) => void,
  signal: AbortSignal,
): Promise<File[]> {
  const files: File[] = []
  for await (const { name: still, bytes, of } of stillsOf(fileOf(blob, name))) {
    signal.throwIfAborted()
    files.push(new File([bytes], still))
    share(files.length / of)
  }
  return files
}
