import { type Making, makings } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import type { Delivery } from '@stilus/core/deliver'
import { deliveryActions } from '../store/deliveries'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { documentNow, openFresh, told, until } from '../testing/open'

import { cancelDelivery, deliveredEdit, enqueue, forgetOldDeliveries } from './handover'
import { leaveProject } from './session'

const common = { container: 'mp4', quality: 'high', depth: 8 } as const
const whole: Delivery = { what: { kind: 'sequence', sequenceId: 'edit' }, ...common }
const one = (shotId: string): Delivery => ({ what: { kind: 'shot', shotId, handles: 0 }, ...common })
const states = () => store.getState().deliveries.map((d) => d.status)
const idOf = (i: number) => store.getState().deliveries[i]?.id ?? ''
const making = async (n: number): Promise<Making> => {
  await until(() => makings.length >= n)
  return makings[n - 1] as Making
}

beforeEach(async () => {
  for (const { done } of makings.splice(0)) done()
  await openFresh()
  for (const { id } of store.getState().deliveries) store.dispatch(deliveryActions.removed(id))
})
afterAll(leaveProject)

it('deliveries are made one after the other, with the document as it was when they were asked for', async () => {
  enqueue(documentNow(), [whole, one('s1')])
  store.dispatch(edit('shot.rename', { shotId: 's1', name: 'Later' }))
  expect(states()).toEqual(['rendering', 'waiting'])
  const first = await making(1)
  first.progress({ done: 30, total: 130 })
  await until(() => store.getState().deliveries[0]?.done === 30)
  expect(store.getState().deliveries[0]?.done).toBe(30)
  first.done()
  const second = await making(2)
  expect([states(), store.getState().deliveries[1]?.name]).toEqual([
    ['done', 'rendering'],
    expect.not.stringContaining('Later'),
  ])
  second.done()
  await until(() => states().every((s) => s === 'done'))
  expect(store.getState().deliveries[0]).toMatchObject({ bytes: 6, codec: 'avc', problem: null })
})

it('one that waits and one that runs are called off, and what comes after them is made', async () => {
  enqueue(documentNow(), [whole, one('s1'), one('s2')])
  await making(1)
  cancelDelivery(idOf(1))
  cancelDelivery(idOf(0))
  await making(2)
  expect([states(), told(), makings.length]).toEqual([['cancelled', 'cancelled', 'rendering'], [], 2])
  expect(makings[1]?.name).toContain('s2')
  makings[1]?.done()
  await until(() => states()[2] === 'done')
})

it('one that fails says why and does not stop the others; what was left out is said too', async () => {
  enqueue(documentNow(), [one('s1'), one('s2')])
  const first = await making(1)
  first.fail('There is no room left on the disk.')
  const second = await making(2)
  second.done(['Frame 3 of "m1" is damaged.', 'Frame 9 of "m1" is damaged.'])
  await until(() => states()[1] === 'done')
  expect(states()).toEqual(['failed', 'done'])
  expect(told()).toEqual(['There is no room left on the disk.', 'Frame 3 of "m1" is damaged. And 1 more.'])
})

it('what cannot be laid out is refused at once, in words, and the rest is queued', async () => {
  enqueue(documentNow(), [one('nobody'), one('s1')])
  expect([states(), told().length]).toEqual([['rendering'], 1])
  ;(await making(1)).done()
  await until(() => states()[0] === 'done')
})

it('the edit refers to what was delivered, and not to shots that are gone', async () => {
  enqueue(documentNow(), [one('s1'), one('s2')])
  ;(await making(1)).done()
  ;(await making(2)).done()
  await until(() => states().every((s) => s === 'done'))
  const targets = () => [...deliveredEdit(documentNow(), 'otio').text.matchAll(/[^"/]+\.mp4/g)].length
  const both = targets()
  store.dispatch(edit('shot.remove', { shotId: 's2' }))
  expect(both).toBeGreaterThan(targets())
  expect(targets()).toBeGreaterThan(0)
})

it('files of an earlier visit are cleared', async () => {
  await forgetOldDeliveries()
  const directory = await navigator.storage.getDirectory()
  expect([...(directory as unknown as { keys(): Iterable<string> }).keys()]).toEqual([])
})

it('files that would share a name are not rendered over each other, and it is said what helps', async () => {
  enqueue(documentNow(), [
    { ...one('s1'), name: '{project}' },
    { ...one('s2'), name: '{project}' },
  ])
  expect(states()).toHaveLength(1)
  expect(told()).toContainEqual(
    expect.stringMatching(/Several files would be called .*put {shot} or {number}/),
  )
  ;(await making(1)).done()
  await until(() => states().every((s) => s === 'done'))
})
