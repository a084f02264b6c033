import { type Change, type Patch, replay } from './edit'
import type { Project } from './schema'

/** One named entry. `context` is what the user looked at; undo and redo bring it back. */
export interface Entry<C = unknown> {
  label: string
  patches: Patch[]
  inverse: Patch[]
  /** Changes in a row with the same key (one drag, one scrub) become one entry. */
  merge?: string | undefined
  context?: C | undefined
}

/** All entries in order; the first `position` of them are in effect. */
export interface History<C = unknown> {
  entries: Entry<C>[]
  position: number
}

/** Older entries go when there are more than this. */
const LIMIT = 500

export const emptyHistory = (): History<never> => ({ entries: [], position: 0 })

/** Adds a change. Undone entries are dropped; a change that changed nothing adds nothing. */
export function record<C>(history: History<C>, change: Change, merge?: string, context?: C): History<C> {
  if (!change.patches.length) return history
  const kept = history.entries.slice(0, history.position)
  const last = kept.at(-1)
  const entry: Entry<C> = {
    label: change.label,
    patches: change.patches,
    inverse: change.inverse,
    merge,
    context,
  }
  if (merge && last?.merge === merge) {
    kept[kept.length - 1] = {
      ...entry,
      patches: [...last.patches, ...entry.patches],
      inverse: [...entry.inverse, ...last.inverse],
    }
  } else kept.push(entry)
  const entries = kept.slice(-LIMIT)
  return { entries, position: entries.length }
}

/** The document and history at another position, and the entry last crossed. */
export function travelTo<C>(project: Project, history: History<C>, position: number) {
  const target = Math.min(history.entries.length, Math.max(0, position))
  let document = project
  let crossed: Entry<C> | undefined
  for (let at = history.position; at > target; at--) {
    crossed = history.entries[at - 1]
    if (crossed) document = replay(document, crossed.inverse)
  }
  for (let at = history.position; at < target; at++) {
    crossed = history.entries[at]
    if (crossed) document = replay(document, crossed.patches)
  }
  return { project: document, history: { ...history, position: target }, crossed }
}
