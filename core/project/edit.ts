import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer'
import type { Edit } from './define'
import { EDITS } from './edits'
import { shareStyles } from './linked'
import type { Project } from './schema'

enablePatches()

export type EditName = keyof typeof EDITS
export type EditArgs<N extends EditName> = (typeof EDITS)[N] extends Edit<infer A> ? A : never

/** What an edit did: the new document and how to take it back. Without patches it changed nothing. */
export interface Change {
  project: Project
  label: string
  patches: Patch[]
  inverse: Patch[]
  /** What it had to leave behind, in sentences for the user. */
  notes: string[]
}

/**
 * Applies a named edit. The old document is not touched.
 * @throws z.ZodError for arguments of the wrong shape, NotFound for things that are not there
 */
export function perform<N extends EditName>(project: Project, name: N, args: EditArgs<N>): Change {
  const edit = EDITS[name] as Edit<EditArgs<N>>
  const checked = spoken(edit.schema.parse(args))
  const notes: string[] = []
  const [next, patches, inverse] = produceWithPatches(project, (draft) => {
    notes.push(...(edit.apply(draft as Project, checked) ?? []))
  })
  const shared = shareStyles(project, next)
  return {
    project: shared.project,
    label: edit.label(checked),
    patches: [...patches, ...shared.patches],
    inverse: [...shared.inverse, ...inverse],
    notes,
  }
}

/** A value without the fields that are undefined: they are not there, as in what is saved. */
function spoken<T>(value: T): T {
  if (Array.isArray(value)) return value.map(spoken) as T
  if (typeof value !== 'object' || value === null) return value
  const fields = Object.entries(value).filter(([, field]) => field !== undefined)
  return Object.fromEntries(fields.map(([key, field]) => [key, spoken(field)])) as T
}

/** One call of an edit. */
export type Act = { [N in EditName]: readonly [name: N, args: EditArgs<N>] }[EditName]

/** Several edits as one, under one label: all of them or none. */
export function performAll(project: Project, acts: readonly Act[], label: string): Change {
  const whole: Change = { project, label, patches: [], inverse: [], notes: [] }
  for (const [name, args] of acts) {
    const change = perform(whole.project, name, args as never)
    whole.project = change.project
    whole.patches.push(...change.patches)
    whole.inverse.unshift(...change.inverse)
    whole.notes.push(...change.notes)
  }
  return whole
}

/** Plays patches onto a document: those of a change to redo it, the inverse ones to undo it. */
export const replay = (project: Project, patches: readonly Patch[]): Project => applyPatches(project, patches)

export type { Patch }
