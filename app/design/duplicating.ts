import { type Act, type CoatItem, type DesignObject, findOwner, type Project } from '@stilus/core/project'
import { uid } from '../session/work'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'

type Point = [number, number]
const projectNow = () => store.getState().project.document as Project

/** How far the last copy was moved from what it was made of; undefined after a copy that lies where it was made. */
let last: Point | undefined

/** Copies objects where they are, chosen in their stead; gives the new ids by the old. */
export function copyObjects(ids: readonly string[], gesture?: string): Map<string, string> {
  const made = new Map(ids.map((id) => [id, uid()]))
  const acts = [...made].map(([objectId, newId]): Act => ['object.copy', { objectId, newId }])
  const label = ids.length === 1 ? 'Duplicate object' : `Duplicate ${ids.length} objects`
  if (!acts.length || !store.dispatch(editAll(acts, label, gesture))) return new Map()
  last = undefined
  chooseAll([...made.values()])
  return made
}

function chooseAll(ids: readonly string[]): void {
  ids.forEach((id, i) => store.dispatch(viewActions.object({ id, also: i > 0 })))
}

/** Notes how far copies were moved, for the next ones. */
export const noteMove = (by: Point): void => void (last = by)

/** Copies objects again, as far away as the last copy was moved. @param move moves objects of the screen */
export function copyAgain(ids: readonly string[], move: (by: Point, gesture: string) => void): void {
  const by = last ?? [24, 24]
  const gesture = uid()
  if (!copyObjects(ids, gesture).size) return
  move(by, gesture)
  last = by
}

let style: readonly CoatItem[] | undefined

/** Whether a style was copied. */
export const hasStyle = (): boolean => style !== undefined

/** Takes the coats of an object for others. */
export function copyStyle(objectId: string): void {
  style = findOwner(projectNow(), 'object', objectId)?.coats
}

/** Gives the coats that were copied to objects that can wear some. */
export function pasteStyle(ids: readonly string[]): void {
  const coats = style
  if (!coats) return
  const acts = ids
    .filter((id) => findOwner(projectNow(), 'object', id)?.coats)
    .map((objectId): Act => ['coats.set', { objectId, coats: coats.map((c) => ({ ...c, id: uid() })) }])
  if (acts.length) store.dispatch(editAll(acts, 'Give a style'))
}

const PLACING = ['place', 'anchor', 'scale', 'turn', 'along'] as const

/** What was copied of where an object stands, and of its keys. */
const copied: Record<'place' | 'keys', DesignObject['form'] | undefined> = {
  place: undefined,
  keys: undefined,
}

/** Whether a place, or keys, were copied. */
export const hasCopied = (what: 'place' | 'keys'): boolean => copied[what] !== undefined

/** Takes where an object stands, or its values that have keys, for others. */
export function copyValues(objectId: string, what: 'place' | 'keys'): void {
  const form = findOwner(projectNow(), 'object', objectId)?.form ?? {}
  const wanted = Object.entries(form).filter(([name, animated]) =>
    what === 'place' ? PLACING.some((p) => p === name) : (animated.keys?.length ?? 0) > 0,
  )
  copied[what] = Object.fromEntries(wanted)
}

/** Gives what was copied to objects. */
export function pasteValues(ids: readonly string[], what: 'place' | 'keys'): void {
  const form = copied[what]
  if (!form) return
  const acts = ids.map((objectId): Act => ['object.form', { objectId, form }])
  if (acts.length) store.dispatch(editAll(acts, what === 'place' ? 'Paste a place' : 'Paste keys'))
}
