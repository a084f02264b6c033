import { type Design, readRoster, type Roster, TableProblem } from '@stilus/core/project'
import { useId } from 'react'
import { tell, uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { viewActions } from '../../store/view'

/** Reads a table for a design: in the place of a roster, whose rows keep their places in order, or as a new one. */
export async function readRosterFile(file: File, design: Design, roster?: Roster): Promise<void> {
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
export function ReadRoster({ design, roster }: { design: Design; roster?: Roster }) {
  const file = useId()
  return (
    <label
      htmlFor={file}
      className="flex h-7 cursor-pointer items-center rounded px-2 text-dim focus-within:outline-2 hover:bg-field hover:text-text"
    >
      Read a CSV …
      <input
        id={file}
        type="file"
        accept=".csv,.tsv,.txt"
        aria-label="Roster file"
        className="sr-only"
        onChange={(e) => {
          const [chosen] = e.target.files ?? []
          e.target.value = ''
          if (chosen) void readRosterFile(chosen, design, roster)
        }}
      />
    </label>
  )
}
