import { type Act, freeLane, type Sequence, stackedLanes } from '../project'
import { makeDesign } from './make'
import { findShelf } from './shelf'

/** The design of the shelf that captions are shown in at first. */
const SHOWN_IN = 'quiet/captions'

/** A line of a roster with the frames of a sequence in which it is to be seen. */
interface CaptionRow {
  cells: string[]
  start: number
  length: number
}

/** What lays captions over a sequence: one design of the shelf, a roster of their lines, and a shot for each; what is said at the same time stands on lanes of its own. */
export function captionActs(
  sequence: Pick<Sequence, 'id' | 'size' | 'rate' | 'shots'>,
  { name, columns, rows }: { name: string; columns: string[]; rows: readonly CaptionRow[] },
  newId: () => string,
): Act[] {
  const entry = findShelf(SHOWN_IN)
  if (!entry) throw new Error(`There is no design ${SHOWN_IN} on the shelf.`)
  const [designId, rosterId] = [newId(), newId()]
  const { size, rate } = sequence
  const palette = entry.family.palettes[0]
  const made = makeDesign(entry.design, { designId, size, rate, palette, words: ['{text}'], newId })
  const named = rows.map((row) => ({ ...row, id: newId() }))
  const end = Math.max(...named.map((r) => r.start + r.length))
  const lanes = stackedLanes(named, freeLane(sequence, { start: 0, length: end }))
  const places = named.map(({ id: rowId, start, length }, i) => ({
    rowId,
    shotId: newId(),
    lane: lanes[i] ?? 1,
    start,
    length,
  }))
  return [
    ['design.take', { design: { ...made, name } }],
    [
      'roster.set',
      { rosterId, designId, name, columns, rows: named.map(({ id, cells }) => ({ id, cells })) },
    ],
    ['roster.place', { rosterId, sequenceId: sequence.id, places }],
  ]
}
