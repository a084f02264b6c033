import { captionRows, captionsOf, readCaptions, sequenceWith, writeSrt, writeVtt } from '@stilus/core/formats'
import {
  type Act,
  freeLane,
  getSequence,
  type Project,
  type Roster,
  stackedLanes,
} from '@stilus/core/project'
import { findShelf, makeDesign } from '@stilus/core/shelf'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { saveText } from './save-file'
import { openSequence } from './where'
import { tell, uid } from './work'

/** Names of files that hold captions. */
export const CAPTIONS = /\.(srt|vtt)$/i
/** The design of the shelf that captions are shown in at first. */
const SHOWN_IN = 'quiet/captions'

/** Brings a file of captions in: one design, a roster of its lines, and a shot for each over the edit. */
export async function importCaptions(file: File): Promise<void> {
  const project = store.getState().project.document
  const entry = findShelf(SHOWN_IN)
  if (!project || !entry) return
  const sequence = openSequence() ?? getSequence(project)
  try {
    const { columns, rows } = captionRows(readCaptions(await file.text()), sequence)
    const [designId, rosterId] = [uid(), uid()]
    const name = file.name.replace(CAPTIONS, '') || 'Captions'
    const { size, rate } = sequence
    const palette = entry.family.palettes[0]
    const design = {
      ...makeDesign(entry.design, { designId, size, rate, palette, words: ['{text}'], newId: uid }),
      name,
    }
    const made = rows.map((row) => ({ ...row, id: uid() }))
    const end = Math.max(...made.map((r) => r.start + r.length))
    const lanes = stackedLanes(made, freeLane(sequence, { start: 0, length: end }))
    const places = made.map(({ id: rowId, start, length }, i) => ({
      rowId,
      shotId: uid(),
      lane: lanes[i] ?? 1,
      start,
      length,
    }))
    const acts: Act[] = [
      ['design.take', { design }],
      [
        'roster.set',
        { rosterId, designId, name, columns, rows: made.map(({ id, cells }) => ({ id, cells })) },
      ],
      ['roster.place', { rosterId, sequenceId: sequence.id, places }],
    ]
    if (!store.dispatch(editAll(acts, `Import captions ${file.name}`))) return
    const n = made.length
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
