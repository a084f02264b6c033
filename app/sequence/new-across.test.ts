import '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { getSequence, getShot, getTransition } from '@stilus/core/project'
import { shot, testProject, withEdit } from '../../core/testing/projects'
import { leaveProject } from '../session/session'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, goTo, openFresh, told } from '../testing/open'
import { addSpan, addTransition, canCross, crossBy, dissolveChosen, jointAt } from './new-across'

const sequence = () => getSequence(documentNow())
const made = () => sequence().transitions.map((t) => [t.from, t.to, t.before, t.after, t.steps[0]?.use])
const choose = (id: string | null) => store.dispatch(viewActions.shot({ id }))

/** Two shots that meet, with handles of 24 and more frames, and one apart from them. */
const project = () =>
  withEdit(testProject(), {
    shots: [
      shot('s1', 'm1', { start: 0, length: 48, in: 24, zero: 24 }),
      shot('s2', 'm2', { start: 48, length: 48, in: 24, zero: 24 }),
      shot('s3', 'm1', { start: 120, length: 30, in: 6, zero: 6 }),
    ],
  })

beforeEach(() => openFresh(project(), '/p/test'))
afterAll(leaveProject)

it('a joint is the cut where shots meet, and else the end of one alone', () => {
  const at = (id: string, edge: 'head' | 'tail') => {
    const { from, to } = jointAt(sequence(), getShot(documentNow(), id), edge)
    return [from?.id ?? null, to?.id ?? null]
  }
  expect([at('s1', 'tail'), at('s2', 'head'), at('s1', 'head'), at('s2', 'tail'), at('s3', 'head')]).toEqual([
    ['s1', 's2'],
    ['s1', 's2'],
    [null, 's1'],
    ['s2', null],
    [null, 's3'],
  ])
})

it('a transition takes half a second on either side of a cut, a second at an end, and less where handles are short', () => {
  addTransition(sequence(), jointAt(sequence(), getShot(documentNow(), 's1'), 'tail'))
  choose('s3')
  dissolveChosen('head')
  expect(made()).toEqual([
    ['s1', 's2', 12, 12, 'dissolve'],
    [null, 's3', 0, 24, 'dissolve'],
  ])
  expect(store.getState().view.acrossId).toBe(sequence().transitions[1]?.id)
  addTransition(sequence(), jointAt(sequence(), getShot(documentNow(), 's1'), 'tail'))
  expect([made().length, told().length]).toEqual([2, 1])
})

it('short handles give a shorter one; none at all are said by frames', () => {
  store.dispatch(edit('shot.slip', { shotId: 's2', by: -20 }))
  addTransition(sequence(), jointAt(sequence(), getShot(documentNow(), 's2'), 'head'), 'wipe')
  expect(made()).toEqual([['s1', 's2', 4, 12, 'wipe']])
})

it('crossing by a treatment makes one at the head of the chosen shot, then changes what is in hand', () => {
  choose(null)
  expect(canCross()).toBe(false)
  crossBy('push')
  expect(made()).toEqual([])
  choose('s2')
  expect(canCross()).toBe(true)
  crossBy('push')
  crossBy('flash')
  expect(made()).toEqual([['s1', 's2', 12, 12, 'flash']])
  const [transition] = sequence().transitions
  goTo(`/p/test/cut/${transition?.id ?? ''}`)
  store.dispatch(viewActions.set({ acrossId: null }))
  expect(canCross()).toBe(true)
  crossBy('whip')
  expect(getTransition(documentNow(), transition?.id ?? '').steps.map((s) => s.use)).toEqual(['whip'])
  goTo('/p/test/shot/s1')
  expect(canCross()).toBe(false)
})

it('a span in hand is nothing to cross', () => {
  addSpan()
  choose(null)
  store.dispatch(viewActions.set({ acrossId: sequence().spans[0]?.id ?? null }))
  expect(canCross()).toBe(false)
})

it.each<[string, () => void, [number, number]]>([
  ['what is marked', () => store.dispatch(edit('sequence.marks', { in: 10, out: 30 })), [10, 20]],
  ['from the mark on', () => store.dispatch(edit('sequence.marks', { in: 100, out: null })), [100, 50]],
  ['the chosen shots', () => choose('s2'), [48, 48]],
  [
    'two seconds from the playhead',
    () => {
      choose(null)
      store.dispatch(viewActions.set({ frame: 7 }))
    },
    [7, 48],
  ],
])('a span lies over %s', (_, prepare, [start, length]) => {
  choose(null)
  prepare()
  addSpan()
  expect(sequence().spans.map((s) => [s.start, s.length, s.zero])).toEqual([[start, length, start]])
  expect(store.getState().view.acrossId).toBe(sequence().spans[0]?.id)
})

it('a span over nothing is refused in words', () => {
  choose(null)
  store.dispatch(edit('sequence.marks', { in: 400, out: null }))
  addSpan()
  expect([sequence().spans, told()]).toEqual([[], [expect.stringContaining('would be empty')]])
})
