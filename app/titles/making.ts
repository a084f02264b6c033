import { type Act, freeLane, type Project, type Sequence } from '@stilus/core/project'
import { conform } from '@stilus/core/time'
import { saveMedium } from '@stilus/engine'
import { nameBeside } from '../session/name-beside'
import { tell, uid, work } from '../session/work'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import type { Sample, ShelfEntry, Taking } from './entries'
import { noteShelf } from './used'

/** How a design is seen over a sequence. */
export const sampleFor = (
  { size, rate }: Pick<Sequence, 'size' | 'rate'>,
  entry: ShelfEntry,
  palette: number,
  words: readonly string[],
): Sample => ({ entry, palette, words, size, rate })

/** What takes a design from the shelf into a project and lays it over a sequence at a frame, as long as it is made for. */
export function laying(
  project: Project,
  sequence: Sequence,
  start: number,
  sample: Sample,
  [shotId, newId]: readonly [shotId: string, newId: () => string],
): Taking {
  const name = nameBeside(
    project.designs.map((d) => d.name),
    sample.entry.name,
  )
  const { design, acts, media, records } = sample.entry.take(project, sample, name, newId)
  const length = Math.max(1, conform(design.length, design.rate, sequence.rate))
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

/** Takes a design from the shelf and lays it at the playhead, with the files of what it shows. */
export async function takeFromShelf(project: Project, sequence: Sequence, sample: Sample): Promise<void> {
  const shotId = uid()
  const start = Math.max(0, store.getState().view.frame)
  const { design, acts, media, records } = laying(project, sequence, start, sample, [shotId, uid])
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
  const asks = front?.length ? ' Its words and colours are asked for beside the picture.' : ''
  tell('info', `${name} lies at the playhead.${asks}`)
}
