import { type Roster, rostersOf } from '@stilus/core/project'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { viewActions } from '../../store/view'

/** Puts a roster in the place of the lanes, its first row on the picture. */
export const showRoster = ({ id, rows }: Pick<Roster, 'id' | 'rows'>): void =>
  void store.dispatch(viewActions.set({ roster: id, rosterRow: rows[0]?.id ?? null }))

/** Makes a roster of one empty row, and opens it. */
export function makeRoster(designId: string): void {
  const roster = {
    id: uid(),
    name: 'Roster',
    columns: ['Name', 'Role'],
    rows: [{ id: uid(), cells: ['', ''] }],
  }
  const { id: rosterId, ...rest } = roster
  if (store.dispatch(edit('roster.set', { rosterId, designId, ...rest }))) showRoster(roster)
}

/** Opens the first roster of a design; a new one where it has none. */
export function openRoster(designId: string): void {
  const { document } = store.getState().project
  const [first] = document ? rostersOf(document, designId) : []
  if (first) showRoster(first)
  else makeRoster(designId)
}
