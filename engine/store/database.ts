import { Dexie, type Table } from 'dexie'
import type { DataRecord, Entry, History, Project } from '@stilus/core/project'
import type { LibraryItem } from './saved'

/** What a project's card shows; reading it reads no document. */
export interface SummaryRecord {
  id: string
  name: string
  updated: number
  shots: number
}

/** A document as it lies in storage: a copy of the one being worked on, at most a second old. */
export interface DocumentRecord {
  id: string
  document: Project
  /** How many entries of the history are in effect. */
  position: number
  /** Where the user was, opaque to storage. */
  place: string | null
}

/** One entry of a project's history; they are numbered in order and written once. */
export interface EntryRecord {
  projectId: string
  n: number
  entry: Entry
}

/** Measured data beside a document, by content hash. */
export interface BesideRecord {
  projectId: string
  hash: string
  record: DataRecord
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

/** The file of a medium by the medium's id. */
export interface MediumFile {
  id: string
  name: string
  blob: Blob
}

export interface StillRecord {
  projectId: string
  blob: Blob
}

/** How projects lay in storage before documents lay apart. */
interface OldProjectRecord {
  id: string
  name: string
  updated: number
  document?: { shots?: unknown[] }
  history?: History
  place?: string | null
}

class Database extends Dexie {
  declare projects: Table<SummaryRecord, string>
  declare documents: Table<DocumentRecord, string>
  declare entries: Table<EntryRecord, [string, number]>
  declare records: Table<BesideRecord, [string, string]>
  declare media: Table<MediumRecord, string>
  declare stills: Table<StillRecord, string>
  declare library: Table<LibraryItem, string>

  constructor() {
    super('stilus')
    this.version(1).stores({ projects: 'id, updated', media: 'key, projectId', stills: 'projectId' })
    this.version(2).stores({ library: 'id' })
    this.version(3)
      .stores({
        documents: 'id',
        entries: '[projectId+n], projectId',
        records: '[projectId+hash], projectId',
      })
      .upgrade(async (storage) => {
        const old = await storage.table<OldProjectRecord>('projects').toArray()
        for (const { id, name, updated, document, place } of old) {
          const shots = document?.shots?.length ?? 0
          // Patches of an older version do not fit a migrated document: its history begins anew.
          await storage.table('documents').put({ id, document, position: 0, place: place ?? null })
          await storage.table('projects').put({ id, name, updated, shots })
        }
      })
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
