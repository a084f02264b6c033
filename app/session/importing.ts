import { readOtio } from '@stilus/core/formats'
import { sequenceLength } from '@stilus/core/project'
import { importFile, layOutEdit, naturalLength, newShot } from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { session } from './session'
import { tell, uid, work } from './work'

/** Files that the pickers offer. */
export const MEDIA_ACCEPT = '.mp4,.mov,.m4v,.webm,.mkv,.png,.jpg,.jpeg,.webp,.wav,.mp3,.flac,.ogg,.m4a'

/**
 * Takes files into the open project: media one after the other, then an edit if there is one. Media that an edit misses are found
 * by name; others are placed at the end of the sequence when `place` says so.
 */
export async function importFiles(files: readonly File[], place: boolean): Promise<void> {
  const edits = files.filter((f) => f.name.toLowerCase().endsWith('.otio'))
  for (const file of files.filter((f) => !edits.includes(f))) await importOne(file, place && !edits.length)
  for (const file of edits) await importEdit(file)
}

async function importOne(file: File, place: boolean): Promise<void> {
  const project = store.getState().project.document
  if (!project) return
  const waiting = project.media.find(
    (m) => m.kind === 'missing' && m.name.toLowerCase() === file.name.toLowerCase(),
  )
  const result = await work(`Importing ${file.name}`, (_, signal) =>
    importFile(project.id, file, waiting?.id ?? uid(), signal),
  )
  if (!result) return
  const { medium, notice } = result
  if (notice) tell('info', notice)
  if (waiting) {
    session().renderer.media.forget(medium.id)
    store.dispatch(edit('medium.found', { mediaId: medium.id, medium }))
    return
  }
  const first = !project.media.length && !project.shots.length && medium.kind === 'video'
  if (first) {
    const size = { width: medium.width, height: medium.height }
    store.dispatch(edit('project.format', { rate: medium.rate, size }))
  }
  store.dispatch(edit('medium.add', { medium }))
  if (place) placeMedium(medium.id)
}

/** Puts a medium at the end of the sequence. */
export function placeMedium(mediaId: string): void {
  const project = store.getState().project.document
  const medium = project?.media.find((m) => m.id === mediaId)
  if (!project || !medium) return
  const start = sequenceLength(project)
  const length = naturalLength(project, medium)
  if (medium.kind === 'sound') {
    const sound = { id: uid(), name: medium.name, mediaId, start: 0, length, in: 0, gain: 0 }
    store.dispatch(edit('sound.place', { sound }))
  } else store.dispatch(edit('shot.place', { shot: newShot(medium, uid(), start, length) }))
}

async function importEdit(file: File): Promise<void> {
  const project = store.getState().project.document
  if (!project) return
  const layout = await work(`Reading ${file.name}`, async () =>
    layOutEdit(project, readOtio(await file.text())),
  )
  if (!layout) return
  const { missing, ...args } = layout
  if (!store.dispatch(edit('project.layout', args))) return
  if (missing.length) {
    const names =
      missing.slice(0, 3).join(', ') + (missing.length > 3 ? ` and ${missing.length - 3} more` : '')
    tell(
      'problem',
      `The edit is laid out; its media are missing: ${names}. Drop the files here and they are found by name.`,
    )
  } else tell('info', `"${file.name}" is laid out: ${args.shots.length} shots.`)
}
