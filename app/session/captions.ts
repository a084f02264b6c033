import { captionRows, captionsOf, readCaptions, sequenceWith, writeSrt, writeVtt } from '@stilus/core/formats'
import { getSequence, type Project, type Roster } from '@stilus/core/project'
import { captionActs } from '@stilus/core/shelf'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { saveText } from './save-file'
import { openSequence } from './where'
import { tell, uid } from './work'

/** Names of files that hold captions. */
export const CAPTIONS = /\.(srt|vtt)$/i

/** Brings a file of captions in: one design, a roster of its lines, and a shot for each over the edit. */
export async function importCaptions(file: File): Promise<void> {
  const project = store.getState().project.document
  if (!project) return
  const sequence = openSequence() ?? getSequence(project)
  try {
    const rows = captionRows(readCaptions(await file.text()), sequence)
    const name = file.name.replace(CAPTIONS, '') || 'Captions'
    const acts = captionActs(sequence, { ...rows, name }, uid)
    if (!store.dispatch(editAll(acts, `Import captions ${file.name}`))) return
    const n = rows.rows.length
    tell(
      'info',
      `${n} ${n === 1 ? 'caption lies' : 'captions lie'} over the edit. Their look is the design ${name}, their words its roster.`,
    )
  } catch (error) {
    tell('problem', `${file.name}: ${error instanceof Error ? error.message : String(error)}`)
  }
}

/** Saves what the rows of a roster say where they lie on the edit. */
export function saveCaptions(project: Project, roster: Roster, as: 'srt' | 'vtt'): void {
  const sequence = sequenceWith(project, roster.id)
  const captions = sequence ? captionsOf(sequence, roster) : []
  if (!captions.length)
    return void tell(
      'problem',
      'No row of this roster lies on the edit: put them onto it first. Captions have the times of their shots.',
    )
  saveText(`${roster.name}.${as}`, as === 'srt' ? writeSrt(captions) : writeVtt(captions))
}
