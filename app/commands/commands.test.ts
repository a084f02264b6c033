import '../testing/page'
import { afterAll, afterEach, describe, expect, it, jest } from '@jest/globals'
import { documentOf, getSequence, loadProject } from '@stilus/core/project'
import { richProject } from '../../core/testing/documents'
import { leaveProject } from '../session/session'
import { edit, location, travel } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, openFresh, startAt, told, until } from '../testing/open'
import { COMMANDS, shownKeys } from './commands'

const offered = () => COMMANDS.filter((c) => c.when?.() !== false)
const busy = () => store.getState().notices.tasks.length > 0

/** The places where a user may be, with what is chosen there. */
const PLACES: [name: string, path: string, choose: () => void][] = [
  ['the sequence', '/p/test', () => store.dispatch(viewActions.shot({ id: 's1' }))],
  ['another sequence', '/p/test/sequence/q1', () => undefined],
  ['a shot, at the step in the middle', '/p/test/shot/s1', () => store.dispatch(viewActions.step('b'))],
  ['a shot, at a step with a region', '/p/test/shot/s1', () => store.dispatch(viewActions.step('c'))],
  ['a shot without steps', '/p/test/shot/s2', () => undefined],
  ['a cut', '/p/test/cut/t1', () => store.dispatch(viewActions.step('td'))],
  ['a span', '/p/test/span/p1', () => store.dispatch(viewActions.step('d'))],
  ['a design', '/p/test/design/d1', () => store.dispatch(viewActions.object({ id: 'o1' }))],
]

afterAll(leaveProject)
afterEach(() => void jest.restoreAllMocks())

it('each has a name of its own, words in plain case, and keys that mean one thing where it is offered', async () => {
  const ids = COMMANDS.map((c) => c.id)
  expect(new Set(ids).size).toBe(ids.length)
  for (const { label, words = [] } of COMMANDS) {
    expect(label).toMatch(/^\p{Lu}[^.]*[^. ]$/u)
    for (const word of words) expect(word).toBe(word.trim())
  }
  await openFresh()
  for (const [, path, choose] of PLACES) {
    startAt(richProject(), path)
    choose()
    const labels = offered().map((c) => `${c.group}: ${c.label}`)
    expect(labels.filter((label, i) => labels.indexOf(label) !== i)).toEqual([])
    const keys = offered().flatMap((c) => c.keys.map((key) => `${key}: ${c.id}`))
    const twice = keys.filter((k) => keys.filter((o) => o.split(': ')[0] === k.split(': ')[0]).length > 1)
    // K stops what plays, and is for keys where a step is in hand.
    expect(twice.filter((k) => !k.startsWith('k:'))).toEqual([])
  }
})

it.each([
  ['ctrl+shift+z', 'Ctrl Shift Z'],
  [' ', 'Space'],
  ['alt+arrowleft', 'Alt ←'],
  ['pagedown', 'Page ↓'],
])('the keys %j are shown as %s', (keys, shown) => expect(shownKeys(keys)).toBe(shown))

describe.each(PLACES)('on %s', (_, path, choose) => {
  it('every act that is offered leaves a document that opens, and undoing it gives back the one before', async () => {
    const before = richProject()
    await openFresh(before, path)
    choose()
    const acts = offered()
    expect(acts.length).toBeGreaterThan(15)
    for (const { id, run } of acts) {
      startAt(before, path)
      choose()
      run()
      await until(() => !busy())
      expect(() => loadProject(JSON.parse(JSON.stringify(documentNow())))).not.toThrow()
      store.dispatch(travel(0))
      expect([id, documentOf(documentNow())]).toEqual([id, documentOf(before)])
      expect([id, told().filter((text) => /undefined|\[object|TypeError|Cannot read/.test(text))]).toEqual([
        id,
        [],
      ])
    }
  }, 60_000)
})

it('C opens the cut nearest to the playhead; a plain one gets a dissolve; one walks from cut to cut', async () => {
  await openFresh(richProject(), '/p/test')
  const does = (id: string) => COMMANDS.find((c) => c.id === id)?.run()
  store.dispatch(viewActions.set({ frame: 40 }))
  does('open-cut')
  expect(location.path()).toBe('/p/test/cut/t1')
  store.dispatch(edit('transition.remove', { transitionId: 't1' }))
  startAt(documentNow(), '/p/test')
  does('open-cut')
  const [made] = getSequence(documentNow()).transitions
  expect(location.path()).toBe(`/p/test/cut/${made?.id ?? ''}`)
  expect(made?.steps[0]?.use).toBe('dissolve')
  does('next-shot')
  expect(location.path()).toBe(`/p/test/cut/${made?.id ?? ''}`)
})
