import { decoder, page } from '../testing/page'
import { afterEach, beforeEach, expect, it, jest } from '@jest/globals'
import { emptyHistory, getSequence, type Project } from '@stilus/core/project'
import { listProjects, openProject, saveProject } from '@stilus/engine'
import { richProject } from '../../core/testing/documents'
import { database } from '../../engine/store/database'
import { edit, undo } from '../store/edit'
import { store } from '../store/store'
import { openFresh, told, until } from '../testing/open'
import { allowMemory, enterProject, leaveProject, session } from './session'

const state = () => store.getState()
const rename = (name: string) => store.dispatch(edit('shot.rename', { shotId: 's1', name }))
const nameIn = (project: Project | null | undefined) => project && getSequence(project).shots[0]?.name
const stored = async () => nameIn((await openProject('test'))?.project)
beforeEach(async () => {
  await openFresh(richProject(), '/p/test/shot/s1')
  await leaveProject()
})
afterEach(async () => {
  jest.restoreAllMocks()
  await leaveProject()
})

it('what is changed is saved with the place, and is there the next time; the card has a picture', async () => {
  expect([await enterProject('nobody'), await enterProject('test')]).toEqual([false, true])
  rename('One')
  rename('Two')
  store.dispatch(undo)
  expect(state().project.status).toBe('saving')
  await leaveProject()
  const found = await openProject('test')
  expect([nameIn(found?.project), found?.history.position, found?.place]).toEqual([
    'One',
    1,
    '/p/test/shot/s1',
  ])
  const [card] = await listProjects()
  expect(await card?.still?.text()).toBe('jpeg')
  expect(state().project.document).toBeNull()
  expect(() => session()).toThrow('No project is open.')
  await enterProject('test')
  expect([nameIn(state().project.document), state().project.history.entries.length]).toEqual(['One', 2])
})

it('a project that is open is kept as it is, whoever enters it again', async () => {
  await enterProject('test')
  const before = session()
  rename('One')
  await Promise.all([enterProject('test'), enterProject('test')])
  expect([session() === before, nameIn(state().project.document)]).toEqual([true, 'One'])
})

it('a save that fails is told once and tried again; nothing is lost', async () => {
  await enterProject('test')
  const put = jest.spyOn(database.documents, 'put')
  put.mockImplementationOnce(() => Promise.reject(new DOMException('Full.', 'QuotaExceededError')) as never)
  rename('Kept')
  await session().flush()
  expect([state().project.status, told()]).toEqual([
    { error: expect.stringContaining('no room left') },
    [expect.stringContaining('save a project package to disk')],
  ])
  expect(await stored()).toBe('s1')
  await session().flush()
  await until(() => state().project.status === 'saved')
  expect([await stored(), told().length]).toEqual(['Kept', 1])
})

it('a project that another tab holds is shown and cannot be changed; when that tab lets go, what it saved comes first', async () => {
  let close: () => void = () => undefined
  const open = new Promise<void>((resolve) => (close = resolve))
  void page.locks.request('stilus project test', {}, () => open)
  await enterProject('test')
  await until(() => state().project.elsewhere)
  expect([rename('Mine'), told()]).toEqual([false, [expect.stringContaining('open in another tab')]])
  const theirs = richProject()
  const sequences = theirs.sequences.map((s) => ({
    ...s,
    shots: s.shots.map((x) => ({ ...x, name: 'Theirs' })),
  }))
  await saveProject({ ...theirs, sequences }, emptyHistory(), null)
  close()
  await until(() => !state().project.elsewhere)
  expect(nameIn(state().project.document)).toBe('Theirs')
  expect(rename('Mine')).toBe(true)
  await leaveProject()
  expect(await stored()).toBe('Mine')
})

it('pictures of the open project are made from its files; one that cannot be read is told of and not kept', async () => {
  await enterProject('test')
  const project = state().project.document as Project
  const ask = (frame: number) => ({
    project,
    target: { kind: 'stack', stack: { kind: 'shot', id: 's1' } } as const,
    frame,
    scale: 1,
  })
  const made = await session().renderer.render(ask(3))
  expect([made.width, made.failed, session().renderer.peek(ask(3))]).toEqual([64, undefined, made])
  decoder.broken.add(24 + 7)
  const failed = await session().renderer.render(ask(7))
  expect([failed.failed, session().renderer.peek(ask(7))]).toEqual([true, undefined])
  expect(told()).toEqual(['Frame 31 of "m1.mp4" could not be read and is left out: Its packet is damaged.'])
  decoder.broken.clear()
  expect((await session().renderer.render(ask(7))).failed).toBeUndefined()
})

it('the memory that pictures may take is chosen once for every project', async () => {
  await enterProject('test')
  allowMemory(123_000_000)
  expect(state().view.memory.limit).toBe(123_000_000)
  await leaveProject()
  await enterProject('test')
  expect(session().renderer.memory).toBe(123_000_000)
})
