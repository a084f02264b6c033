import { richProject } from '../testing/documents'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  allSteps,
  controlAddress,
  getSequence,
  getTransition,
  type Laid,
  lacking,
  originOfStack,
  performAll,
  type Project,
  type Stack,
  stageOf,
} from '.'

const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test')

/** Three shots with handles on all sides; on the first cut a flash by hand: exposure keyed on both sides, nothing that joins them. */
const flashed = (): Project => {
  const shots = [0, 1, 2].map((i) => shot(`s${i}`, 'm1', { start: 48 * i, in: 60, zero: 60 }))
  const p = withEdit({ ...testProject(), media: [medium('m1', { frames: 200 })] }, { shots })
  const side = (list: 'outgoing' | 'incoming') => ({ kind: 'transition' as const, id: 't', list })
  return run(
    p,
    [
      'transition.add',
      { transitionId: 't', stepId: 'd', use: 'dissolve', from: 's0', to: 's1', before: 10, after: 10 },
    ],
    ['step.remove', { stepId: 'd' }],
    ['transition.rename', { transitionId: 't', name: 'Flash' }],
    ['step.add', { stack: side('outgoing'), stepId: 'a', use: 'grade', at: 0 }],
    ['step.add', { stack: side('incoming'), stepId: 'b', use: 'grade', at: 0 }],
    ['key.put', { address: controlAddress('a', 'exposure'), at: -10, value: 0 }],
    ['key.put', { address: controlAddress('a', 'exposure'), at: 0, value: 6 }],
  ).project
}
const laid = (p: Project): Laid => getTransition(p, 't')
const lay = (change: object = {}, of = laid(flashed())): Act => [
  'transition.lay',
  {
    transitionId: 'u',
    from: 's1',
    to: 's2',
    laid: of,
    parts: ['length', 'outgoing', 'incoming', 'joined'],
    timing: 'kept',
    newId: 'n',
    ...change,
  },
]
const keys = (p: Project, id: string) =>
  allSteps(getTransition(p, id).outgoing)[0]?.what.exposure?.keys?.map((key) => key.at)

it('a transition is laid on another cut under ids of its own, its times counted from there', () => {
  const { project } = run(flashed(), lay())
  const u = getTransition(project, 'u')
  expect(u).toMatchObject({ name: 'Flash', from: 's1', to: 's2', before: 10, after: 10, steps: [] })
  expect([u.outgoing[0]?.id, u.incoming[0]?.id]).toEqual(['n-outgoing', 'n-incoming'])
  expect(keys(project, 'u')).toEqual([-10, 0])
  expect(getTransition(project, 't')).toEqual(getTransition(flashed(), 't'))
})

it.each([
  // Length there, what is laid, how times go on; then the length and keys that come of it.
  [20, ['outgoing'], 'kept', 40, [-10, 0]],
  [20, ['outgoing'], 'scaled', 40, [-20, 0]],
  [5, ['outgoing'], 'scaled', 10, [-5, 0]],
  [20, ['length', 'outgoing'], 'scaled', 20, [-10, 0]],
] as const)('on a cut that has one, %i frames to a side: %j, %s', (half, parts, timing, total, expected) => {
  const there = run(flashed(), [
    'transition.add',
    { transitionId: 'v', stepId: 'w', use: 'wipe', from: 's1', to: 's2', before: half, after: half },
  ]).project
  const { project } = run(there, lay({ parts, timing }))
  const v = getTransition(project, 'v')
  expect(v).toMatchObject({ name: 'Wipe', incoming: [], steps: [{ id: 'w' }] })
  expect([v.before + v.after, keys(project, 'v')]).toEqual([total, expected])
  expect(getSequence(project).transitions).toHaveLength(2)
})

it.each([
  // Frames before and after there; keys of the outgoing and of the incoming side that come of -10, 0 and 0, 10.
  [20, 5, [-20, 0], [0, 5]],
  [5, 20, [-5, 0], [0, 20]],
  [10, 10, [-10, 0], [0, 10]],
])('scaled to %i before and %i after, each side keeps its ratio to its own', (before, after, out, into) => {
  const exposure = controlAddress('b', 'exposure')
  const keyed = run(
    flashed(),
    ['key.put', { address: exposure, at: 0, value: 6 }],
    ['key.put', { address: exposure, at: 10, value: 0 }],
    ['transition.add', { transitionId: 'v', stepId: 'w', use: 'wipe', from: 's1', to: 's2', before, after }],
  ).project
  const { project } = run(keyed, lay({ parts: ['outgoing', 'incoming'], timing: 'scaled' }, laid(keyed)))
  const times = (list: 'outgoing' | 'incoming') =>
    getTransition(project, 'v')[list][0]?.what.exposure?.keys?.map((key) => key.at)
  expect([times('outgoing'), times('incoming')]).toEqual([out, into])
})

it('steps that are pasted from one cut onto another stay as far from it as they were', () => {
  const there = run(flashed(), [
    'transition.add',
    { transitionId: 'v', stepId: 'w', use: 'wipe', from: 's1', to: 's2', before: 3, after: 17 },
  ]).project
  const [from, stack] = (['t', 'v'] as const).map((id) => ({
    kind: 'transition' as const,
    id,
    list: 'outgoing' as const,
  })) as [Stack, Stack]
  const { project } = run(there, [
    'steps.paste',
    {
      stack,
      at: 0,
      steps: getTransition(there, 't').outgoing,
      newId: 'p',
      from: originOfStack(there, from),
      timing: 'kept',
    },
  ])
  expect(keys(project, 'v')).toEqual([-10, 0])
})

it('at a head alone all of it lies after the cut; where material lacks it is laid and rests', () => {
  const head = run(flashed(), lay({ from: null, to: 's0' })).project
  expect(getTransition(head, 'u')).toMatchObject({ before: 0, after: 20 })
  const long = run(flashed(), lay({}, { ...laid(flashed()), before: 30, after: 30 })).project
  expect(lacking(long, getTransition(long, 'u'))).toEqual({ outgoing: 0, incoming: 0 })
  const short = withEdit(flashed(), {
    shots: getSequence(flashed()).shots.map((s) => ({ ...s, in: 4, zero: 4 })),
  })
  const plain = run(short, lay()).project
  expect(lacking(plain, getTransition(plain, 'u'))).toEqual({ outgoing: 0, incoming: 0 })
  expect(stageOf(plain, { kind: 'transition', id: 'u' })).toMatchObject({ head: -10, length: 20 })
  const joined = run(flashed(), [
    'step.add',
    { stack: { kind: 'transition', id: 't' }, stepId: 'j', use: 'dissolve', at: 0 },
  ]).project
  const rests = run(short, lay({}, laid(joined))).project
  expect(lacking(rests, getTransition(rests, 'u'))).toEqual({ outgoing: 0, incoming: 6 })
})

it('what comes from steps that stay behind is named, what stands in the way is refused', () => {
  const rich = richProject()
  const tied = { ...laid(flashed()) }
  tied.outgoing = tied.outgoing.map((s) => ({ ...s, inputs: { before: { kind: 'step', stepId: 'c' } } }))
  const { notes } = run(
    rich,
    lay({ from: null, to: 's1', parts: ['outgoing'] }, { ...tied, before: 2, after: 2 }),
  )
  expect(notes).toEqual([expect.stringContaining('because it comes from steps that are not here')])
  expect(() => run(flashed(), lay({ from: 's0', to: 's2' }))).toThrow(/do not meet/)
  expect(() => run(flashed(), lay(), lay({ transitionId: 'v', from: null, to: 's0' }))).toThrow()
})
