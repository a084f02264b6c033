import { defaults } from '../../params'
import { OBJECT_FORMS } from '../../design'
import { designOf, findIn, getObject, NotFound } from '../find'
import { findOwner } from '../owners'
import { Locked, still } from '../parts'
import type { Design, DesignObject, Project } from '../schema'

/** An object that may be changed. @throws Locked */
export function opened(p: Project, objectId: string): DesignObject {
  const object = getObject(p, objectId)
  if (object.locked) throw new Locked(object.name)
  return object
}

/** The objects of one list that are to become one, from back to front, and what stays beside them. */
export function together(p: Project, objectIds: readonly string[], newId: string) {
  const first = objectIds[0] as string
  const design = designOf(p, first)
  const list = findIn(design.objects, first)
  const chosen = list.filter((o) => objectIds.includes(o.id))
  if (chosen.length !== objectIds.length || findOwner(p, 'object', newId))
    throw new NotFound('list that holds all objects', objectIds.join(', '))
  const at = list.findIndex((o) => o.id === chosen.at(-1)?.id) - chosen.length + 1
  return { design, list, chosen, at, rest: list.filter((o) => !objectIds.includes(o.id)) }
}

/** What holds other objects, as long as its design. */
export const holding = (
  id: string,
  kind: 'group' | 'combined' | 'repeat',
  name: string,
  { length }: Design,
): DesignObject => ({
  id,
  name,
  kind,
  on: true,
  form: still(defaults(OBJECT_FORMS[kind])),
  start: 0,
  length,
  zero: 0,
  steps: [],
})
