import { readCube } from '@stilus/core/formats'
import type { Act, Place } from '@stilus/core/project'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { uid, work } from './work'

/** Reads a colour table from a file into the project and gives it to a control. */
export async function readTable(file: File, place: Place): Promise<void> {
  const table = await work(`Reading ${file.name}`, async () => readCube(uid(), file.name, await file.text()))
  if (!table) return
  const acts: Act[] = [
    ['table.add', { table }],
    ['value.set', { place, at: 0, value: table.id }],
  ]
  store.dispatch(editAll(acts, `Read ${file.name}`))
}
