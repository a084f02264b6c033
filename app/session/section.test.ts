import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, openFresh, told, until } from '../testing/open'
import { playable, stop } from './playback'
import { renderSection } from './section'
import { leaveProject, session } from './session'
import { cancelWork } from './work'

const view = () => store.getState().view
const task = () => store.getState().notices.tasks[0]
/** Frames of what plays here that are rendered. */
function kept(): number[] {
  const range = playable(store.getState())
  if (!range) return []
  const { project, target, first, last } = range
  const frames = Array.from({ length: last - first }, (_, i) => first + i)
  return frames.filter((frame) => session().renderer.has({ project, target, frame, scale: 0.5 }))
}

beforeEach(async () => {
  await openFresh(undefined, '/p/test/cut/t1')
  store.dispatch(viewActions.set({ runUp: 0.5, loop: true }))
})
afterAll(leaveProject)

it('renders all that plays, run-up and all, and plays it then', async () => {
  expect(kept()).toEqual([])
  await renderSection()
  expect(kept()).toHaveLength(16 + 24)
  expect([view().playing, task()]).toEqual([true, undefined])
  store.dispatch(stop)
})

it('of a sequence it renders from in to out', async () => {
  await openFresh(undefined, '/p/test')
  store.dispatch(edit('sequence.marks', { in: 10, out: 22 }))
  await renderSection()
  expect(kept()).toEqual([...Array(12).keys()].map((i) => 10 + i))
  store.dispatch(stop)
})

it.each([
  ['the user', () => cancelWork(task()?.id ?? '')],
  [
    'a change of the project',
    () => store.dispatch(edit('shot.note', { shotId: 's1', note: 'Something else.' })),
  ],
])('%s calls it off, and nothing plays', async (_, callOff) => {
  decoder.takes = 20
  const rendering = renderSection()
  await until(() => (task()?.share ?? 0) > 0)
  callOff()
  await rendering
  expect([view().playing, task(), told()]).toEqual([false, undefined, []])
})

it('where memory does not hold all of it, what lies about the playhead is rendered, and that is said', async () => {
  const { renderer } = session()
  const { memory } = renderer
  // Ten pictures of 32 by 18 pixels.
  renderer.cache.limit = 10 * 32 * 18 * 4
  store.dispatch(viewActions.set({ frame: 8 }))
  await renderSection()
  store.dispatch(stop)
  expect(told()).toEqual([expect.stringMatching(/^10 of 40 frames fit into the memory for pictures\./)])
  expect(documentNow().id).toBe('test')
  renderer.memory = memory
})
