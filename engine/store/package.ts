import { readPackage, writePackage } from '@stilus/core/formats'
import { emptyHistory, type Project } from '@stilus/core/project'
import { database, type MediumFile } from './database'
import { deleteProject, findMedium, saveMedium, saveProject } from './projects'

const PIECE = 1048576

async function* pieces(blob: Blob): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < blob.size; at += PIECE)
    yield new Uint8Array(await blob.slice(at, at + PIECE).arrayBuffer())
}

/** The files of some media of a project; those that are not there are left out. */
export async function filesOf({
  id: projectId,
  media,
}: Pick<Project, 'id' | 'media'>): Promise<MediumFile[]> {
  const found = await Promise.all(
    media.map(async ({ id }) => ({ id, file: await findMedium(projectId, id) })),
  )
  return found.flatMap(({ id, file }) => (file ? [{ id, name: file.name, blob: file.blob }] : []))
}

/** A project with its media as one zip. Media that are not there are left out; `done` runs from 0 to 1. */
export const packProject = async (project: Project, done?: (share: number) => void): Promise<Blob> =>
  packFiles(project, await filesOf(project), done)

/** A document with files of its media as one zip; `done` runs from 0 to 1. */
export async function packFiles(
  project: Project,
  files: readonly MediumFile[],
  done: (share: number) => void = () => undefined,
): Promise<Blob> {
  const present = files.map(({ id, name, blob }) => ({ id, name, chunks: pieces(blob) }))
  const total = files.reduce((sum, { blob }) => sum + blob.size, 1)
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

/** The document of a package and the files of its media, not yet stored. @throws ProjectError */
export async function unpackFiles(
  zip: Blob,
  done: (share: number) => void = () => undefined,
): Promise<{ project: Project; files: MediumFile[] }> {
  const media = new Map<string, Blob[]>()
  let read = 0
  const chunks = (async function* () {
    for await (const piece of pieces(zip)) {
      yield piece
      done((read += piece.length) / zip.size)
    }
  })()
  const project = await readPackage(chunks, {
    medium(id, piece) {
      const parts = media.get(id) ?? []
      if (piece.length) parts.push(new Blob([piece as Uint8Array<ArrayBuffer>]))
      media.set(id, parts)
    },
  })
  const files = project.media.flatMap(({ id, name }): MediumFile[] => {
    const parts = media.get(id)
    return parts ? [{ id, name, blob: new Blob(parts) }] : []
  })
  return { project, files }
}

/**
 * Reads a package into storage under a new id unless none of that id is stored. All or nothing, also where it is called off.
 * @throws ProjectError, StorageFull
 */
export async function unpackProject(
  zip: Blob,
  done?: (share: number) => void,
  signal?: AbortSignal,
): Promise<Project> {
  const { project: loaded, files } = await unpackFiles(zip, done)
  const taken = await database.documents.get(loaded.id)
  const project = taken ? { ...loaded, id: crypto.randomUUID(), name: `${loaded.name} (copy)` } : loaded
  try {
    for (const { id, name, blob } of files) {
      await saveMedium(project.id, id, blob, name)
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
