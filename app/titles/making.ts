import { type Act, freeLane, type Project, type Sequence } from '@stilus/core/project'
import { conform } from '@stilus/core/time'
import { saveMedium } from '@stilus/engine'
import { nameBeside } from '../session/name-beside'
import { tell, uid, work } from '../session/work'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { shotsBeside } from './beside'
import type { Sample, ShelfEntry, Taking } from './entries'
import type { Range } from './range'
import { noteShelf } from './used'

/** How a design is seen over a sequence at a frame of it. */
export const sampleFor = (
  sequence: Sequence,
  at: number,
  entry: ShelfEntry,
  palette: number,
  words: readonly string[],
): Sample => {
  const { size, rate } = sequence
  const shows = shotsBeside(sequence, at).slice(0, entry.pictures)
  return { entry, palette, words, size, rate, ...(entry.shots ? { shows, over: { sequence, at } } : {}) }
}

/** What takes a design from the shelf into a project and lays it over a sequence at a frame, as long as is wanted or it is made for. */
export function laying(
  project: Project,
  sequence: Sequence,
  { start, length: wanted }: { start: number; length?: number },
  sample: Sample,
  [shotId, newId]: readonly [shotId: string, newId: () => string],
): Taking {
  const name = nameBeside(
    project.designs.map((d) => d.name),
    sample.entry.name,
  )
  const { design, acts, media, records } = sample.entry.take(project, sample, name, newId)
  const length = wanted ?? Math.max(1, conform(design.length, design.rate, sequence.rate))
  const placed: Act = [
    'shot.place',
    {
      sequenceId: sequence.id,
      shot: {
        id: shotId,
        name,
        source: { kind: 'design', designId: design.id },
        lane: freeLane(sequence, { start, length }),
        start,
        length,
        in: 0,
        zero: 0,
        fitted: true,
        sound: null,
        state: 'untouched',
        note: '',
        steps: [],
      },
    },
  ]
  return { design, acts: [...acts, placed], media, records }
}

/** Takes a design from the shelf and lays it at the playhead, or over the part of the time that was drawn, with the files of what it shows. */
export async function takeFromShelf(
  project: Project,
  sequence: Sequence,
  sample: Sample,
  range: Range | null,
): Promise<void> {
  const shotId = uid()
  const when = range ?? { start: Math.max(0, store.getState().view.frame) }
  const { design, acts, media, records } = laying(project, sequence, when, sample, [shotId, uid])
  const { name, front } = design
  const files = (sample.entry.own?.files ?? []).filter((file) => media.some((m) => m.id === file.id))
  if (files.length) {
    const stored = await work(`Bringing ${name}`, async (share) => {
      for (const [i, { id, blob, name: file }] of files.entries()) {
        share(i / files.length)
        await saveMedium(project.id, id, blob, file)
      }
      return true
    })
    if (!stored) return
  }
  if (!store.dispatch(editAll(acts, `Use ${name}`, undefined, records))) return
  noteShelf(sample.entry.id)
  store.dispatch(viewActions.set({ titles: false }))
  store.dispatch(viewActions.shot({ id: shotId }))
  const drops = sample.entry.shots ? ' Drag clips from Media onto its places to change what they show.' : ''
  const asks = front?.length ? ` Its words and colours are asked for beside the picture.${drops}` : ''
  tell('info', `${name} lies ${range ? 'where it was drawn' : 'at the playhead'}.${asks}`)
}
