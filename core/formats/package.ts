import { strFromU8 as fromUtf8, strToU8, Unzip, UnzipInflate, Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import { documentOf, loadProject, type Project, ProjectError, recordsOf } from '../project'

/** A medium as it lies in a package. */
export interface PackedMedium {
  id: string
  name: string
  /** Its bytes, in order. */
  chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>
}

const DOCUMENT = 'project.json'
/** A document that is larger than this with its records is refused. */
const DOCUMENT_LIMIT = 256 * 1048576

/** Names that are safe in every file system. */
const safe = (name: string) => name.replace(/[^\p{L}\p{N}._ -]+/gu, '_').slice(-120)

/** Where a medium lies in a package. */
export const mediumPath = (id: string, name: string): string => `media/${id}/${safe(name)}`

/**
 * Writes a project package (docs/formats.md): project.json and the records that it refers to compressed, media stored. Pieces of the zip go to `write` in order;
 * `done` counts the bytes of media read so far.
 */
export async function writePackage(
  project: Project,
  media: Iterable<PackedMedium>,
  write: (piece: Uint8Array) => void | Promise<void>,
  done: (bytes: number) => void = () => undefined,
): Promise<void> {
  const pieces: Uint8Array[] = []
  const zip = new Zip((error, piece) => {
    if (error) throw error
    pieces.push(piece)
  })
  const flush = async () => {
    for (const piece of pieces.splice(0)) await write(piece)
  }
  const packed = (name: string, text: string) => {
    const file = new ZipDeflate(name, { level: 6 })
    zip.add(file)
    file.push(strToU8(text), true)
  }
  packed(DOCUMENT, JSON.stringify(documentOf(project), null, 1))
  for (const id of new Set(recordsOf(project))) {
    const record = project.records?.[id]
    if (record) packed(`records/${id}.json`, JSON.stringify(record))
    await flush()
  }
  let total = 0
  for (const medium of media) {
    const file = new ZipPassThrough(mediumPath(medium.id, medium.name))
    zip.add(file)
    for await (const chunk of medium.chunks) {
      file.push(chunk)
      done((total += chunk.length))
      await flush()
    }
    file.push(new Uint8Array(0), true)
  }
  zip.end()
  await flush()
}

/** What a package holds. Media chunks are handed to `medium` as they come. */
export interface PackageReader {
  /** Called with the medium's id and its bytes in order; `last` with the final piece. */
  medium(id: string, piece: Uint8Array, last: boolean): void
}

/**
 * Reads a project package piece by piece. Paths other than project.json, records/HASH.json and media/ID/NAME are passed over, so nothing in a package
 * can name a place outside it.
 * @throws ProjectError where there is no readable project in it
 */
export async function readPackage(
  chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
  reader: PackageReader,
): Promise<Project> {
  const document: Uint8Array[] = []
  const records = new Map<string, Uint8Array[]>()
  let size = 0
  let failure: Error | undefined
  const unzip = new Unzip((file) => {
    const id = /^media\/([\w-]{1,80})\/[^/\\]+$/.exec(file.name)?.[1]
    const record = /^records\/([0-9a-f]{32})\.json$/.exec(file.name)?.[1]
    if (file.name !== DOCUMENT && !id && !record) return
    const parts = record ? [] : document
    if (record) records.set(record, parts)
    file.ondata = (error, piece, last) => {
      if (error) failure ??= error
      else if (id) reader.medium(id, piece, last)
      else if ((size += piece.length) <= DOCUMENT_LIMIT) parts.push(piece)
      else
        failure ??= new ProjectError('The document of this package and its records are larger than 256 MB.')
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  let first = true
  try {
    for await (const chunk of chunks) {
      if (first && !(chunk[0] === 0x50 && chunk[1] === 0x4b))
        throw new ProjectError('This is not a Stilus package: it is not a zip file.')
      first = false
      unzip.push(chunk)
      if (failure) throw failure
    }
    unzip.push(new Uint8Array(0), true)
  } catch (error) {
    if (error instanceof ProjectError) throw error
    throw new ProjectError(
      'This package is damaged: the zip file ends early or is broken. Copy it again and open it once more.',
    )
  }
  if (!document.length)
    throw new ProjectError('There is no project.json in this package, so it is not a Stilus project.')
  const beside = [...records].map(([id, pieces]) => [id, parse(join(pieces))] as const)
  return loadProject(parse(join(document)), Object.fromEntries(beside))
}

function parse(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(fromUtf8(bytes))
  } catch {
    throw new ProjectError('The document of this package is not readable JSON.')
  }
}

function join(pieces: Uint8Array[]): Uint8Array {
  const out = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0))
  let at = 0
  for (const piece of pieces) {
    out.set(piece, at)
    at += piece.length
  }
  return out
}
