import { z } from 'zod'
import { rateName, sameTimecode } from '../../time'
import { defineEdit } from '../define'
import { getMedium, getDesign, getSequence, NotFound, Refused } from '../find'
import {
  mediumSchema,
  type Project,
  projectSchema,
  sequenceSchema,
  shelfSchema,
  stillSchema,
  tableSchema,
} from '../schema'
import { newSequence } from '../load'
import { usesOf } from '../uses'
import { frame, id, name, onSequence } from './common'
import { put, removeMedium, without } from './kept'
import { removeScreen } from './screens'
import { forgetStood } from './shots'

const shape = projectSchema.shape
const sequence = sequenceSchema.shape
const mediumShape = mediumSchema.shape

/** Guides lie in a sequence, or in a design where that is named. */
const onGuided = { ...onSequence, designId: id.optional() }
const guidedOf = (p: Project, a: { sequenceId?: string | undefined; designId?: string | undefined }) =>
  a.designId === undefined ? getSequence(p, a.sequenceId) : getDesign(p, a.designId)

/** The project as a whole, its media, and what is kept beside its shots. */
export const PROJECT_EDITS = {
  'project.rename': defineEdit(
    { name: shape.name },
    () => 'Rename project',
    (p, a) => {
      // The edit goes by the name of its project until it is given one of its own.
      const edit = getSequence(p)
      if (edit.name === p.name) edit.name = a.name
      p.name = a.name
    },
  ),
  'medium.read': defineEdit(
    { mediaId: id, colour: mediumShape.colour, alpha: mediumShape.alpha },
    () => 'Read clip as',
    (p, a) => {
      const medium = getMedium(p, a.mediaId)
      const said = Object.entries(a.colour ?? {}).filter(([, part]) => part !== undefined)
      if (said.length) medium.colour = Object.fromEntries(said)
      else delete medium.colour
      if (a.alpha) medium.alpha = a.alpha
      else delete medium.alpha
    },
  ),
  'medium.rate': defineEdit(
    { mediaId: id, rate: mediumShape.rate },
    (a) => `Read numbered pictures at ${rateName(a.rate)}`,
    (p, a) => {
      const medium = getMedium(p, a.mediaId)
      if (!medium.gaps)
        throw new Refused(
          'Only a numbered sequence of pictures can be given another rate: a video has its own.',
        )
      medium.rate = a.rate
      medium.seconds = (medium.frames * a.rate.den) / a.rate.num
    },
  ),
  'sequence.add': defineEdit(
    { newId: id, name, rate: sequence.rate, size: sequence.size },
    (a) => `New sequence ${a.name}`,
    (p, a) => {
      if (p.sequences.some((s) => s.id === a.newId)) return
      p.sequences.push({ ...newSequence(a.newId, a.name), rate: a.rate, size: a.size })
    },
  ),
  'sequence.rename': defineEdit(
    { sequenceId: id, name },
    (a) => `Rename sequence to ${a.name}`,
    (p, a) => {
      getSequence(p, a.sequenceId).name = a.name
    },
  ),
  'sequence.remove': defineEdit(
    { sequenceId: id },
    () => 'Remove sequence',
    (p, a) => {
      const gone = getSequence(p, a.sequenceId)
      if (p.sequences[0]?.id === a.sequenceId)
        throw new Refused('The edit itself stays: a project holds one sequence at least.')
      const uses = usesOf(p, { kind: 'comp', sequenceId: a.sequenceId })
      if (uses.length)
        throw new Refused(`${gone.name} is used by ${uses.join(', ')}. Take it out there first.`)
      p.sequences = p.sequences.filter((s) => s.id !== a.sequenceId)
      forgetStood(p, { kind: 'comp', sequenceId: a.sequenceId })
    },
  ),
  'sequence.format': defineEdit(
    { ...onSequence, rate: sequence.rate, size: sequence.size },
    () => 'Change picture size and rate',
    (p, a) => {
      const changed = getSequence(p, a.sequenceId)
      const startTimecode = sameTimecode(changed.startTimecode, changed.rate, a.rate)
      Object.assign(changed, { rate: a.rate, size: a.size, startTimecode })
    },
  ),
  'project.highlights': defineEdit(
    { highlights: z.enum(['clip', 'soft']) },
    ({ highlights }) => (highlights === 'soft' ? 'Bend highlights below white' : 'Cut highlights at white'),
    (p, a) => {
      p.highlights = a.highlights
    },
  ),
  'sequence.marks': defineEdit(
    { ...onSequence, in: frame.nullable(), out: frame.nullable() },
    () => 'Set in and out',
    (p, a) => {
      const out = a.out !== null && a.in !== null && a.out <= a.in ? null : a.out
      getSequence(p, a.sequenceId).marks = { in: a.in, out }
    },
  ),
  'sequence.layout': defineEdit(
    {
      ...onSequence,
      rate: sequence.rate,
      startTimecode: z.int(),
      media: shape.media,
      shots: sequence.shots,
      sounds: sequence.sounds,
      markers: sequence.markers,
    },
    () => 'Lay out the edit',
    (p, a) => {
      p.media.push(...a.media)
      const { rate, startTimecode, shots, sounds, markers } = a
      const of = getSequence(p, a.sequenceId)
      Object.assign(of, { rate, startTimecode, shots, sounds, transitions: [] })
      if (markers) of.markers = markers
    },
  ),
  'medium.add': defineEdit(
    { medium: mediumSchema },
    (a) => `Import ${a.medium.name}`,
    (p, a) => {
      if (!p.media.some((m) => m.id === a.medium.id)) p.media.push(a.medium)
    },
  ),
  'medium.found': defineEdit(
    { mediaId: id, medium: mediumSchema },
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
    { ...onSequence, markerId: id, at: z.int().min(0), name: z.string().max(200) },
    () => 'Set marker',
    (p, a) => {
      const of = getSequence(p, a.sequenceId)
      of.markers = put(
        of.markers?.filter((m) => m.at !== a.at || m.id === a.markerId),
        { id: a.markerId, at: a.at, name: a.name },
      ).sort((m, n) => m.at - n.at)
    },
  ),
  'marker.remove': defineEdit(
    { ...onSequence, markerId: id },
    () => 'Remove marker',
    (p, a) => {
      const of = getSequence(p, a.sequenceId)
      of.markers = without(of.markers, 'marker', a.markerId)
    },
  ),
  'guide.put': defineEdit(
    { ...onGuided, guideId: id, axis: z.enum(['x', 'y']), at: frame },
    () => 'Set guide',
    (p, a) => {
      const of = guidedOf(p, a)
      of.guides = put(of.guides, { id: a.guideId, axis: a.axis, at: a.at })
    },
  ),
  'guide.remove': defineEdit(
    { ...onGuided, guideId: id },
    () => 'Remove guide',
    (p, a) => {
      const of = guidedOf(p, a)
      of.guides = without(of.guides, 'guide', a.guideId)
    },
  ),
  'still.keep': defineEdit(
    { still: stillSchema, medium: mediumSchema },
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
    { shelfId: id, name: z.string().min(1).max(200) },
    (a) => `Rename to ${a.name}`,
    (p, a) => {
      const item = p.shelf?.find((s) => s.id === a.shelfId)
      if (!item) throw new NotFound('thing on the shelf', a.shelfId)
      item.name = a.name
    },
  ),
  'shelf.remove': defineEdit(
    { shelfId: id },
    () => 'Take from the shelf',
    (p, a) => {
      const item = p.shelf?.find((s) => s.id === a.shelfId)
      p.shelf = without(p.shelf, 'thing on the shelf', a.shelfId)
      if (item?.kind === 'screen') removeScreen(p, item)
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
