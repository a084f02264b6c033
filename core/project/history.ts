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

/** Whether patches replace exactly the places that earlier ones replaced. */
function overwrites(earlier: readonly Patch[], later: readonly Patch[]): boolean {
  const places = (patches: readonly Patch[]) =>
    patches
      .map((p) => JSON.stringify(p.path))
      .sort()
      .join()
  const all = [...earlier, ...later]
  return all.every((p) => p.op === 'replace') && places(earlier) === places(later)
}

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
    // A drag that sets the same places again and again is the last of what it set, and the first of what was there.
    const again = overwrites(last.patches, entry.patches)
    kept[kept.length - 1] = {
      ...entry,
      patches: again ? entry.patches : [...last.patches, ...entry.patches],
      inverse: again ? last.inverse : [...entry.inverse, ...last.inverse],
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
