import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, it, jest } from '@jest/globals'
import {
  documentOf,
  type EditArgs,
  type EditName,
  emptyHistory,
  type History,
  perform,
  type Project,
  record,
  recorded,
  travelTo,
  withRecords,
} from '@stilus/core/project'
import fc from 'fast-check'
import { richProject } from '../../core/testing/documents'
import { testProject } from '../../core/testing/projects'
import { database, StorageFull } from './database'
import { packProject, unpackProject } from './package'
import {
  deleteProject,
  dropMedium,
  findMedium,
  listProjects,
  openProject,
  saveMedium,
  saveProject,
  saveStill,
} from './projects'

interface State {
  project: Project
  history: History
}

const start = (project = richProject()): State => ({ project, history: emptyHistory() })
const act = <N extends EditName>({ project, history }: State, name: N, args: EditArgs<N>): State => {
  const change = perform(project, name, args)
  return { project: change.project, history: record(history, change) }
}
const rename = (state: State, name: string) => act(state, 'shot.rename', { shotId: 's1', name })
const back = (state: State, by = 1): State => {
  const { project, history } = travelTo(
    state.project,
    state.history,
    Math.max(0, state.history.position - by),
  )
  return { project, history }
}
const save = ({ project, history }: State, place: string | null = null) =>
  saveProject(project, history, place)
const beat = (of: string) => ({
  id: 'lv',
  name: 'Beat',
  kind: 'level' as const,
  mediaId: 'm1',
  rate: { num: 50, den: 1 },
  record: of,
})
const opened = async (id: string) => {
  const found = await openProject(id)
  if (!found) throw new Error('The project is not there.')
  return found
}
const text = async (id: string, mediaId: string) => (await findMedium(id, mediaId))?.blob.text()

/** What lies in every table for a project. */
const rowsOf = async (id: string) => {
  const { projects, documents, entries, records, media, stills } = database
  const own = await Promise.all([projects.get(id), documents.get(id), stills.get(id)])
  const more = [entries, records, media].map((table) => table.where('projectId').equals(id).count())
  return own.filter(Boolean).length + (await Promise.all(more)).reduce((sum, n) => sum + n, 0)
}

/** Makes the next write into a table fail as a full disk does. */
const fullOnce = (table: { put: unknown }) =>
  jest
    .spyOn(table as { put(): Promise<unknown> }, 'put')
    .mockImplementationOnce(() => Promise.reject(new DOMException('Full.', 'QuotaExceededError')))

beforeEach(() => Promise.all(database.tables.map((table) => table.clear())))
afterEach(() => void jest.restoreAllMocks())

it('what is saved is what opens: document, records, history and place', async () => {
  const { id, record: heights } = recorded({ kind: 'level', values: [0, 0.5] })
  const measured = withRecords({ ...richProject(), shelf: [beat(id)] }, { [id]: heights })
  const state = rename(rename(start(measured), 'One'), 'Two')
  await save(back(state), '/p/rich/shot/s1')
  const found = await opened(state.project.id)
  expect(found).toEqual({ ...back(state), place: '/p/rich/shot/s1' })
  expect(travelTo(found.project, found.history, 2).project).toEqual(state.project)
  expect(await openProject('nobody')).toBeUndefined()
})

it('any run of changes, undoing and saves opens as it was left', async () => {
  const does = fc.oneof(
    { weight: 3, arbitrary: fc.string({ maxLength: 5 }).map((name) => ({ name })) },
    fc.integer({ min: 1, max: 4 }).map((by) => ({ by })),
    fc.constantFrom('save' as const, 'reopen' as const),
  )
  await fc.assert(
    fc.asyncProperty(fc.array(does, { maxLength: 25 }), fc.uuid(), async (doings, id) => {
      let state = start(withRecords({ ...testProject(), id }, {}))
      for (const doing of doings) {
        if (doing === 'save') await save(state)
        else if (doing === 'reopen') {
          await save(state)
          state = await opened(id)
        } else state = 'by' in doing ? back(state, doing.by) : rename(state, doing.name || 'shot')
      }
      await save(state)
      const { project, history } = await opened(id)
      expect({ project, history }).toEqual({ project: state.project, history: state.history })
      expect(await database.entries.where('projectId').equals(id).count()).toBe(history.entries.length)
    }),
    { numRuns: 40 },
  )
})

it('a save writes what is new alone, however long the history', async () => {
  let state = start()
  for (let i = 0; i < 50; i++) state = rename(state, `Name ${i}`)
  await save(state)
  const put = jest.spyOn(database.entries, 'bulkPut')
  await save(rename(state, 'Last'))
  expect(put.mock.calls.map(([rows]) => rows.length)).toEqual([1])
  put.mockClear()
  await save(rename(state, 'Last'))
  expect(put.mock.calls.map(([rows]) => rows.length)).toEqual([1])
})

it('records that nothing refers to go when the project is opened, those that undo brings back stay', async () => {
  const held = recorded({ kind: 'level', values: [1] })
  const stray = recorded({ kind: 'level', values: [2] })
  const base = withRecords(richProject(), { [held.id]: held.record, [stray.id]: stray.record })
  const before = start({ ...base, shelf: [beat(held.id)] })
  const without = act(before, 'shelf.remove', { shelfId: 'lv' })
  await save(without)
  const { project } = await opened(base.id)
  expect([Object.keys(project.records ?? {}), await database.records.count()]).toEqual([[held.id], 1])
})

