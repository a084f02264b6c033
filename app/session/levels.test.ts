import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { levelOf } from '@stilus/core/project'
import { medium, testProject } from '../../core/testing/projects'
import { editAll, undo } from '../store/edit'
import { store } from '../store/store'
import { documentNow, openFresh } from '../testing/open'
import { measureLevel } from './levels'
import { leaveProject } from './session'
import { readTable } from './tables'
import { controlAddress, valueOf } from '@stilus/core/project'
import { edit } from '../store/edit'

const sound = { channels: 2, sampleRate: 48000, codec: 'aac' }
const project = () => ({
  ...testProject(),
  media: [medium('m1', { frames: 720, seconds: 30, sound }), medium('m2')],
})

beforeEach(() => openFresh(project()))
afterAll(leaveProject)

it('how loud a clip is at each frame is measured piece by piece, as shares of its loudest', async () => {
  // Silent for ten seconds, then half as loud, then full.
  decoder.loud = (seconds) => (seconds < 10 ? 0 : seconds < 20 ? 0.25 : 0.5)
  const measured = await measureLevel(documentNow(), 'm1')
  expect(measured?.acts).toHaveLength(1)
  store.dispatch(editAll(measured?.acts ?? [], 'Measure', undefined, measured?.records))
  const { values, rate } = levelOf(documentNow(), 'm1') ?? { values: [], rate: null }
  expect([values.length, rate]).toEqual([720, { num: 24, den: 1 }])
  expect([values[0], values[300], values[600]]).toEqual([0, expect.closeTo(0.5, 2), expect.closeTo(1, 2)])
  expect(Math.max(...values)).toBe(1)
  expect(await measureLevel(documentNow(), 'm1')).toEqual({ acts: [], records: {} })
  store.dispatch(undo)
  expect(levelOf(documentNow(), 'm1')).toBeUndefined()
})

it('what has no sound, or is not there, has no level', async () => {
  expect(await measureLevel(documentNow(), 'm2')).toBeUndefined()
  expect(await measureLevel(documentNow(), 'nobody')).toBeUndefined()
})

it('a colour table is read and given to its control as one act; what is none is refused and changes nothing', async () => {
  const stack = { kind: 'shot' as const, id: 's1' }
  store.dispatch(edit('step.add', { stack, stepId: 't', use: 'colour-table', at: 0 }))
  const address = controlAddress('t', 'table')
  const before = documentNow()
  await readTable(new File(['LUT_3D_SIZE 2\n0 0 0\n'], 'short.cube'), address)
  expect([documentNow(), store.getState().notices.list.length]).toEqual([before, 1])
  const rows = Array.from({ length: 8 }, (_, i) => [i & 1, (i >> 1) & 1, i >> 2].join(' '))
  await readTable(new File([`TITLE "Plain"\nLUT_3D_SIZE 2\n${rows.join('\n')}\n`], 'plain.cube'), address)
  const [table] = documentNow().tables ?? []
  expect([valueOf(documentNow(), address).value, table?.size]).toEqual([table?.id, 2])
  store.dispatch(undo)
  expect(documentNow().tables ?? []).toEqual([])
})
