import '../../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { type Address, controlAddress, valueOf } from '@stilus/core/project'
import { leaveProject } from '../../session/session'
import { edit, undo } from '../../store/edit'
import { store } from '../../store/store'
import { documentNow, openFresh } from '../../testing/open'
import {
  choose,
  chooseKey,
  chosenLanes,
  currentLanes,
  dropChosen,
  gather,
  isChosen,
  nudge,
  retime,
  reverse,
  timesOf,
} from './chosen-keys'

const exposure = controlAddress('a', 'exposure')
const contrast = controlAddress('a', 'contrast')
const keysOf = (address: Address) => valueOf(documentNow(), address).keys?.map((k) => [k.at, k.value])
const chosen = () => store.getState().view.chosenKeys
const acts = () => store.getState().project.history.entries.map((e) => e.label)

beforeEach(async () => {
  await openFresh(undefined, '/p/test/shot/s1')
  const put = (address: Address, at: number, value: number) =>
    store.dispatch(edit('key.put', { address, at, value }, 'set up'))
  for (const [at, value] of [
    [0, 0],
    [4, 1],
    [10, 2],
  ] as const)
    put(exposure, at, value)
  put(contrast, 4, 1.5)
})
afterAll(leaveProject)

it('a key is chosen alone, or beside others, or taken out of them', () => {
  chooseKey(exposure, 4, false)
  chooseKey(contrast, 4, true)
  chooseKey(exposure, 10, true)
  expect(chosen()).toEqual([
    { address: exposure, at: [4, 10] },
    { address: contrast, at: [4] },
  ])
  // A press on one of several keeps them, so that they can be dragged together.
  chooseKey(exposure, 4, false)
  expect([timesOf(currentLanes()), isChosen(chosen(), contrast, 4 + 1e-9)]).toEqual([[4, 10, 4], true])
  chooseKey(contrast, 4, true)
  expect(chosen()).toEqual([{ address: exposure, at: [4, 10] }])
  chooseKey(exposure, 0, false)
  expect(chosen()).toEqual([{ address: exposure, at: [0] }])
})

it('keys by their names on the page are gathered by lane', () => {
  const named = [
    { address: exposure, at: 0 },
    { address: contrast, at: 4 },
    { address: exposure, at: 10 },
  ]
  expect(gather(named)).toEqual([
    { address: exposure, at: [0, 10] },
    { address: contrast, at: [4] },
  ])
})

it('what is chosen and not there is left out, also where its step is gone', () => {
  const lanes = chosenLanes(documentNow(), [
    { address: exposure, at: [4, 5] },
    { address: controlAddress('gone', 'exposure'), at: [0] },
    { address: contrast, at: [9] },
  ])
  expect(lanes.map((lane) => [lane.address, lane.at, lane.keys.length])).toEqual([[exposure, [4], 3]])
})

it('a drag moves from where the keys stood: those that are only passed over stay', () => {
  choose([{ address: exposure, at: [0] }])
  const lanes = currentLanes()
  retime(lanes, { kind: 'move', by: 4 }, 'drag')
  expect(keysOf(exposure)).toEqual([
    [4, 0],
    [10, 2],
  ])
  retime(lanes, { kind: 'move', by: 6 }, 'drag')
  expect(keysOf(exposure)).toEqual([
    [4, 1],
    [6, 0],
    [10, 2],
  ])
  expect([chosen(), acts().at(-1)]).toEqual([
    [{ address: exposure, at: [6] }],
    expect.stringMatching(/^Move key of exposure$/),
  ])
  store.dispatch(undo)
  expect(keysOf(exposure)?.map(([at]) => at)).toEqual([0, 4, 10])
})

it('several keys are nudged, reversed and removed as one act each', () => {
  choose([
    { address: exposure, at: [0, 4, 10] },
    { address: contrast, at: [4] },
  ])
  expect(nudge(2)).toBe(true)
  expect([keysOf(exposure)?.map(([at]) => at), keysOf(contrast)?.map(([at]) => at)]).toEqual([
    [2, 6, 12],
    [6],
  ])
  reverse()
  expect(keysOf(exposure)).toEqual([
    [2, 2],
    [8, 1],
    [12, 0],
  ])
  expect(dropChosen()).toBe(true)
  expect([keysOf(exposure), keysOf(contrast), chosen()]).toEqual([undefined, undefined, []])
  expect(
    acts()
      .slice(-3)
      .map((label) => label.replace(/ of .*/, '')),
  ).toEqual(['Move 4 keys', 'Reverse 4 keys', expect.stringMatching(/keys$/)])
  expect([nudge(1), dropChosen()]).toEqual([false, false])
})
