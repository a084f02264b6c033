import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import type { RgbaPicture } from '@stilus/core/frame'
import { getStep, type ScreenItem } from '@stilus/core/project'
import { edit, undo } from '../store/edit'
import { store } from '../store/store'
import { documentNow, openFresh, told, until } from '../testing/open'
import { beginKey, readScreenFor, screensFor, takenScreen } from './screens'
import { leaveProject } from './session'
import { cancelWork } from './work'

const stack = { kind: 'shot', id: 's1' } as const
const [W, H] = [64, 36]

/** A green cloth with a fold, and a brown thing before it that goes to the right with the frames. */
const cloth =
  ({ walk = 1, flicker = 0 } = {}) =>
  (frame: number): RgbaPicture => {
    const data = new Uint8Array(W * H * 4)
    const left = 8 + ((frame * walk) % 40)
    const light = 1 + flicker * Math.sin(frame * 1.7)
    for (let i = 0; i < W * H; i++) {
      const [x, y] = [i % W, Math.floor(i / W)]
      const fold = (150 + 20 * Math.sin(x / 9)) * light
      const thing = x >= left && x < left + 10 && y > 12
      data.set(thing ? [150, 90, 60, 255] : [fold * 0.3, fold, fold * 0.4, 255], i * 4)
    }
    return { kind: 'rgba', width: W, height: H, data }
  }

const screens = () => screensFor(documentNow(), 's1')
const read = () => readScreenFor(stack, 'key')

beforeEach(async () => {
  await openFresh(undefined, '/p/test/shot/s1')
  decoder.files.set('Screen of s1.png', { kind: 'still', frames: 1 })
  store.dispatch(edit('step.add', { stack, stepId: 'key', use: 'screen-key', at: 0 }))
})
afterAll(leaveProject)

it('the clip of a key is read as it stands before it, kept with what was found, taken, and undone as one', async () => {
  decoder.draw = cloth()
  const media = documentNow().media.length
  const reading = read()
  expect(store.getState().view.runs.key).toBeDefined()
  await Promise.all([reading, read()])
  expect(store.getState().view.runs).toEqual({})
  const [found, ...others] = screens()
  expect(others).toEqual([])
  expect(found).toMatchObject({ name: 'Screen of s1', shotId: 's1', facts: { looks: 16, still: false } })
  expect(found?.facts.colour.channel).toBe(1)
  expect(takenScreen(documentNow(), getStep(documentNow(), 'key'))).toEqual(found)
  store.dispatch(undo)
  expect([screens(), documentNow().media.length, getStep(documentNow(), 'key').inputs]).toEqual([
    [],
    media,
    undefined,
  ])
})

it('a key that is added begins with the screen of its shot where that is known, else with its reading', async () => {
  decoder.draw = cloth()
  beginKey(stack, 'key')
  await until(() => screens().length > 0 && !store.getState().view.runs.key)
  const [found] = screens() as [ScreenItem]
  const asked = decoder.read.length
  store.dispatch(edit('step.add', { stack, stepId: 'second', use: 'screen-key', at: 1 }))
  beginKey(stack, 'second')
  expect(takenScreen(documentNow(), getStep(documentNow(), 'second'))?.id).toBe(found.id)
  expect(decoder.read.length).toBe(asked)
})

it('a screen whose light flickers is kept as one that does not stand still, without a picture, and that is said', async () => {
  decoder.draw = cloth({ flicker: 0.2 })
  await read()
  expect(screens()[0]?.mediaId).toBeUndefined()
  expect(getStep(documentNow(), 'key').inputs).toBeUndefined()
  expect(told().at(-1)).toMatch(/^The camera, the cloth or its light moves in this shot/)
})

it('a shot without a screen says so and what to do, and leaves nothing', async () => {
  decoder.draw = (frame) => ({ ...cloth()(frame), data: new Uint8Array(W * H * 4).fill(90) })
  await read()
  expect([screens(), told()]).toEqual([[], [expect.stringMatching(/^No screen was found in this shot/)]])
})

it('a reading that is called off leaves nothing, and can be begun again', async () => {
  decoder.draw = cloth()
  decoder.takes = 30
  const reading = read()
  await until(() => store.getState().notices.tasks.length > 0)
  cancelWork(store.getState().notices.tasks[0]?.id ?? '')
  await reading
  expect([screens(), store.getState().view.runs, told()]).toEqual([[], {}, []])
  decoder.takes = 0
  await read()
  expect(screens()).toHaveLength(1)
})

it('a key that was taken away while its clip was read leaves the screen on the shelf', async () => {
  decoder.draw = cloth()
  const reading = read()
  store.dispatch(edit('step.remove', { stepId: 'key' }))
  await reading
  expect(screens()).toHaveLength(1)
})