it('a full disk says so, leaves what was saved, and the next save writes all that is new', async () => {
  const state = rename(start(), 'One')
  await save(state)
  const further = rename(rename(state, 'Two'), 'Three')
  fullOnce(database.documents)
  await expect(save(further)).rejects.toThrow(StorageFull)
  expect(await opened(state.project.id)).toMatchObject(state)
  await save(further)
  expect(await opened(state.project.id)).toMatchObject(further)
  fullOnce(database.stills)
  await expect(saveStill('rich', new Blob(['x']))).rejects.toThrow('no room left')
  fullOnce(database.media)
  await expect(saveMedium('rich', 'm9', new Blob(['x']), 'a.mp4')).rejects.toThrow(StorageFull)
})

it('an error that is no full disk keeps its own name', async () => {
  jest
    .spyOn(database.documents, 'put')
    .mockImplementationOnce(() => Promise.reject(new TypeError('Odd.')) as never)
  await expect(save(start())).rejects.toThrow(new TypeError('Odd.'))
})

it('a document that storage cannot give back whole is a project error with the place, not a raw one', async () => {
  const state = start()
  await save(state)
  const damaged = { ...state.project, sequences: [{ ...state.project.sequences[0], shots: 7 }] } as never
  await database.documents.put({ id: state.project.id, document: damaged, position: 0, place: null })
  await expect(openProject(state.project.id)).rejects.toMatchObject({ name: 'ProjectError' })
  await expect(openProject(state.project.id)).rejects.toThrow(/sequences/)
})

it('cards show the latest first and read no document', async () => {
  const [a, b] = [start({ ...testProject(), id: 'a', name: 'Early' }), start({ ...testProject(), id: 'b' })]
  const now = jest.spyOn(Date, 'now')
  now.mockReturnValueOnce(1000)
  await save(a)
  now.mockReturnValueOnce(2000)
  await save(b)
  await saveStill('a', new Blob(['picture']))
  const read = jest.spyOn(database.documents, 'get')
  const cards = await listProjects()
  expect(cards.map((c) => [c.id, c.updated, c.shots])).toEqual([
    ['b', 2000, 2],
    ['a', 1000, 2],
  ])
  expect([await cards[1]?.still?.text(), cards[0]?.still]).toEqual(['picture', undefined])
  expect(read).not.toHaveBeenCalled()
})

it('a project that is deleted takes all of its own and nothing of another', async () => {
  for (const id of ['a', 'b']) {
    await save(rename(start({ ...testProject(), id }), 'X'))
    await saveMedium(id, 'm1', new Blob([id]), 'm1.mp4')
    await saveStill(id, new Blob([id]))
  }
  const rows = await rowsOf('b')
  await deleteProject('a')
  expect([await rowsOf('a'), await rowsOf('b')]).toEqual([0, rows])
  await dropMedium('b', 'm1')
  expect(await findMedium('b', 'm1')).toBeUndefined()
})

/** A package of a project with one medium stored. */
async function packed() {
  const project = testProject()
  await saveMedium(project.id, 'm1', new Blob(['footage'.repeat(1000)]), 'm1.mp4')
  await save(rename(start(project), 'X'))
  const shares: number[] = []
  const zip = await packProject(project, (share) => shares.push(share))
  return { project, zip, shares }
}

it('a package brings back document and media, beside the original under a name of its own', async () => {
  const { project, zip, shares } = await packed()
  expect([...shares].sort((a, b) => a - b)).toEqual(shares)
  expect(shares.at(-1)).toBeCloseTo(1, 3)
  const copy = await unpackProject(zip)
  expect([copy.name, copy.id === project.id]).toEqual([`${project.name} (copy)`, false])
  expect({ ...documentOf(copy), id: project.id, name: project.name }).toEqual(documentOf(project))
  expect(await text(copy.id, 'm1')).toBe('footage'.repeat(1000))
  await deleteProject(project.id)
  expect((await unpackProject(zip)).id).toBe(project.id)
  expect(await text(project.id, 'm1')).toBe('footage'.repeat(1000))
})

it.each<[string, (zip: Blob, stop: AbortController) => Promise<unknown>]>([
  [
    'is called off',
    (zip, stop) => unpackProject(zip, (share) => void (share >= 1 && stop.abort()), stop.signal),
  ],
  ['is cut short', (zip) => unpackProject(zip.slice(0, Math.floor(zip.size * 0.6)))],
  ['is no package', () => unpackProject(new Blob(['Not a zip at all.']))],
  [
    'finds no room',
    (zip) => {
      fullOnce(database.documents)
      return unpackProject(zip)
    },
  ],
])('of a package that %s nothing stays', async (_, unpack) => {
  const { project, zip } = await packed()
  await deleteProject(project.id)
  await expect(unpack(zip, new AbortController())).rejects.toThrow(/./)
  const counts = await Promise.all(database.tables.map((table) => table.count()))
  expect(counts.every((n) => n === 0)).toBe(true)
})
