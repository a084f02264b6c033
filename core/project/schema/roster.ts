import { z } from 'zod'
import { id, loose, name } from './base'

export const MOST_ROWS = 1000
export const MOST_COLUMNS = 24
export const MOST_LETTERS = 300

const cells = z.array(z.string().max(MOST_LETTERS)).max(MOST_COLUMNS)

/** A table whose rows a design serves: what stands in its texts in braces by the name of a column is filled in from a row. */
export const rosterSchema = loose({
  id,
  name,
  designId: id,
  columns: z.array(z.string().min(1).max(80)).min(1).max(MOST_COLUMNS),
  rows: z.array(loose({ id, cells })).max(MOST_ROWS),
})

/** The row that a shot shows its design with. */
export const rowSchema = z.object({ rosterId: id, rowId: id })
