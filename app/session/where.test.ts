import '../testing/page'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, goTo, openFresh } from '../testing/open'
import { frameCount } from './playback'
import { leaveProject } from './session'
import {
  deskPath,
  deskStack,
  deskStage,
  here,
  openSequence,
  plainTarget,
  sequenceFrame,
  sequencePath,
  whereIs,
} from './where'

beforeAll(() => openFresh())
afterAll(leaveProject)

it.each([
  ['/p/test', { kind: 'sequence', sequenceId: 'edit' }, 130],
  ['/p/test/handover', { kind: 'sequence', sequenceId: 'edit' }, 130],
  ['/p/test/sequence/q1', { kind: 'sequence', sequenceId: 'q1' }, 40],
  ['/p/test/shot/s1', { kind: 'stack', stack: { kind: 'shot', id: 's1' } }, 48],
  ['/p/test/cut/t1', { kind: 'stack', stack: { kind: 'transition', id: 't1' } }, 16],
  ['/p/test/span/p1', { kind: 'stack', stack: { kind: 'span', id: 'p1' } }, 40],
  ['/p/test/design/d1', { kind: 'design', designId: 'd1' }, 30],
])('%s is a place with a length, a target and an address of its own', (path, place, length) => {
  const at = whereIs(path, documentNow())
  expect(at).toEqual(place)
  if (!at) return
  const frames = frameCount(documentNow(), at)
  if (at.kind === 'sequence' && at.sequenceId === 'edit') expect(frames).toBeGreaterThan(96)
  else expect(frames).toBe(length)
  expect(plainTarget(at).kind).toBe(at.kind)
  const back =
    at.kind === 'stack'
      ? deskPath(documentNow(), at.stack)
      : at.kind === 'sequence'
        ? sequencePath(documentNow(), at.sequenceId)
        : path
  expect(whereIs(back, documentNow())).toEqual(at)
})

it.each(['/p/test/shot/gone', '/p/test/cut/s1', '/p/test/span/gone', '/p/test/design/gone'])(
  '%s is nowhere',
  (path) => expect(whereIs(path, documentNow())).toBeUndefined(),
)

it.each([
  ['/p/test', 100, 'edit', 100, undefined],
  ['/p/test/shot/s2', 5, 'edit', 53, 's2'],
  ['/p/test/span/p1', 5, 'edit', 35, 'p1'],
  ['/p/test/sequence/q1', 7, 'q1', 7, undefined],
  ['/p/test/design/d1', 7, undefined, 0, undefined],
])(
  'at %s, frame %i, the playhead stands on the sequence where it does',
  (path, frame, sequence, on, stack) => {
    goTo(path)
    store.dispatch(viewActions.set({ frame, objectId: null }))
    expect([openSequence()?.id, sequenceFrame(), deskStack()?.id, deskStage()?.stack.id]).toEqual([
      sequence,
      on,
      stack,
      stack,
    ])
  },
)

it('on a design the desk works on the chosen object, whose address is that of its design', () => {
  goTo('/p/test/design/d1')
  store.dispatch(viewActions.object({ id: 'o1' }))
  expect([here()?.kind, deskStage()?.stack]).toEqual(['design', { kind: 'object', id: 'o1' }])
  expect(deskPath(documentNow(), { kind: 'object', id: 'o1' })).toBe('/p/test/design/d1')
})

it('the desk of a cut works on the side that is in hand, and a shot has no sides', () => {
  goTo('/p/test/cut/t1')
  store.dispatch(viewActions.entered({}))
  expect(deskStack()).toEqual({ kind: 'transition', id: 't1' })
  for (const side of ['outgoing', 'incoming'] as const) {
    store.dispatch(viewActions.set({ stepId: 'td', stepIds: ['td'], solo: ['td'] }))
    store.dispatch(viewActions.side(side))
    expect(deskStack()).toEqual({ kind: 'transition', id: 't1', list: side })
    expect(deskStage()?.steps).toEqual([])
    // What was chosen in another row is no longer.
    expect(store.getState().view).toMatchObject({ stepId: null, stepIds: [], solo: [] })
  }
  goTo('/p/test/shot/s1')
  expect(deskStack()).toEqual({ kind: 'shot', id: 's1' })
})
