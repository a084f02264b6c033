import { carriedDesign, outerDesigns, type Project } from '@stilus/core/project'
import { filesOf, type KeptDesign, listLibrary, packFiles, unpackFiles } from '@stilus/engine'
import { useMemo } from 'react'
import { store } from '../store/store'
import { keepItems, useKept } from './library'
import { nameBeside } from './name-beside'
import { saveFile } from './save-file'
import { tell, uid, work } from './work'

/** The endings of files that hold a design: packages of a document with it alone. */
export const DESIGN_FILES = '.zip'

/** The designs that the user keeps on the shelf, the latest first. */
export function useOwnDesigns(): KeptDesign[] {
  const kept = useKept()
  return useMemo(() => kept.filter((item) => item.kind === 'design').reverse(), [kept])
}

/** A design of the open project by itself, with the files of its media. @throws Refused */
async function alone(project: Project, designId: string): Promise<{ kept: KeptDesign; left: string[] }> {
  const { project: carried, media, left } = carriedDesign(project, designId, uid)
  const shown = project.media.filter((m) => media.has(m.id))
  const files = (await filesOf({ id: project.id, media: shown })).map((file) => ({
    ...file,
    id: media.get(file.id) ?? file.id,
  }))
  // Kept again, it takes its own place and nobody else's.
  const id = `own ${project.id} ${designId}`
  return { kept: { id, kind: 'design', project: carried, files, favourite: false }, left }
}

const without = (left: readonly string[]) =>
  left.length ? ` Without what belongs to this project: ${left.join(', ')}.` : ''

/** Keeps a design of the open project on the shelf, in the place of what was kept of it before. */
export async function keepDesign(designId: string): Promise<void> {
  const { document } = store.getState().project
  if (!document) return
  const made = await work('Keeping the design', async () => {
    const { kept, left } = await alone(document, designId)
    const { names, again } = await keepAll([kept])
    return { name: names[0] ?? '', again, left }
  })
  if (!made) return
  const done = made.again ? 'takes the place of what was kept of it' : 'stands'
  tell('info', `${made.name} ${done} on the shelf under Yours.${without(made.left)}`)
}

/** Keeps designs beside those that are there; each takes the place of what has its id, and a name that no other has. @throws StorageFull */
async function keepAll(designs: readonly KeptDesign[]): Promise<{ names: string[]; again: boolean }> {
  const before = (await listLibrary()).filter((i) => i.kind === 'design')
  const own = new Set(designs.map((d) => d.id))
  const names = before.filter((d) => !own.has(d.id)).map((d) => d.project.name)
  const named = designs.map((each) => {
    const name = nameBeside(names, each.project.name)
    names.push(name)
    const favourite = before.some((d) => d.id === each.id && d.favourite)
    return { ...each, favourite, project: { ...each.project, name } }
  })
  await keepItems(named)
  return { names: named.map((d) => d.project.name), again: before.some((d) => own.has(d.id)) }
}

/** Saves a design of the open project as a file with its fonts and pictures. */
export async function saveDesignFile(designId: string): Promise<void> {
  const { document } = store.getState().project
  if (!document) return
  const made = await work('Writing the design', async (share) => {
    const { kept, left } = await alone(document, designId)
    return { blob: await packFiles(kept.project, kept.files, share), name: kept.project.name, left }
  })
  if (!made) return
  saveFile(`${made.name}.design.zip`, made.blob)
  if (made.left.length) tell('info', `${made.name} was saved.${without(made.left)}`)
}

/** Saves a design of the shelf as a file. */
export async function saveKeptDesign({ project, files }: KeptDesign): Promise<void> {
  const blob = await work('Writing the design', (share) => packFiles(project, files, share))
  if (blob) saveFile(`${project.name}.design.zip`, blob)
}

/** Reads the designs of a file onto the shelf: of a design's own file, or each of a project's package. */
export async function importDesigns(file: File): Promise<void> {
  const read = await work(`Reading ${file.name}`, async (share) => {
    const { project, files } = await unpackFiles(file, share)
    const kept = outerDesigns(project).map((d): KeptDesign => {
      const { project: carried, media } = carriedDesign(project, d.id, uid)
      const own = files.flatMap((f) => {
        const id = media.get(f.id)
        return id === undefined ? [] : [{ ...f, id }]
      })
      return { id: `own ${carried.id}`, kind: 'design', project: carried, files: own, favourite: false }
    })
    if (!kept.length)
      throw new Error(`There is no design in ${file.name}. Save one from its panel by “Save as a file”.`)
    return (await keepAll(kept)).names
  })
  if (!read) return
  const [one = ''] = read
  tell(
    'info',
    `${read.length === 1 ? `${one} stands` : `${read.length} designs stand`} on the shelf under Yours.`,
  )
}
