import Papa from 'papaparse'

/** A small table: a name for each row, and a number for each series in it. */
export interface ChartTable {
  series: string[]
  rows: { name: string; values: number[] }[]
}

/** A table that cannot be read; the message says what to do. */
export class TableProblem extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'TableProblem'
  }
}

const MOST_ROWS = 60
const MOST_SERIES = 8

/**
 * A table from text: names first in each line, then numbers, parted by commas, semicolons or tabs; a first line without numbers names the series. Numbers may have a decimal comma where commas part nothing.
 * @throws TableProblem
 */
export function readTable(text: string): ChartTable {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' })
  const rows = data.map((r) => r.map((c) => c.trim()))
  const isNumber = (cell: string | undefined) =>
    cell !== undefined && cell !== '' && Number.isFinite(asNumber(cell))
  const [first] = rows
  const headed = first !== undefined && !first.slice(1).some(isNumber)
  const body = headed ? rows.slice(1) : rows
  const count = Math.max(0, ...body.map((r) => r.length - 1))
  if (!body.length || count < 1)
    throw new TableProblem(
      'There is no number in this table. Write a name and a number in each line: Lantern, 12.',
    )
  if (body.length > MOST_ROWS || count > MOST_SERIES)
    throw new TableProblem(`A chart holds ${MOST_ROWS} lines of ${MOST_SERIES} numbers at most.`)
  const wrong = body.findIndex((r) => r.slice(1, count + 1).some((c) => !isNumber(c)) || r.length - 1 < count)
  if (wrong >= 0)
    throw new TableProblem(
      `Line ${wrong + (headed ? 2 : 1)} has no number where one should be: ${(body[wrong] ?? []).join(', ')}.`,
    )
  const below = body.find((r) => r.slice(1, count + 1).some((c) => asNumber(c) < 0))
  if (below) throw new TableProblem(`A chart shows numbers from 0 on, and one is below: ${below.join(', ')}.`)
  return {
    series: Array.from({ length: count }, (_, i) => (headed ? first[i + 1] : undefined) || `Series ${i + 1}`),
    rows: body.map(([name = '', ...cells]) => ({ name, values: cells.slice(0, count).map(asNumber) })),
  }
}

const asNumber = (cell: string): number => {
  const plain = cell.replace(/[\s%']/g, '')
  return Number(
    /,\d{1,2}$/.test(plain) && !plain.includes('.') ? plain.replace(',', '.') : plain.replace(/,/g, ''),
  )
}
