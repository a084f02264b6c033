import { carriedDesign, type Project } from '@stilus/core/project'
import { filesOf, type KeptDesign, listLibrary, packFiles, unpackFiles } from '@stilus/engine'
import { useMemo } from 'react'
import { store } from '../store/store'
import { keepItems, useKept } from './library'
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
  return {
    kept: { id: `own ${carried.id}`, kind: 'design', project: carried, files, favourite: false },
    left,
  }
}

const without = (left: readonly string[]) =>
  left.length ? ` Without what belongs to this project: ${left.join(', ')}.` : ''

/** Keeps a design of the open project on the shelf; one of the same name that is there already is replaced. */
export async function keepDesign(designId: string): Promise<void> {
  const { document } = store.getState().project
  if (!document) return
  const made = await work('Keeping the design', async () => {
    const { kept, left } = await alone(document, designId)
    const again = (await keepAll([kept])) > 0
    return { name: kept.project.name, again, left }
  })
  if (!made) return
  const done = made.again ? 'takes the place of the one of that name' : 'stands'
  tell('info', `${made.name} ${done} on the shelf under Yours.${without(made.left)}`)
}

/** The kept design of a name, in the place of which another of that name is kept. */
const named = async (name: string): Promise<KeptDesign | undefined> =>
  (await listLibrary()).find((i): i is KeptDesign => i.kind === 'design' && i.project.name === name)

/** Keeps designs in the place of those of their names. Resolves to how many of those there were. @throws StorageFull */
async function keepAll(designs: readonly KeptDesign[]): Promise<number> {
  const before = await Promise.all(designs.map(({ project }) => named(project.name)))
  await keepItems(
    designs.map((each, i) => {
      const { id, favourite } = before[i] ?? each
      return { ...each, id, favourite }
    }),
  )
  return before.filter(Boolean).length
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
    const kept = project.designs
      .filter((d) => !isShownByOthers(project, d.id))
      .map((d): KeptDesign => {
        const { project: carried, media } = carriedDesign(project, d.id, uid)
        const own = files.flatMap((f) => {
          const id = media.get(f.id)
          return id === undefined ? [] : [{ ...f, id }]
        })
        return { id: `own ${carried.id}`, kind: 'design', project: carried, files: own, favourite: false }
      })
    if (!kept.length)
      throw new Error(`There is no design in ${file.name}. Save one from its panel by “Save as a file”.`)
    await keepAll(kept)
    return kept.map((k) => k.project.name)
  })
  if (!read) return
  const [one = ''] = read
  tell(
    'info',
    `${read.length === 1 ? `${one} stands` : `${read.length} designs stand`} on the shelf under Yours.`,
  )
}

/** A design that another one shows comes along with that. */
const isShownByOthers = ({ designs }: Project, designId: string): boolean =>
  designs.some((d) => d.id !== designId && JSON.stringify(d.objects).includes(`"designId":"${designId}"`))
