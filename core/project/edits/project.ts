import { z } from 'zod'
import { defineEdit } from '../define'
import { getMedium, NotFound } from '../find'
import { type Project, projectSchema, shelfSchema, tableSchema } from '../schema'
import { frame, id } from './common'

const shape = projectSchema.shape

/** Puts an item into a list, or in the place of the one with its id. */
function put<T extends { id: string }>(list: T[] | undefined, item: T): T[] {
  const rest = list ?? []
  return rest.some((old) => old.id === item.id)
    ? rest.map((old) => (old.id === item.id ? item : old))
    : [...rest, item]
}

function without<T extends { id: string }>(list: T[] | undefined, what: string, gone: string): T[] {
  if (!list?.some((item) => item.id === gone)) throw new NotFound(what, gone)
  return list.filter((item) => item.id !== gone)
}

function removeMedium(p: Project, mediaId: string) {
  getMedium(p, mediaId)
  p.media = p.media.filter((m) => m.id !== mediaId)
  p.shots = p.shots.filter((s) => s.mediaId !== mediaId)
  p.sounds = p.sounds.filter((s) => s.mediaId !== mediaId)
}

/** The project as a whole, its media, and what is kept beside its shots. */
export const PROJECT_EDITS = {
  'project.rename': defineEdit(
    { name: shape.name },
    () => 'Rename project',
    (p, a) => {
      p.name = a.name
    },
  ),
  'project.format': defineEdit(
    { rate: shape.rate, size: shape.size },
    () => 'Change picture size and rate',
    (p, a) => {
      p.rate = a.rate
      p.size = a.size
    },
  ),
  'project.highlights': defineEdit(
    { highlights: z.enum(['clip', 'soft']) },
    ({ highlights }) => (highlights === 'soft' ? 'Bend highlights below white' : 'Cut highlights at white'),
    (p, a) => {
      p.highlights = a.highlights
    },
  ),
  'project.marks': defineEdit(
    { in: frame.nullable(), out: frame.nullable() },
    () => 'Set in and out',
    (p, a) => {
      p.marks = { in: a.in, out: a.out !== null && a.in !== null && a.out <= a.in ? null : a.out }
    },
  ),
  'project.layout': defineEdit(
    {
      rate: shape.rate,
      startTimecode: z.int(),
      media: shape.media,
      shots: shape.shots,
      sounds: shape.sounds,
    },
    () => 'Lay out the edit',
    (p, a) => {
      p.rate = a.rate
      p.startTimecode = a.startTimecode
      p.media.push(...a.media)
      p.shots = a.shots
      p.sounds = a.sounds
    },
  ),
  'medium.add': defineEdit(
    { medium: shape.media.element },
    (a) => `Import ${a.medium.name}`,
    (p, a) => {
      if (!p.media.some((m) => m.id === a.medium.id)) p.media.push(a.medium)
    },
  ),
  'medium.found': defineEdit(
    { mediaId: id, medium: shape.media.element },
    (a) => `Find ${a.medium.name}`,
    (p, a) => {
      const old = getMedium(p, a.mediaId)
      Object.assign(old, a.medium, { id: old.id, name: old.name })
    },
  ),
  'medium.remove': defineEdit(
    { mediaId: id },
    () => 'Remove medium',
    (p, a) => removeMedium(p, a.mediaId),
  ),

  'marker.put': defineEdit(
    { markerId: id, at: z.int().min(0), name: z.string().max(200) },
    () => 'Set marker',
    (p, a) => {
      p.markers = put(
        p.markers?.filter((m) => m.at !== a.at || m.id === a.markerId),
        { id: a.markerId, at: a.at, name: a.name },
      ).sort((m, n) => m.at - n.at)
    },
  ),
  'marker.remove': defineEdit(
    { markerId: id },
    () => 'Remove marker',
    (p, a) => {
      p.markers = without(p.markers, 'marker', a.markerId)
    },
  ),
  'guide.put': defineEdit(
    { guideId: id, axis: z.enum(['x', 'y']), at: frame },
    () => 'Set guide',
    (p, a) => {
      p.guides = put(p.guides, { id: a.guideId, axis: a.axis, at: a.at })
    },
  ),
  'guide.remove': defineEdit(
    { guideId: id },
    () => 'Remove guide',
    (p, a) => {
      p.guides = without(p.guides, 'guide', a.guideId)
    },
  ),
  'still.keep': defineEdit(
    { still: shape.stills.unwrap().element, medium: shape.media.element },
    (a) => `Keep still ${a.still.name}`,
    (p, a) => {
      p.media = put(p.media, a.medium)
      p.stills = put(p.stills, a.still)
    },
  ),
  'still.rename': defineEdit(
    { stillId: id, name: z.string().min(1).max(200) },
    (a) => `Rename still to ${a.name}`,
    (p, a) => {
      const still = p.stills?.find((s) => s.id === a.stillId)
      if (!still) throw new NotFound('still', a.stillId)
      still.name = a.name
    },
  ),
  'still.remove': defineEdit(
    { stillId: id },
    () => 'Remove still',
    (p, a) => {
      const still = p.stills?.find((s) => s.id === a.stillId)
      p.stills = without(p.stills, 'still', a.stillId)
      if (still) removeMedium(p, still.mediaId)
    },
  ),
  'shelf.put': defineEdit(
    { item: shelfSchema },
    (a) => `Put ${a.item.name} on the shelf`,
    (p, a) => {
      p.shelf = put(p.shelf, a.item)
    },
  ),
  'shelf.rename': defineEdit(
    { itemId: id, name: z.string().min(1).max(200) },
    (a) => `Rename to ${a.name}`,
    (p, a) => {
      const item = p.shelf?.find((s) => s.id === a.itemId)
      if (!item) throw new NotFound('thing on the shelf', a.itemId)
      item.name = a.name
    },
  ),
  'shelf.remove': defineEdit(
    { itemId: id },
    () => 'Take from the shelf',
    (p, a) => {
      p.shelf = without(p.shelf, 'thing on the shelf', a.itemId)
    },
  ),
  'table.add': defineEdit(
    { table: tableSchema },
    (a) => `Read ${a.table.name}`,
    (p, a) => {
      p.tables = put(p.tables, a.table)
    },
  ),
}
