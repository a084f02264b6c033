import '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { controlAddress, getSequence, type Stage, stageOf, type Step } from '@stilus/core/project'
import { edit, undo } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, openFresh, told } from '../testing/open'
import {
  copiedName,
  copyKeys,
  copySteps,
  hasKeys,
  hasSteps,
  pasteKeys,
  pasteParts,
  pasteSteps,
} from './clipboard'
import { leaveProject } from './session'

const on = (id: string) => ({ kind: 'shot' as const, id })
const stage = (id = 's1'): Stage => stageOf(documentNow(), on(id))
const steps = (id: string): readonly Step[] =>
  getSequence(documentNow()).shots.find((s) => s.id === id)?.steps ?? []
const exposure = (step: Step | undefined) => step?.what.exposure
const goal = (id: string) => ({ stack: on(id), steps: steps(id) })

beforeEach(() => openFresh(undefined, '/p/test/shot/s1'))
afterAll(leaveProject)

it('steps go to other shots as one act, keep what they take from each other, and the one that is pasted is chosen', () => {
  copySteps(stage(), ['a', 'b', 'c'])
  expect([hasSteps(), copiedName()]).toEqual([true, '3 steps'])
  pasteSteps([goal('s2'), goal('new')], 'kept')
  const pasted = steps('s2')
  expect(pasted.map((s) => s.use)).toEqual(['grade', 'gaussian-blur', 'join'])
  expect(pasted[2]?.inputs).toMatchObject({
    before: { kind: 'step', stepId: pasted[0]?.id },
    other: { kind: 'step', stepId: pasted[1]?.id },
  })
  expect(steps('new')).toHaveLength(3)
  expect(store.getState().project.history.entries.map((e) => e.label)).toEqual(['Paste 3 steps onto 2 shots'])
  store.dispatch(undo)
  expect([steps('s2'), steps('new')]).toEqual([[], []])
  copySteps(stage(), ['a'])
  pasteSteps([goal('s2')], 'kept')
  expect(store.getState().view.stepId).toBe(steps('s2')[0]?.id)
})

it('nothing that is chosen copies nothing, and what was copied stays', () => {
  copySteps(stage(), ['a'])
  copySteps(stage(), ['nobody'])
  expect(copiedName()).toBe(steps('s1')[0]?.name)
})

it('parts of a step go to others: what it does, and not where', () => {
  store.dispatch(edit('step.add', { stack: on('s2'), stepId: 'z', use: 'grade', at: 0 }))
  copySteps(stage(), ['a'])
  pasteParts(['z'], ['what'], 'kept')
  expect(exposure(steps('s2')[0])).toMatchObject({ value: 0.4 })
  expect(steps('s2')[0]?.id).toBe('z')
})

it('keys go to where the playhead is, into the same control or one of the same name', () => {
  const address = controlAddress('a', 'exposure')
  for (const [at, value] of [
    [2, 0],
    [6, 1],
  ] as const)
    store.dispatch(edit('key.put', { address, at, value }))
  const keys = () => exposure(steps('s1')[0])?.keys?.map((key) => [key.at, key.value])
  copyKeys([{ address, keys: exposure(steps('s1')[0])?.keys ?? [] }])
  expect(hasKeys()).toBe(true)
  store.dispatch(viewActions.set({ frame: 12 }))
  const chosen = pasteKeys(stage(), 'a')
  const shift = (chosen[0]?.at[0] ?? 0) - 2
  expect(keys()).toEqual([
    [2, 0],
    [6, 1],
    [2 + shift, 0],
    [6 + shift, 1],
  ])
  store.dispatch(edit('step.add', { stack: on('s2'), stepId: 'z', use: 'grade', at: 0 }))
  expect(pasteKeys(stage('s2'), 'z')[0]?.address).toEqual(controlAddress('z', 'exposure'))
  store.dispatch(edit('step.add', { stack: on('s2'), stepId: 'y', use: 'vignette', at: 1 }))
  expect([pasteKeys(stage('s2'), 'y'), told().at(-1)]).toEqual([
    [],
    expect.stringContaining('Select a step of the same kind'),
  ])
})
