import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { goTo, openFresh, until } from '../testing/open'
import { frameListeners } from './frames'
import { play, seek, stop } from './playback'
import { leaveProject } from './session'

const view = () => store.getState().view
const seen: number[] = []
const listen = () => void seen.push(view().frame)

beforeEach(async () => {
  await openFresh(undefined, '/p/test/shot/s1')
  seen.length = 0
  frameListeners.add(listen)
})
afterAll(leaveProject)

it.each([
  [-5, 0],
  [11.4, 11],
  [999, 47],
])('going to frame %d of a shot goes to %d', (to, frame) => {
  store.dispatch(seek(to))
  expect(view().frame).toBe(frame)
})

it('plays from the playhead on, in order, and rests on the last frame', async () => {
  store.dispatch(viewActions.set({ loop: false }))
  store.dispatch(seek(40))
  store.dispatch(play(0.5))
  expect(view().playing).toBe(true)
  await until(() => !view().playing)
  expect(view().frame).toBe(47)
  expect([...seen].sort((a, b) => a - b)).toEqual(seen)
  expect(seen.every((frame) => frame >= 40)).toBe(true)
  expect(decoder.read.length).toBeGreaterThanOrEqual(new Set(seen).size)
})

it('at the end it plays from the start again; going somewhere stops it', async () => {
  store.dispatch(viewActions.set({ loop: true }))
  store.dispatch(seek(47))
  store.dispatch(play(0.5))
  await until(() => seen.length > 1)
  expect(Math.max(...seen)).toBeLessThan(40)
  store.dispatch(seek(3))
  expect([view().playing, view().frame]).toEqual([false, 3])
  store.dispatch(play(0.5))
  store.dispatch(stop)
  expect(view().playing).toBe(false)
})

it('backwards it runs to the first frame', async () => {
  store.dispatch(viewActions.set({ loop: false }))
  store.dispatch(seek(6))
  store.dispatch(play(0.5, -1))
  await until(() => !view().playing)
  expect(view().frame).toBe(0)
  expect([...seen].sort((a, b) => b - a)).toEqual(seen)
})

it('on the sequence it plays between the marks', async () => {
  goTo('/p/test')
  store.dispatch(edit('sequence.marks', { in: 20, out: 26 }))
  store.dispatch(viewActions.set({ loop: true, frame: 90 }))
  store.dispatch(play(0.5))
  await until(() => seen.length > 4)
  store.dispatch(stop)
  expect(seen.every((frame) => frame >= 20 && frame < 26)).toBe(true)
})

describe('at a cut', () => {
  beforeEach(() => void goTo('/p/test/cut/t1'))
  const frames = (runUp: number) => {
    store.dispatch(viewActions.set({ runUp }))
    return [-999, 999].map((to) => {
      store.dispatch(seek(to))
      return view().frame
    })
  }

  // The transition takes 8 frames of either shot, which have 40 more.
  it.each([
    [0, [0, 15]],
    [0.5, [-12, 27]],
    [1, [-24, 39]],
    [4, [-40, 55]],
  ])('with a run-up of %d s the playhead goes from and to %j', (runUp, range) =>
    expect(frames(runUp)).toEqual(range),
  )

  it('a loop plays the shots before and after the transition too', async () => {
    store.dispatch(viewActions.set({ loop: false, runUp: 0.5 }))
    store.dispatch(seek(-12))
    seen.length = 0
    store.dispatch(play(0.5))
    await until(() => !view().playing)
    expect([Math.min(...seen) < 0, view().frame]).toEqual([true, 27])
  })
})
