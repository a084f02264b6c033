import { allObjects } from './find'
import { findOwner } from './owners'
import { valueOf } from './parts'
import type { Address, Design, DesignObject, FrontItem, Project } from './schema'
import { slotOf } from './slot'

/** What a design asks for where it is used, without what has been taken out of it since. */
export function frontOf(project: Project, { front = [], objects }: Design): FrontItem[] {
  const inside = new Map(allObjects(objects).map((o) => [o.id, o]))
  return front.flatMap((item): FrontItem[] => {
    if (item.kind === 'pace') return [item]
    if (item.kind === 'value') {
      const at = (item.at ?? []).filter((address) => isThere(project, address))
      return at.length ? [{ ...item, at }] : []
    }
    const there = (item.objects ?? []).filter((id) => inside.has(id))
    const can = HAS[item.kind]
    const able = !can || there.some((id) => can(inside.get(id) as DesignObject))
    return there.length && able ? [{ ...item, objects: there }] : []
  })
}

/** The object that something is asked of. */
export const askedObject = (
  project: Project,
  { objects: [id = ''] = [] }: FrontItem,
): DesignObject | undefined => findOwner(project, 'object', id)

/** What an object must have to be asked for what it says, or shows. */
const HAS: Partial<Record<FrontItem['kind'], (object: DesignObject) => boolean>> = {
  words: ({ text }) => text !== undefined,
  picture: (object) => slotOf(object) !== undefined,
}

function isThere(project: Project, address: Address): boolean {
  if (!findOwner(project, address.owner.kind, address.owner.id)) return false
  try {
    valueOf(project, address)
    return true
  } catch {
    return false
  }
}

/** Lets the texts that a design asks for say lines, one after the other; for those that are empty they keep their own. Mutates. */
export function sayIn(design: Design, words: readonly string[]): Design {
  const texts = (design.front ?? [])
    .filter((item) => item.kind === 'words')
    .flatMap((item) => allObjects(design.objects).find((o) => item.objects?.includes(o.id) && o.text) ?? [])
  texts.forEach(({ text }, i) => {
    const says = words[i]?.trim()
    if (says && text) Object.assign(text, { text: says, ranges: [] })
  })
  return design
}
