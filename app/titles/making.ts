import {
  type Act,
  type Design,
  freeLane,
  getSequence,
  type Project,
  type Sequence,
} from '@stilus/core/project'
import { makeDesign, type OnShelf, type Palette } from '@stilus/core/shelf'
import { conform, type Rate } from '@stilus/core/time'
import { tell, uid } from '../session/work'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { noteShelf } from './used'

/** How a design is seen on the shelf. */
export interface Sample {
  entry: OnShelf
  palette: Palette
  words: readonly string[]
  size: { width: number; height: number }
  rate: Rate
}

/** The palette of an entry by its place; families have as many as they have. */
const paletteOf = ({ family }: OnShelf, at: number): Palette =>
  family.palettes[at % family.palettes.length] ?? family.palettes[0]

/** How a design is seen over a sequence. */
export const sampleFor = (
  { size, rate }: Pick<Sequence, 'size' | 'rate'>,
  entry: OnShelf,
  palette: number,
  words: readonly string[],
): Sample => ({ entry, palette: paletteOf(entry, palette), words, size, rate })

/** A document with one design alone, as it is seen on the shelf. */
export function sampleOf(project: Project, sample: Sample): { project: Project; design: Design } {
  let count = 0
  const design = makeDesign(sample.entry.design, {
    ...sample,
    designId: 'on the shelf',
    newId: () => `on-the-shelf-${++count}`,
  })
  const { shots: _, sounds: _s, transitions: _t, spans: _p, ...sequence } = getSequence(project)
  const empty: Sequence = { ...sequence, shots: [], sounds: [], transitions: [], spans: [] }
  return { design, project: { ...project, media: [], designs: [design], sequences: [empty], rosters: [] } }
}

/** What takes a design from the shelf into a project and lays it over a sequence at a frame, as long as it is made for. */
export function laying(
  project: Project,
  sequence: Sequence,
  start: number,
  sample: Sample,
  [designId, shotId, newId]: readonly [designId: string, shotId: string, newId: () => string],
): { name: string; length: number; acts: Act[] } {
  const made = makeDesign(sample.entry.design, { ...sample, designId, newId })
  const name = nameBeside(project, made.name)
  const design: Design = { ...made, name }
  const length = Math.max(1, conform(design.length, design.rate, sequence.rate))
  const acts: Act[] = [
    ['design.take', { design }],
    [
      'shot.place',
      {
        sequenceId: sequence.id,
        shot: {
          id: shotId,
          name,
          source: { kind: 'design', designId },
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
    ],
  ]
  return { name, length, acts }
}

/** Takes a design from the shelf and lays it at the playhead. */
export function takeFromShelf(project: Project, sequence: Sequence, sample: Sample): void {
  const shotId = uid()
  const start = Math.max(0, store.getState().view.frame)
  const { name, acts } = laying(project, sequence, start, sample, [uid(), shotId, uid])
  if (!store.dispatch(editAll(acts, `Use ${name}`))) return
  noteShelf(sample.entry.id)
  store.dispatch(viewActions.set({ titles: false }))
  store.dispatch(viewActions.shot({ id: shotId }))
  tell('info', `${name} lies at the playhead. Its words and colours are asked for beside the picture.`)
}

/** A name that no other design has. */
function nameBeside({ designs }: Project, name: string): string {
  const taken = new Set(designs.map((d) => d.name))
  for (let n = 1; ; n++) {
    const next = n === 1 ? name : `${name} ${n}`
    if (!taken.has(next)) return next
  }
}
