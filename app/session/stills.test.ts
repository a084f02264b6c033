import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { formAddress, getItem, stageOf, valueOf } from '@stilus/core/project'
import { type Corner, corner, valueOf as outlineOf } from '@stilus/core/region'
import { findMedium } from '@stilus/engine'
import { edit, undo } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, openFresh, told } from '../testing/open'
import { frozen, newMotion } from './motions'
import { setCorners } from './outlines'
import { leaveProject } from './session'
import { keepStillOf } from './stills'

const stage = (id = 's1') => stageOf(documentNow(), { kind: 'shot', id })
const square = (size: number, right = 0): Corner[] => [
  corner(right, 0),
  corner(size + right, 0),
  corner(size + right, size),
  corner(right, size),
]

beforeEach(() => openFresh(undefined, '/p/test/shot/s1'))
afterAll(leaveProject)

it('a still is the picture at the playhead in full size, stored as a medium, and undone as one', async () => {
  store.dispatch(viewActions.set({ frame: 6 }))
  decoder.files.set('s1 7.png', { kind: 'still', frames: 1 })
  await keepStillOf(documentNow(), stage())
  const [still] = documentNow().stills ?? []
  expect(still).toMatchObject({ name: 's1 7', shotId: 's1', frame: 6 })
  const file = await findMedium('test', still?.mediaId ?? '')
  const head = new Uint8Array((await file?.blob.arrayBuffer()) ?? new ArrayBuffer(0))
  expect([...head.slice(1, 4)]).toEqual([...'PNG'].map((c) => c.charCodeAt(0)))
  expect(told().at(-1)).toMatch(/^Kept "s1 7"\. Choose it under Compare/)
  store.dispatch(undo)
  expect([documentNow().stills ?? [], documentNow().media.length]).toEqual([[], 3])
})

it('a still that cannot be read again is not kept, and that is said', async () => {
  await keepStillOf(documentNow(), stage())
  expect([documentNow().stills ?? [], told().length]).toEqual([[], 1])
})

it('an outline keys itself at the playhead, or is changed alike at all its keys', () => {
  const outline = {
    stepId: 'a',
    itemId: 'o',
    kind: 'outline',
    form: { points: outlineOf(square(10)) },
  } as const
  store.dispatch(edit('region.add', outline))
  const address = formAddress('item', 'o', 'points')
  const keys = () => valueOf(documentNow(), address).keys?.map((k) => [k.at, (k.value as number[])[0]])
  store.dispatch(viewActions.set({ keySelf: true }))
  store.dispatch(setCorners({ itemId: 'o' }, 24, square(10)))
  store.dispatch(setCorners({ itemId: 'o' }, 30, square(20)))
  expect(keys()?.map(([at]) => at)).toEqual([24, 30])
  store.dispatch(viewActions.set({ keySelf: false }))
  const before = keys()
  store.dispatch(setCorners({ itemId: 'o' }, 30, square(20, 5)))
  expect(keys()).toEqual(before?.map(([at, x]) => [at, Number(x) + 5]))
  expect(getItem(documentNow(), 'o').kind).toBe('outline')
})

it('a shot is seen held still by a motion while that is checked, and the document stays as it is', () => {
  const places = Array.from({ length: 48 }, (_, i) => [20 + i, 18])
  const { item, records } = newMotion(
    'M',
    { mediaId: 'm1', shotId: 's1', frame: 24 },
    {
      form: 'point',
      reference: 24,
      anchor: [20, 18],
      first: 24,
      places,
      quality: places.map(() => 1),
    },
  )
  store.dispatch(edit('shelf.put', { item }, undefined, records))
  const { project, stack } = stage()
  const view = (change: object) => ({ frozen: true, motionId: item.id, ...change })
  const held = frozen(project, stack, view({}))
  expect(stageOf(held, stack).steps.map((s) => s.id)).toEqual(['held-still'])
  for (const change of [{ frozen: false }, { motionId: null }, { motionId: 'gone' }])
    expect(frozen(project, stack, view(change))).toBe(project)
  expect(frozen(project, { kind: 'span', id: 'p1' }, view({}))).toBe(project)
  expect(documentNow()).toBe(project)
})
