import {
  documentOf,
  type History,
  loadProject,
  type Project,
  recordsOf,
  SCHEMA_VERSION,
} from '@stilus/core/project'
import { database, guarded, type StillRecord } from './database'
import { Written } from './unwritten'

export interface ProjectCard {
  id: string
  name: string
  updated: number
  shots: number
  still: Blob | undefined
}

/** All projects, latest first; no document is read for it. */
export async function listProjects(): Promise<ProjectCard[]> {
  const [records, stills] = await Promise.all([
    database.projects.orderBy('updated').reverse().toArray(),
    database.stills.toArray(),
  ])
  const still = new Map(stills.map((s: StillRecord) => [s.projectId, s.blob]))
  return records.map((r) => ({ ...r, still: still.get(r.id) }))
}

export interface OpenedProject {
  project: Project
  history: History
  place: string | null
}

const written = new Map<string, Written>()

/** A stored project, migrated and checked, with the records beside it. @throws ProjectError */
export async function openProject(id: string): Promise<OpenedProject | undefined> {
  const stored = await database.documents.get(id)
  if (!stored) return undefined
  const [rows, beside] = await Promise.all([
    database.entries.where('projectId').equals(id).sortBy('n'),
    database.records.where('projectId').equals(id).toArray(),
  ])
  // Patches of an older version do not fit a migrated document.
  const same = stored.document.version === SCHEMA_VERSION
  const entries = same ? rows : []
  // What neither the document nor anything that can be undone refers to any more is let go.
  const named = new Set([
    ...(same ? recordsOf(stored.document) : []),
    ...(JSON.stringify(entries).match(/[0-9a-f]{32}/g) ?? []),
  ])
  const [kept, stray] = [beside.filter((b) => named.has(b.hash)), beside.filter((b) => !named.has(b.hash))]
  if (stray.length && same) await database.records.bulkDelete(stray.map((b) => [id, b.hash]))
  const project = loadProject(
    stored.document,
    Object.fromEntries(kept.map(({ hash, record }) => [hash, record])),
  )
  const known = new Written()
  known.found(
    rows,
    kept.map((b) => b.hash),
  )
  written.set(id, known)
  const position = Math.min(stored.position, entries.length)
  return { project, history: { entries: entries.map((r) => r.entry), position }, place: stored.place }
}

/**
 * Saves document, history and place in one transaction: the document, and of history and records what is new since the last save. Saves of one project must follow each other.
 * @throws StorageFull
 */
export async function saveProject(project: Project, history: History, place: string | null): Promise<void> {
  const { id, name } = project
  const known = written.get(id) ?? new Written()
  written.set(id, known)
  const todo = known.unwritten(project, history)
  const shots = project.sequences.reduce((sum, s) => sum + s.shots.length, 0)
  const { projects, documents, entries, records } = database
  await guarded(() =>
    database.transaction('rw', [projects, documents, entries, records], async () => {
      await projects.put({ id, name, updated: Date.now(), shots })
      await documents.put({ id, document: documentOf(project), position: history.position, place })
      if (todo.gone.length) await entries.bulkDelete(todo.gone.map((n) => [id, n]))
      if (todo.entries.length) await entries.bulkPut(todo.entries.map((e) => ({ projectId: id, ...e })))
      if (todo.records.length) await records.bulkPut(todo.records.map((r) => ({ projectId: id, ...r })))
    }),
  )
  known.wrote(todo)
}

/** The picture on a project's card. @throws StorageFull */
export const saveStill = (projectId: string, blob: Blob) =>
  guarded(() => database.stills.put({ projectId, blob }))

/** Deletes a project with its media, its history and all that was measured for it. */
export async function deleteProject(id: string): Promise<void> {
  const { projects, documents, entries, records, media, stills } = database
  await database.transaction('rw', [projects, documents, entries, records, media, stills], async () => {
    await Promise.all([projects.delete(id), documents.delete(id), stills.delete(id)])
    for (const table of [entries, records, media]) await table.where('projectId').equals(id).delete()
  })
  written.delete(id)
}

const mediumKey = (projectId: string, mediaId: string) => `${projectId} ${mediaId}`

/** @throws StorageFull */
export const saveMedium = (projectId: string, mediaId: string, blob: Blob, name: string) =>
  guarded(() => database.media.put({ key: mediumKey(projectId, mediaId), projectId, mediaId, name, blob }))

export const dropMedium = (projectId: string, mediaId: string) =>
  database.media.delete(mediumKey(projectId, mediaId))

export async function findMedium(
  projectId: string,
  mediaId: string,
): Promise<{ blob: Blob; name: string } | undefined> {
  const record = await database.media.get(mediumKey(projectId, mediaId))
  return record && { blob: record.blob, name: record.name }
}

/** Bytes used and allowed, as the browser estimates them. */
export async function storageRoom(): Promise<{ used: number; quota: number }> {
  const { usage = 0, quota = 0 } = await navigator.storage.estimate()
  return { used: usage, quota }
}
