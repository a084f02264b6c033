import { readCube } from '@stilus/core/formats'
import type { Act, Address } from '@stilus/core/project'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { uid, work } from './work'

/** Reads a colour table from a file into the project and gives it to a control. */
export async function readTable(file: File, address: Address): Promise<void> {
  const read = await work(`Reading ${file.name}`, async () => readCube(uid(), file.name, await file.text()))
  if (!read) return
  const { table, records } = read
  const acts: Act[] = [
    ['table.add', { table }],
    ['value.set', { address, at: 0, value: table.id }],
  ]
  store.dispatch(editAll(acts, `Read ${file.name}`, undefined, records))
}
