import { sequencesAmong } from '@stilus/core/media'
import { getSequence, type Medium, sequenceLength, type Source, sourceName } from '@stilus/core/project'
import type { Rate } from '@stilus/core/time'
import {
  findByName,
  findMedium,
  importFile,
  naturalLength,
  newShot,
  packNumbered,
  shotName,
  unpackNumbered,
} from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { ARTWORK, importArtwork } from './artwork'
import { CAPTIONS, importCaptions } from './captions'
import { readEdit } from './incoming'
import { session } from './session'
import { openSequence, sequenceFrame } from './where'
import { tell, uid, work } from './work'

/** Names of files that hold an edit. */
const EDITS = /\.(otio|edl)$/i

/** Files that the pickers offer. */
export const MEDIA_ACCEPT =
  '.mp4,.mov,.m4v,.webm,.mkv,.png,.jpg,.jpeg,.webp,.avif,.tif,.tiff,.exr,.zip,.wav,.mp3,.flac,.ogg,.m4a'

/**
 * Takes files into the open project: media one after the other, then an edit if there is one. Stills whose names differ in a number alone come as one clip.
 * Media that an edit misses are found by name; others are placed at the end of the sequence when `place` says so.
 */
export async function importFiles(files: readonly File[], place: boolean): Promise<void> {
  const edits = files.filter((f) => EDITS.test(f.name))
  const artworks = files.filter((f) => ARTWORK.test(f.name))
  const captions = files.filter((f) => CAPTIONS.test(f.name))
  const apart = [...edits, ...artworks, ...captions]
  const { sequences, single } = sequencesAmong(files.filter((f) => !apart.includes(f)))
  for (const file of single) await importOne(file, place && !edits.length)
  for (const stills of sequences) {
    const packed = await work(`Reading ${stills.length} pictures`, (share, signal) =>
      packNumbered(stills, share, signal),
    )
    if (!packed) continue
    await importOne(packed, place && !edits.length)
    tell(
      'info',
      `${stills.length} numbered pictures came as one clip. If they are not one, its menu in Media takes it apart.`,
    )
  }
  for (const file of edits) await readEdit(file)
  for (const file of captions) await importCaptions(file)
  for (const file of artworks) await importArtwork(file)
}

async function importOne(file: File, place: boolean): Promise<void> {
  const project = store.getState().project.document
  if (!project) return
  const missing = project.media.filter((m) => m.kind === 'missing')
  const named = findByName(missing, file.name)
  // Numbered pictures that begin elsewhere are not the ones that are waited for.
  const waiting = named?.from === 0 ? named.medium : undefined
  const result = await work(`Importing ${file.name}`, (_, signal) =>
    importFile(project.id, file, waiting?.id ?? uid(), signal),
  )
  if (!result) return
  const { medium: read, notice } = result
  if (notice) tell('info', notice)
  if (waiting) {
    session().renderer.media.forget(read.id)
    store.dispatch(edit('medium.found', { mediaId: read.id, medium: read }))
    return
  }
  const sequence = openSequence() ?? (project && getSequence(project))
  // Numbered pictures have no rate of their own: they take that of the edit.
  const medium = read.gaps && sequence ? atRate(read, sequence.rate) : read
  const first = !project.media.length && !sequence?.shots.length && medium.kind === 'video'
  if (first) {
    const size = { width: medium.width, height: medium.height }
    store.dispatch(edit('sequence.format', { sequenceId: sequence?.id, rate: medium.rate, size }))
  }
  store.dispatch(edit('medium.add', { medium }))
  if (place) placeMedium(medium.id)
}

/** Brings in the pictures of a numbered clip as stills of their own; the clip stays. */
export async function takeApart(medium: Medium): Promise<void> {
  const project = store.getState().project.document
  const file = project && (await findMedium(project.id, medium.id))
  if (!file) return
  const stills = await work(`Taking apart ${medium.name}`, (share, signal) =>
    unpackNumbered(file, share, signal),
  )
  for (const still of stills ?? []) await importOne(still, false)
}

/** Numbered pictures at another rate. */
const atRate = (medium: Medium, rate: Rate): Medium => ({
  ...medium,
  rate,
  seconds: (medium.frames * rate.den) / rate.num,
})

/** Puts a medium at the end of the open sequence. */
export function placeMedium(mediaId: string): void {
  const project = store.getState().project.document
  const sequence = openSequence() ?? (project && getSequence(project))
  const medium = project?.media.find((m) => m.id === mediaId)
  if (!project || !sequence || !medium) return
  if (medium.kind !== 'sound') return placeSource({ kind: 'medium', mediaId }, shotName(medium))
  const length = naturalLength(project, { kind: 'medium', mediaId }, sequence.rate)
  const sound = { id: uid(), name: medium.name, mediaId, start: 0, length, in: 0, gain: 0 }
  store.dispatch(edit('sound.place', { sequenceId: sequence.id, sound }))
}

/** Puts a source onto the open sequence as a shot: at its end, or over it at the playhead. */
export function placeSource(source: Source, name?: string, over = false): void {
  const project = store.getState().project.document
  const sequence = openSequence() ?? (project && getSequence(project))
  if (!project || !sequence) return
  const start = over ? sequenceFrame() : sequenceLength(sequence)
  const length = naturalLength(project, source, sequence.rate)
  const lane = over ? Math.min(32, Math.max(0, ...sequence.shots.map((s) => s.lane)) + 1) : 0
  const given = { id: uid(), name: name ?? sourceName(project, source), start, length, lane }
  const shot = newShot(project, source, given)
  if (store.dispatch(edit('shot.place', { sequenceId: sequence.id, shot })))
    store.dispatch(viewActions.shot({ id: shot.id }))
}
