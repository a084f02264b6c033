import { readPackage, writePackage } from '@stilus/core/formats'
import { emptyHistory, type Project } from '@stilus/core/project'
import { database } from './database'
import { deleteProject, findMedium, saveMedium, saveProject } from './projects'

const PIECE = 1048576

async function* pieces(blob: Blob): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < blob.size; at += PIECE)
    yield new Uint8Array(await blob.slice(at, at + PIECE).arrayBuffer())
}

/** A project with its media as one zip. Media that are not there are left out; `done` runs from 0 to 1. */
export async function packProject(
  project: Project,
  done: (share: number) => void = () => undefined,
): Promise<Blob> {
  const files = await Promise.all(
    project.media.map(async (m) => ({ id: m.id, file: await findMedium(project.id, m.id) })),
  )
  const present = files.flatMap(({ id, file }) =>
    file ? [{ id, name: file.name, chunks: pieces(file.blob), size: file.blob.size }] : [],
  )
  const total = present.reduce((sum, m) => sum + m.size, 1)
  const parts: Blob[] = []
  // Blob parts can live on disk, so a large package does not fill the memory.
  await writePackage(
    project,
    present,
    (piece) => void parts.push(new Blob([piece as Uint8Array<ArrayBuffer>])),
    (bytes) => done(bytes / total),
  )
  return new Blob(parts, { type: 'application/zip' })
}

/**
 * Reads a package into storage under a new id unless none of that id is stored. All or nothing, also where it is called off.
 * @throws ProjectError, StorageFull
 */
export async function unpackProject(
  zip: Blob,
  done: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<Project> {
  const media = new Map<string, Blob[]>()
  let read = 0
  const chunks = (async function* () {
    for await (const piece of pieces(zip)) {
      yield piece
      done((read += piece.length) / zip.size)
    }
  })()
  const loaded = await readPackage(chunks, {
    medium(id, piece) {
      const parts = media.get(id) ?? []
      if (piece.length) parts.push(new Blob([piece as Uint8Array<ArrayBuffer>]))
      media.set(id, parts)
    },
  })
  const taken = await database.documents.get(loaded.id)
  const project = taken ? { ...loaded, id: crypto.randomUUID(), name: `${loaded.name} (copy)` } : loaded
  try {
    for (const medium of project.media) {
      const parts = media.get(medium.id)
      if (parts) await saveMedium(project.id, medium.id, new Blob(parts), medium.name)
      signal?.throwIfAborted()
    }
    await saveProject(project, emptyHistory(), null)
    signal?.throwIfAborted()
  } catch (error) {
    await deleteProject(project.id)
    throw error
  }
  return project
}
