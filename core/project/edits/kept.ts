import { getMedium, NotFound } from '../find'
import type { Project } from '../schema'
import { dropShots, forgetStood } from './shots'

/** Puts an item into a list, or in the place of the one with its id. */
export function put<T extends { id: string }>(list: T[] | undefined, item: T): T[] {
  const rest = list ?? []
  return rest.some((old) => old.id === item.id)
    ? rest.map((old) => (old.id === item.id ? item : old))
    : [...rest, item]
}

export function without<T extends { id: string }>(list: T[] | undefined, what: string, gone: string): T[] {
  if (!list?.some((item) => item.id === gone)) throw new NotFound(what, gone)
  return list.filter((item) => item.id !== gone)
}

/** A medium goes, and with it the shots and sounds that show it. @throws NotFound */
export function removeMedium(p: Project, mediaId: string) {
  getMedium(p, mediaId)
  p.media = p.media.filter((m) => m.id !== mediaId)
  forgetStood(p, { kind: 'medium', mediaId })
  dropShots(p, ({ source }) => source.kind === 'medium' && source.mediaId === mediaId)
  for (const each of p.sequences)
    if (each.sounds.some((s) => s.mediaId === mediaId))
      each.sounds = each.sounds.filter((s) => s.mediaId !== mediaId)
}
