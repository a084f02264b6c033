import Papa from 'papaparse'
import { type Rate, typedTime } from '../time'
import { TableProblem } from './chart-table'
import type { Project, Roster, RowRef, Sequence } from './schema'
import { MOST_COLUMNS, MOST_LETTERS, MOST_ROWS } from './schema'

/** What the columns of a row say, by the names under which texts call them. */
export type RowValues = Readonly<Record<string, string>>

/** The name under which a text calls a column: its letters and figures, small, all else as one low line. */
export const columnKey = (column: string): string =>
  column
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')

/** What a row says; undefined where it is not there. */
export function rowValues(project: Pick<Project, 'rosters'>, at: RowRef): RowValues | undefined {
  const roster = project.rosters?.find((r) => r.id === at.rosterId)
  const row = roster?.rows.find((r) => r.id === at.rowId)
  if (!roster || !row) return undefined
  return Object.fromEntries(roster.columns.map((column, i) => [columnKey(column), row.cells[i] ?? '']))
}

/** The rosters that a design serves. */
export const rostersOf = ({ rosters = [] }: Pick<Project, 'rosters'>, designId: string): Roster[] =>
  rosters.filter((r) => r.designId === designId)

/** The row that a design is seen with where none is asked for: the first of its first roster. */
export function firstRow(project: Pick<Project, 'rosters'>, designId: string): RowRef | undefined {
  for (const roster of rostersOf(project, designId)) {
    const [row] = roster.rows
    if (row) return { rosterId: roster.id, rowId: row.id }
  }
  return undefined
}

/**
 * A table from text: the first line names the columns, each further one is a row; parted by commas, semicolons or tabs, cells in quotes may hold line breaks. Cells are text, whatever they look like.
 * @throws TableProblem with the line
 */
export function readRoster(text: string): { columns: string[]; rows: string[][] } {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, '').trim(), { skipEmptyLines: 'greedy' })
  const [head, ...body] = data.map((row) => row.map((cell) => cell.trim()))
  if (!head?.some(Boolean))
    throw new TableProblem('This table is empty. Name the columns in its first line: name, role.')
  if (!body.length)
    throw new TableProblem('This table has names of columns and no rows. Write a row in each further line.')
  if (head.length > MOST_COLUMNS) throw new TableProblem(`A roster has ${MOST_COLUMNS} columns at most.`)
  if (body.length > MOST_ROWS)
    throw new TableProblem(`A roster has ${MOST_ROWS} rows at most; this has ${body.length}.`)
  const columns = head.map((name, i) => (name || `Column ${i + 1}`).slice(0, 80))
  const keys = columns.map(columnKey)
  const twice = keys.findIndex((key, i) => keys.indexOf(key) !== i)
  if (twice >= 0)
    throw new TableProblem(`Two columns are called ${columns[twice]}. Give one of them another name.`)
  body.forEach((row, i) => {
    const long = row.findIndex((cell) => cell.length > MOST_LETTERS)
    if (long >= 0)
      throw new TableProblem(
        `Row ${i + 1} has more than ${MOST_LETTERS} letters under ${columns[long] ?? 'no column'}. Shorten it.`,
      )
  })
  return { columns, rows: body.map((row) => columns.map((_, i) => row[i] ?? '')) }
}

/** A roster as CSV. */
export const writeRoster = ({ columns, rows }: Pick<Roster, 'columns' | 'rows'>): string => {
  const lines = rows.map((row) => columns.map((_, i) => row.cells[i] ?? ''))
  return `${Papa.unparse([columns, ...lines], { newline: '\n' })}\n`
}

/** Names of columns that say when a row comes, and when it goes or for how long. */
const WHEN = ['timecode', 'tc', 'in', 'start', 'from', 'at']
const UNTIL = ['out', 'end', 'to', 'until']
const LASTS = ['length', 'duration', 'for']

/** When a row is to be shown on a sequence, by its columns: a timecode of the sequence, and an end or a length where there is one. Undefined where it does not say so. */
export function placeOfRow(
  roster: Roster,
  rowId: string,
  { rate, startTimecode }: Pick<Sequence, 'rate' | 'startTimecode'>,
  usual: number,
): { start: number; length: number } | undefined {
  const row = roster.rows.find((r) => r.id === rowId)
  const keys = roster.columns.map(columnKey)
  const cellOf = (names: readonly string[]) => {
    const at = keys.findIndex((key) => names.includes(key))
    return at < 0 ? '' : (row?.cells[at] ?? '').trim()
  }
  const start = frameTyped(cellOf(WHEN), rate, startTimecode)
  if (start === undefined) return undefined
  const end = frameTyped(cellOf(UNTIL), rate, startTimecode)
  const lasts = typedTime(cellOf(LASTS), rate, 0)
  const length =
    end !== undefined && end > start ? end - start : lasts && lasts > 0 ? Math.round(lasts) : usual
  return { start, length: Math.max(1, length) }
}

function frameTyped(text: string, rate: Rate, startTimecode: number): number | undefined {
  if (!/[:;]/.test(text)) return undefined
  const frame = typedTime(text, rate, 0)
  if (frame === undefined) return undefined
  // Timecode before that of the sequence counts from its first frame.
  return frame >= startTimecode ? frame - startTimecode : Math.max(0, frame)
}
