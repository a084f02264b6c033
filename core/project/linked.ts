import { type Patch, produceWithPatches } from 'immer'
import { deepCopy } from './copies'
import { allObjects } from './find'
import type { CoatItem, DesignObject, Project } from './schema'

/**
 * What an edit of coats does to those who wear the same: a style takes over the coats of an object that is linked to it and was changed, and all others that are linked to it take them over too.
 */
export function shareStyles(
  before: Project,
  after: Project,
): { project: Project; patches: Patch[]; inverse: Patch[] } {
  const none = { project: after, patches: [], inverse: [] }
  if (!after.styles?.length || (before.designs === after.designs && before.styles === after.styles))
    return none
  const was = new Map(everyObject(before).map((o) => [o.id, o]))
  const changed = new Map<string, readonly CoatItem[]>()
  for (const object of everyObject(after)) {
    const { style, coats, id } = object
    if (style === undefined || !coats) continue
    const old = was.get(id)
    if (old?.style === style && old.coats !== coats) changed.set(style, coats)
  }
  if (!changed.size) return none
  const [project, patches, inverse] = produceWithPatches(after, (draft) => {
    for (const style of draft.styles ?? []) {
      const coats = changed.get(style.id)
      if (coats) style.coats = deepCopy(coats) as CoatItem[]
    }
    for (const design of draft.designs)
      for (const object of allObjects(design.objects as DesignObject[])) {
        const coats = object.style === undefined ? undefined : changed.get(object.style)
        if (coats) object.coats = deepCopy(coats) as CoatItem[]
      }
  })
  return { project, patches, inverse }
}

const everyObject = (p: Project): DesignObject[] => p.designs.flatMap((d) => allObjects(d.objects))
