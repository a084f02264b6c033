import { z } from 'zod'
import { rateName, sameTimecode } from '../../time'
import { defineEdit } from '../define'
import { findStep } from '../../steps'
import { getMedium, getSequence, getStep, NotFound, Refused } from '../find'
import {
  mediumSchema,
  type Project,
  projectSchema,
  type ScreenItem,
  sequenceSchema,
  shelfSchema,
  stillSchema,
  tableSchema,
} from '../schema'
import { newSequence } from '../load'
import { mediumIn } from '../source'
import { everyStep, usesOf } from '../uses'
import { frame, id, name, onSequence } from './common'
import { dropShots, forgetStood } from './shots'

const shape = projectSchema.shape
const sequence = sequenceSchema.shape
const mediumShape = mediumSchema.shape

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
  forgetStood(p, { kind: 'medium', mediaId })
  dropShots(p, ({ source }) => source.kind === 'medium' && source.mediaId === mediaId)
  for (const each of p.sequences)
    if (each.sounds.some((s) => s.mediaId === mediaId))
      each.sounds = each.sounds.filter((s) => s.mediaId !== mediaId)
}

const screenSchema = shelfSchema.options.find(
  (o) => o.shape.kind.value === 'screen',
) as unknown as z.ZodType<ScreenItem>

/** The picture of a screen goes, and with it what steps take of it. */
function removeScreen(p: Project, { mediaId }: ScreenItem): void {
  if (!mediaId) return
  for (const step of everyStep(p))
    for (const [name, b] of Object.entries(step.inputs ?? {}))
      if (b.kind === 'material' && mediumIn(b.source) === mediaId) delete step.inputs?.[name]
  if (p.media.some((m) => m.id === mediaId)) removeMedium(p, mediaId)
}

/** As the shot's own picture lies in the canvas it was read from: pixel for pixel. */
function takeScreen(p: Project, stepId: string, { mediaId }: ScreenItem): void {
  const step = getStep(p, stepId)
  if (!mediaId || !findStep(step.use)?.inputs?.empty)
    throw new Refused(`${step.name} takes no picture of an empty screen.`)
  const source = { kind: 'medium' as const, mediaId }
  step.inputs = {
    ...step.inputs,
    empty: { kind: 'material', source, in: 0, fit: 'fit', beyond: 'hold' },
  }
}

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
    { ...onSequence, guideId: id, axis: z.enum(['x', 'y']), at: frame },
    () => 'Set guide',
    (p, a) => {
      const of = getSequence(p, a.sequenceId)
      of.guides = put(of.guides, { id: a.guideId, axis: a.axis, at: a.at })
    },
  ),
  'guide.remove': defineEdit(
    { ...onSequence, guideId: id },
    () => 'Remove guide',
    (p, a) => {
      const of = getSequence(p, a.sequenceId)
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
  /** The screen of a shot, read anew in the place of what was read before; a step takes its picture where there is one. */
  'screen.keep': defineEdit(
    { item: screenSchema, medium: mediumSchema.nullable(), stepId: id.nullable() },
    (a) => `Read ${a.item.name}`,
    (p, a) => {
      const { item, medium, stepId } = a
      const old = p.shelf?.find((s): s is ScreenItem => s.kind === 'screen' && s.id === item.id)
      if (old) removeScreen(p, old)
      if (medium) p.media = put(p.media, medium)
      p.shelf = put(p.shelf, item)
      if (medium && stepId) takeScreen(p, stepId, item)
    },
  ),
  /** A step takes a screen of the shelf. */
  'screen.take': defineEdit(
    { stepId: id, shelfId: id },
    () => 'Take a screen from the shelf',
    (p, a) => {
      const item = p.shelf?.find((s) => s.id === a.shelfId)
      if (item?.kind !== 'screen') throw new NotFound('screen', a.shelfId)
      if (!item.mediaId) throw new Refused(`${item.name} does not stand still: there is no picture of it.`)
      takeScreen(p, a.stepId, item)
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
