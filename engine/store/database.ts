import { Dexie, type Table } from 'dexie'
import type { History, Project } from '@stilus/core/project'
import type { LibraryItem } from './library'

/** A project as it lies in storage; the document is a copy of the one being worked on, at most a second old. */
export interface ProjectRecord {
  id: string
  name: string
  updated: number
  document: Project
  history: History
  /** Where the user was, opaque to storage. */
  place: string | null
}

/** The file of a medium. Blobs only: large typed arrays in records hang the browser. */
export interface MediumRecord {
  /** Project id and medium id. */
  key: string
  projectId: string
  mediaId: string
  name: string
  blob: Blob
}

export interface StillRecord {
  projectId: string
  blob: Blob
}

class Database extends Dexie {
  declare projects: Table<ProjectRecord, string>
  declare media: Table<MediumRecord, string>
  declare stills: Table<StillRecord, string>
  declare library: Table<LibraryItem, string>

  constructor() {
    super('stilus')
    this.version(1).stores({ projects: 'id, updated', media: 'key, projectId', stills: 'projectId' })
    this.version(2).stores({ library: 'id' })
  }
}

export const database = new Database()

/** The browser has no room left; nothing that was saved before is lost. */
export class StorageFull extends Error {
  constructor() {
    super(
      'The browser has no room left to save. Nothing is lost while this page stays open: save a project package to disk, ' +
        'then delete projects that you no longer need.',
    )
    this.name = 'StorageFull'
  }
}

const isQuota = (error: unknown): boolean => {
  const e = error as { name?: string; inner?: { name?: string } }
  return e.name === 'QuotaExceededError' || e.inner?.name === 'QuotaExceededError'
}

/** Runs a write and names a full disk as such. @throws StorageFull */
export async function guarded<T>(write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    throw isQuota(error) ? new StorageFull() : error
  }
}
