import {
  type Design,
  getSequence,
  placeOfRow,
  type Project,
  type Roster,
  sequenceLength,
  stackedLanes,
} from '@stilus/core/project'
import { conform } from '@stilus/core/time'
import { tell, uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'

/** How long a row is shown that does not say so: as long as its design. */
export const usualLength = (project: Project, design: Design): number =>
  Math.max(1, conform(design.length, design.rate, getSequence(project).rate))

/** The shots of a project that show a row of a roster, by row. */
export function placedRows(project: Project, rosterId: string): ReadonlySet<string> {
  const shots = project.sequences.flatMap((s) => s.shots)
  return new Set(shots.flatMap(({ row }) => (row?.rosterId === rosterId ? [row.rowId] : [])))
}

/** Puts the rows that are not on the edit yet over it, where their columns say; those that do not say so one after the other behind it. */
export function placeRoster(project: Project, design: Design, roster: Roster): void {
  const sequence = getSequence(project)
  const there = placedRows(project, roster.id)
  const usual = usualLength(project, design)
  const lowest = Math.max(0, ...sequence.shots.map((s) => s.lane)) + 1
  let end = sequenceLength(sequence)
  let without = 0
  const rows = roster.rows
    .filter((row) => !there.has(row.id))
    .map(({ id: rowId }) => {
      const said = placeOfRow(roster, rowId, sequence, usual)
      const start = said?.start ?? end
      if (!said) {
        end += usual
        without++
      }
      return { rowId, shotId: uid(), start, length: said?.length ?? usual }
    })
  const lanes = stackedLanes(rows, lowest)
  const places = rows.map((row, i) => ({ ...row, lane: lanes[i] ?? lowest }))
  if (!places.length)
    return void tell('info', 'Every row is on the edit already. What you change in the table changes there.')
  if (!store.dispatch(edit('roster.place', { rosterId: roster.id, places }))) return
  const said = places.length - without
  tell(
    'info',
    [
      `${places.length} ${places.length === 1 ? 'row was' : 'rows were'} put over the edit.`,
      ...(without
        ? [
            said
              ? `${without} without a timecode stand behind its end: move them to where they belong.`
              : 'They stand behind its end: a column called timecode says where each belongs.',
          ]
        : []),
    ].join('\n'),
  )
}
