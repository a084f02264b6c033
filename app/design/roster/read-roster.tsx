import { type Design, readRoster, type Roster, TableProblem } from '@stilus/core/project'
import { tell, uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { viewActions } from '../../store/view'
import { ReadFile } from '../../ui/read-file'

/** Reads a table for a design: in the place of a roster, whose rows keep their places in order, or as a new one. */
async function readRosterFile(file: File, design: Design, roster?: Roster): Promise<void> {
  try {
    const { columns, rows } = readRoster(await file.text())
    const rosterId = roster?.id ?? uid()
    const made = rows.map((cells, i) => ({ id: roster?.rows[i]?.id ?? uid(), cells }))
    const name = roster?.name ?? file.name.replace(/\.[^.]+$/, '')
    if (store.dispatch(edit('roster.set', { rosterId, designId: design.id, name, columns, rows: made })))
      store.dispatch(viewActions.set({ roster: rosterId, rosterRow: made[0]?.id ?? null }))
  } catch (error) {
    if (!(error instanceof TableProblem)) throw error
    tell('problem', `${file.name}: ${error.message}`)
  }
}

/** A file of rows, chosen. */
export const ReadRoster = ({ design, roster }: { design: Design; roster?: Roster }) => (
  <ReadFile
    says="Read a CSV …"
    label="Roster file"
    accept=".csv,.tsv,.txt"
    onFile={(file) => void readRosterFile(file, design, roster)}
  />
)
