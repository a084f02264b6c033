import 'fake-indexeddb/auto'
import { afterEach, expect, it } from '@jest/globals'
import { bringing, carriedDesign, performAll, type Project } from '@stilus/core/project'
import { richProject } from '../../core/testing/documents'
import { testProject } from '../../core/testing/projects'
import { database } from './database'
import { filesOf, packFiles, unpackFiles } from './package'
import { saveMedium } from './projects'
import { dropFromLibrary, keepInLibrary, type KeptDesign, listLibrary } from './saved'

afterEach(() => database.delete().then(() => database.open()))

const ids = (head: string) => {
  let n = 0
  return () => `${head}-${++n}`
}

/** The design of the rich project by itself, with the file of the still that it shows. */
async function keptDesign(project: Project): Promise<KeptDesign> {
  await saveMedium(project.id, 'm3', new Blob(['the bytes of a still']), 'm3.png')
  const { project: carried, media } = carriedDesign(project, 'd1', ids('kept'))
  const shown = project.media.filter((m) => media.has(m.id))
  const files = (await filesOf({ id: project.id, media: shown })).map((f) => ({
    ...f,
    id: media.get(f.id) ?? '',
  }))
  return { id: 'own', kind: 'design', project: carried, files, favourite: false }
}

it('a design is kept with the files that it shows, for every project, until it is dropped', async () => {
  await keepInLibrary([await keptDesign(richProject())])
  const [item] = await listLibrary()
  if (item?.kind !== 'design') throw new Error('It is not there.')
  expect(item.files.map((f) => f.name)).toEqual(['m3.png'])
  expect(item.project.media.map((m) => m.id)).toEqual(item.files.map((f) => f.id))
  const { acts, media } = bringing(testProject(), item.project, ids('new'))
  expect(media.map((m) => m.id)).toEqual(item.files.map((f) => f.id))
  expect(performAll(testProject(), acts, 'Use it').project.designs).toHaveLength(1)
  await dropFromLibrary('own')
  expect(await listLibrary()).toEqual([])
})

it('its file gives it back, document and bytes', async () => {
  const kept = await keptDesign(richProject())
  const shares: number[] = []
  const zip = await packFiles(kept.project, kept.files, (share) => shares.push(share))
  const { project, files } = await unpackFiles(zip)
  expect(project).toEqual(kept.project)
  expect(await Promise.all(files.map(async (f) => [f.id, await f.blob.text()]))).toEqual([
    [kept.files[0]?.id, 'the bytes of a still'],
  ])
  expect(shares.at(-1)).toBeGreaterThan(0.9)
})

it('what cannot be read is told by its name and stays kept; all else is there', async () => {
  const kept = await keptDesign(richProject())
  const newer = { ...kept, id: 'newer', project: { ...kept.project, name: 'From tomorrow', version: 999 } }
  const broken = { id: 'broken', kind: 'recipe', recipe: { name: 'Half a recipe' }, favourite: false }
  await keepInLibrary([newer as never, broken as never, kept, { id: 'star', kind: 'favourite' }])
  const told: string[] = []
  const items = await listLibrary((names) => told.push(...names))
  expect(items.map((i) => i.id).sort()).toEqual(['own', 'star'])
  expect(told.sort()).toEqual(['From tomorrow', 'Half a recipe'])
  expect(await database.library.count()).toBe(4)
})
