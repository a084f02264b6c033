import { emptyHistory, type History, loadProject, type Project } from '@stilus/core/project'
import { database, guarded, type ProjectRecord, type StillRecord } from './database'

export interface ProjectCard {
  id: string
  name: string
  updated: number
  shots: number
  still: Blob | undefined
}

/** All projects, latest first. */
export async function listProjects(): Promise<ProjectCard[]> {
  const [records, stills] = await Promise.all([
    database.projects.orderBy('updated').reverse().toArray(),
    database.stills.toArray(),
  ])
  const still = new Map(stills.map((s: StillRecord) => [s.projectId, s.blob]))
  return records.map((r) => ({
    id: r.id,
    name: r.name,
    updated: r.updated,
    shots: r.document.shots.length,
    still: still.get(r.id),
  }))
}

export interface OpenedProject {
  project: Project
  history: History
  place: string | null
}

/** A stored project, migrated and checked. @throws ProjectError */
export async function openProject(id: string): Promise<OpenedProject | undefined> {
  const record = await database.projects.get(id)
  if (!record) return undefined
  const project = loadProject(record.document)
  // Patches of an older version do not fit a migrated document.
  const same = record.document.version === project.version
  return { project, history: same ? record.history : emptyHistory(), place: record.place }
}

/** Saves document, history and place in one transaction. @throws StorageFull */
export async function saveProject(project: Project, history: History, place: string | null): Promise<void> {
  const record: ProjectRecord = {
    id: project.id,
    name: project.name,
    updated: Date.now(),
    document: project,
    history,
    place,
  }
  await guarded(() => database.transaction('rw', database.projects, () => database.projects.put(record)))
}

/** The picture on a project's card. @throws StorageFull */
export const saveStill = (projectId: string, blob: Blob) =>
  guarded(() => database.stills.put({ projectId, blob }))

/** Deletes a project with its media. */
export async function deleteProject(id: string): Promise<void> {
  await database.transaction('rw', [database.projects, database.media, database.stills], async () => {
    await database.projects.delete(id)
    await database.stills.delete(id)
    await database.media.where('projectId').equals(id).delete()
  })
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
