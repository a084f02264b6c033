import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { Autosave, type SaveStatus, type Sight } from './autosave'

/** A page that is told to go out of sight. */
class Page implements Sight {
  visibilityState = 'visible'
  #listeners = new Set<() => void>()
  addEventListener = (_: string, listener: () => void) => void this.#listeners.add(listener)
  removeEventListener = (_: string, listener: () => void) => void this.#listeners.delete(listener)
  hide() {
    this.visibilityState = 'hidden'
    for (const listener of this.#listeners) listener()
  }
}

/** A store that holds a save until it is let go, and can refuse. */
class Store {
  readonly wrote: string[] = []
  readonly waiting: { state: string; done: () => void; fail: (why: string) => void }[] = []
  readonly save = (state: string) =>
    new Promise<void>((resolve, reject) => {
      const done = () => {
        this.wrote.push(state)
        resolve()
      }
      this.waiting.push({ state, done, fail: (why) => reject(new Error(why)) })
    })
  next() {
    const save = this.waiting.shift()
    if (!save) throw new Error('Nothing is being saved.')
    return save
  }
}

beforeEach(() => void jest.useFakeTimers())
afterEach(() => void jest.useRealTimers())

function setUp() {
  const [store, page, told] = [new Store(), new Page(), [] as string[]]
  const tell = (status: SaveStatus) => told.push(status instanceof Error ? `! ${status.message}` : status)
  return { store, page, told, autosave: new Autosave(store.save, tell, 800, page) }
}
const settle = () => jest.advanceTimersByTimeAsync(0)

test('many changes are one save, and "saving" is said once', async () => {
  const { store, told, autosave } = setUp()
  for (const state of ['a', 'b', 'c']) autosave.put(state)
  await jest.advanceTimersByTimeAsync(800)
  store.next().done()
  await settle()
  expect(store.wrote).toEqual(['c'])
  expect(told).toEqual(['saving', 'saved'])
})

test('"saved" is not said while something newer waits', async () => {
  const { store, told, autosave } = setUp()
  autosave.put('a')
  await jest.advanceTimersByTimeAsync(800)
  autosave.put('b')
  store.next().done()
  await settle()
  expect(told).toEqual(['saving'])
  await jest.advanceTimersByTimeAsync(800)
  store.next().done()
  await settle()
  expect(store.wrote).toEqual(['a', 'b'])
  expect(told).toEqual(['saving', 'saved'])
})

test('one save at a time', async () => {
  const { store, autosave } = setUp()
  autosave.put('a')
  void autosave.flush()
  autosave.put('b')
  void autosave.flush()
  void autosave.flush()
  await settle()
  expect(store.waiting.map((w) => w.state)).toEqual(['a'])
  store.next().done()
  await settle()
  expect(store.waiting.map((w) => w.state)).toEqual(['b'])
})

test('a save that failed is told once, is tried again by itself and later each time, with the newest state', async () => {
  const { store, told, autosave } = setUp()
  autosave.put('a')
  await jest.advanceTimersByTimeAsync(800)
  store.next().fail('no room')
  await settle()
  autosave.put('b')
  await jest.advanceTimersByTimeAsync(1600)
  store.next().fail('no room')
  await settle()
  await jest.advanceTimersByTimeAsync(3199)
  expect(store.waiting).toHaveLength(0)
  await jest.advanceTimersByTimeAsync(1)
  store.next().done()
  await settle()
  expect(store.wrote).toEqual(['b'])
  expect(told).toEqual(['saving', '! no room', 'saved'])
})

test('a page that goes out of sight saves at once', async () => {
  const { store, page, autosave } = setUp()
  autosave.put('a')
  page.hide()
  await settle()
  expect(store.waiting.map((w) => w.state)).toEqual(['a'])
})

test('closing waits for the running save, saves what is newer, and leaves no timer', async () => {
  const { store, page, autosave } = setUp()
  autosave.put('a')
  void autosave.flush()
  await settle()
  autosave.put('b')
  let closed = false
  const closing = autosave.close().then(() => (closed = true))
  await settle()
  expect(closed).toBe(false)
  store.next().done()
  await settle()
  expect(closed).toBe(false)
  store.next().done()
  await closing
  expect(store.wrote).toEqual(['a', 'b'])
  page.hide()
  await jest.advanceTimersByTimeAsync(60_000)
  expect(store.waiting).toHaveLength(0)
})
