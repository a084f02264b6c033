import type { DataRecord, Entry, History, Project } from '@stilus/core/project'

/** What must be written so that storage holds a history and the records beside a document. */
export interface Unwritten {
  entries: { n: number; entry: Entry }[]
  /** Numbers of entries that are no longer there. */
  gone: number[]
  records: { hash: string; record: DataRecord }[]
}

/**
 * Knows what of a project lies in storage already, so that a save writes what is new: the document, the entries of the history since the last save and new records. What it costs does not
 * grow with the history or with what was measured.
 */
export class Written {
  readonly #numbers = new Map<Entry, number>()
  readonly #records = new Set<string>()
  #next = 0

  /** Takes note of what was read from storage. */
  found(entries: readonly { n: number; entry: Entry }[], hashes: readonly string[]): void {
    for (const { n, entry } of entries) {
      this.#numbers.set(entry, n)
      this.#next = Math.max(this.#next, n + 1)
    }
    for (const hash of hashes) this.#records.add(hash)
  }

  /** What a save has to write. */
  unwritten(project: Project, history: History): Unwritten {
    const there = new Set(history.entries)
    const gone = [...this.#numbers].filter(([entry]) => !there.has(entry)).map(([, n]) => n)
    let next = this.#next
    const entries = history.entries
      .filter((entry) => !this.#numbers.has(entry))
      .map((entry) => ({ n: next++, entry }))
    const records = Object.entries(project.records ?? {})
      .filter(([hash]) => !this.#records.has(hash))
      .map(([hash, record]) => ({ hash, record }))
    return { entries, gone, records }
  }

  /** Takes note of what was written. */
  wrote({ entries, gone, records }: Unwritten): void {
    const lost = new Set(gone)
    for (const [entry, n] of [...this.#numbers]) if (lost.has(n)) this.#numbers.delete(entry)
    this.found(
      entries,
      records.map((r) => r.hash),
    )
  }
}
