import { readFont } from '@stilus/core/formats'
import { type Act, familyId } from '@stilus/core/project'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { uid, work } from './work'

/** Reads font files into the project; gives the id of the last family that came. */
export async function bringFonts(files: readonly File[]): Promise<string | undefined> {
  let family: string | undefined
  for (const file of files) {
    const read = await work(`Reading ${file.name}`, async () =>
      readFont(uid(), file.name, new Uint8Array(await file.arrayBuffer())),
    )
    if (!read) continue
    const acts: Act[] = [['font.add', { font: read.font }]]
    if (store.dispatch(editAll(acts, `Bring ${file.name}`, undefined, read.records)))
      family = familyId(read.font.family)
  }
  return family
}
