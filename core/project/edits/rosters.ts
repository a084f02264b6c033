import { z } from 'zod'
import { defineEdit } from '../define'
import { getDesign, getSequence, getShot, NotFound, Refused } from '../find'
import { findOwner } from '../owners'
import { columnKey } from '../roster'
import {
  MOST_COLUMNS,
  MOST_LETTERS,
  MOST_ROWS,
  type Project,
  type Roster,
  rosterSchema,
  rowSchema,
  shotSchema,
} from '../schema'
import { id, onSequence, onShot } from './common'
import { put, without } from './kept'

const onRoster = { rosterId: id }
const { name, columns, rows } = rosterSchema.shape
const { shape } = shotSchema
const cell = z.string().max(MOST_LETTERS)

function rosterOf(p: Project, rosterId: string): Roster {
  const roster = p.rosters?.find((r) => r.id === rosterId)
  if (!roster) throw new NotFound('roster', rosterId)
  return roster
}

function refuseTwice(names: readonly string[]): void {
  const keys = names.map(columnKey)
  const twice = keys.findIndex((key, i) => key === '' || keys.indexOf(key) !== i)
  if (twice >= 0) throw new Refused(`Give the column ${names[twice]} a name of its own with a letter in it.`)
}

/** Shots that show a row which is not there any more show the first one. */
function forgetRows(p: Project): void {
  const there = new Set((p.rosters ?? []).flatMap((r) => r.rows.map((row) => `${r.id} ${row.id}`)))
  for (const shot of p.sequences.flatMap((s) => s.shots))
    if (shot.row && !there.has(`${shot.row.rosterId} ${shot.row.rowId}`)) delete shot.row
}

/** Tables of names that designs serve. */
export const ROSTER_EDITS = {
  'roster.set': defineEdit(
    { ...onRoster, designId: id, name, columns, rows },
    (a) => `Roster ${a.name}`,
    (p, a) => {
      getDesign(p, a.designId)
      refuseTwice(a.columns)
      const { rosterId, ...rest } = a
      p.rosters = put(p.rosters, { id: rosterId, ...rest })
      forgetRows(p)
    },
  ),
  'roster.cell': defineEdit(
    { ...onRoster, rowId: id, column: z.int().min(0), value: cell },
    () => 'Change a row of the roster',
    (p, a) => {
      const roster = rosterOf(p, a.rosterId)
      const row = roster.rows.find((r) => r.id === a.rowId)
      if (!row || a.column >= roster.columns.length) throw new NotFound('row', a.rowId)
      row.cells = roster.columns.map((_, i) => (i === a.column ? a.value : (row.cells[i] ?? '')))
    },
  ),
  'roster.column': defineEdit(
    { ...onRoster, column: z.int().min(0), name: z.string().min(1).max(80) },
    () => 'Rename a column of the roster',
    (p, a) => {
      const roster = rosterOf(p, a.rosterId)
      if (a.column > roster.columns.length) throw new NotFound('column', String(a.column))
      const next = [...roster.columns]
      next[a.column] = a.name
      refuseTwice(next)
      if (next.length > MOST_COLUMNS) throw new Refused(`A roster has ${MOST_COLUMNS} columns at most.`)
      roster.columns = next
    },
  ),
  'roster.row': defineEdit(
    { ...onRoster, rowId: id },
    () => 'Add a row to the roster',
    (p, a) => {
      const roster = rosterOf(p, a.rosterId)
      if (roster.rows.length >= MOST_ROWS) throw new Refused(`A roster has ${MOST_ROWS} rows at most.`)
      if (!roster.rows.some((r) => r.id === a.rowId))
        roster.rows.push({ id: a.rowId, cells: roster.columns.map(() => '') })
    },
  ),
  'roster.drop': defineEdit(
    { ...onRoster, rowId: id },
    () => 'Take a row out of the roster',
    (p, a) => {
      const roster = rosterOf(p, a.rosterId)
      roster.rows = roster.rows.filter((r) => r.id !== a.rowId)
      forgetRows(p)
    },
  ),
  'roster.remove': defineEdit(
    onRoster,
    () => 'Remove the roster',
    (p, a) => {
      p.rosters = without(p.rosters, 'roster', a.rosterId)
      if (!p.rosters.length) delete p.rosters
      forgetRows(p)
    },
  ),
  'shot.row': defineEdit(
    { ...onShot, row: rowSchema },
    () => 'Show another row of the roster',
    (p, a) => {
      const shot = getShot(p, a.shotId)
      const roster = rosterOf(p, a.row.rosterId)
      if (!roster.rows.some((r) => r.id === a.row.rowId)) throw new NotFound('row', a.row.rowId)
      if (shot.source.kind !== 'design' || shot.source.designId !== roster.designId)
        throw new Refused(`${shot.name} shows another design than the roster ${roster.name} is for.`)
      shot.row = a.row
    },
  ),
  'roster.place': defineEdit(
    {
      ...onRoster,
      ...onSequence,
      places: z
        .array(
          z.object({
            rowId: id,
            shotId: id,
            lane: shape.lane,
            start: shape.start,
            length: shape.length,
          }),
        )
        .min(1)
        .max(MOST_ROWS),
    },
    (a) => `Place ${a.places.length} ${a.places.length === 1 ? 'row' : 'rows'} of the roster`,
    (p, a) => {
      const roster = rosterOf(p, a.rosterId)
      const { shots } = getSequence(p, a.sequenceId)
      const keys = roster.columns.map(columnKey)
      const column = Math.max(0, keys.indexOf('name'), keys.indexOf('text'))
      for (const { rowId, shotId, lane, start, length } of a.places) {
        const row = roster.rows.find((r) => r.id === rowId)
        if (!row) throw new NotFound('row', rowId)
        if (findOwner(p, 'shot', shotId)) continue
        shots.push({
          id: shotId,
          name: (row.cells[column]?.replace(/\s+/g, ' ') || roster.name).slice(0, 200),
          source: { kind: 'design', designId: roster.designId },
          lane,
          start,
          length,
          in: 0,
          zero: 0,
          fitted: true,
          row: { rosterId: roster.id, rowId },
          sound: null,
          state: 'untouched',
          note: '',
          steps: [],
        })
      }
    },
  ),
}
