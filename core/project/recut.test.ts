import fc from 'fast-check'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  compareEdit,
  controlAddress,
  getSequence,
  getShot,
  newSpeedStep,
  performAll,
  type Project,
  realigned,
  type Shot,
} from '.'

const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test')
const media = ['m1', 'm2', 'm3'].map((id) => medium(id, { frames: 1000 }))

/** Four shots of three media, the second and third treated, a flash between them, a span over both and a colour laid on top. */
const worked = (): Project => {
  const shots = [
    shot('a', 'm1', { start: 0, length: 40, in: 10, zero: 10 }),
    shot('b', 'm2', { start: 40, length: 60, in: 100, zero: 100 }),
    shot('c', 'm3', { start: 100, length: 50, in: 20, zero: 20 }),
    shot('d', 'm1', { start: 150, length: 30, in: 200, zero: 200 }),
    shot('red', 'm1', { start: 50, length: 20, lane: 1, source: { kind: 'solid', colour: [1, 0, 0] } }),
  ]
  const p = withEdit({ ...testProject(), media }, { shots })
  return run(
    p,
    ['step.add', { stack: { kind: 'shot', id: 'b' }, stepId: 'grade', use: 'grade', at: 0 }],
    ['key.put', { address: controlAddress('grade', 'exposure'), at: 30, value: 2 }],
    ['step.add', { stack: { kind: 'shot', id: 'c' }, stepId: 'blur', use: 'gaussian-blur', at: 0 }],
    [
      'transition.add',
      { transitionId: 't', stepId: 'x', use: 'dissolve', from: 'b', to: 'c', before: 6, after: 6 },
    ],
    [
      'span.add',
      {
        span: { id: 'look', name: 'Look', on: true, lane: 2, start: 60, length: 70, zero: 60, steps: [] },
      },
    ],
    ['marker.put', { markerId: 'm', at: 120, name: 'Here' }],
    ['sequence.marks', { in: 110, out: 140 }],
  ).project
}

/** The edit as another program has it, under ids of its own. */
const edited = (change: (shots: Shot[]) => Shot[]): Shot[] =>
  change(
    getSequence(worked())
      .shots.filter((s) => s.lane === 0)
      .map((s) => ({ ...s, steps: [] })),
  ).map((s) => ({ ...s, id: `new-${s.id}`, zero: s.in }))

const recut = (shots: Shot[], more: object = {}): Act => [
  'sequence.recut',
  { startTimecode: 86400, media: [], shots, sounds: [], ...more },
]
const after = (shots: Shot[], by: number): Shot[] => shots.map((s) => ({ ...s, start: s.start + by }))
const places = (p: Project) =>
  getSequence(p).shots.map((s) => [s.id, s.lane, s.start, s.length, s.in, s.zero])

it('an edit that comes again as it was changes nothing', () => {
  const same = edited((shots) => shots)
  expect(compareEdit(getSequence(worked()), { shots: same, sounds: [] }).map((c) => c.ways)).toEqual([
    [],
    [],
    [],
    [],
  ])
  const { project, notes } = run(worked(), recut(same))
  expect([project, notes]).toEqual([{ ...worked() }, []])
})

it('what moved, was trimmed, slipped, is new or gone is told before anything is touched', () => {
  const [a, b, c, d] = edited((shots) => shots) as [Shot, Shot, Shot, Shot]
  const now = [
    { ...a, length: 35 },
    { ...b, id: 'fresh', name: 'fresh', in: 600, length: 10, start: 35 },
    { ...b, in: 110, length: 50, start: 45 },
    { ...c, in: 25, start: 95 },
    {
      ...c,
      id: 'more',
      name: 'more',
      source: { kind: 'medium' as const, mediaId: 'm2' },
      in: 400,
      start: 145,
    },
  ]
  const changes = compareEdit(getSequence(worked()), { shots: now, sounds: [] })
  expect(changes.map(({ old, now: to, ways }) => [old?.id, to?.id, ways])).toEqual([
    ['a', 'new-a', ['trimmed']],
    [undefined, 'fresh', ['new']],
    ['b', 'new-b', ['trimmed', 'moved']],
    ['c', 'new-c', ['slipped', 'moved']],
    [undefined, 'more', ['new']],
    ['d', null, ['gone']].map((x) => x ?? undefined),
  ])
  expect(d.id).toBe('new-d')
})

it('treatments stay on their pictures, and what lies over them goes along', () => {
  const now = edited(([a, b, c, d]) => [
    a as Shot,
    { ...(b as Shot), start: 52, in: 112, length: 48 },
    ...after([c as Shot, d as Shot], 12),
  ])
  const { project, notes } = run(worked(), recut(now))
  // The head of b lost 12 frames and begins 12 later: its pictures stay; what lay on those that are gone begins with it.
  expect(places(project)).toEqual([
    ['a', 0, 0, 40, 10, 10],
    ['b', 0, 52, 48, 112, 100],
    ['c', 0, 112, 50, 20, 20],
    ['d', 0, 162, 30, 200, 200],
    ['red', 1, 52, 20, 24, 24],
  ])
  const { spans, markers, marks, transitions } = getSequence(project)
  expect(spans[0]).toMatchObject({ start: 60, length: 82 })
  expect([markers?.[0]?.at, marks]).toEqual([132, { in: 122, out: 152 }])
  expect([transitions.length, notes]).toEqual([
    1,
    [
      expect.stringMatching(/is 82 frames long now, 70 before/),
      'Dissolve b to c rests: its shots no longer meet.',
    ],
  ])
})

it('what is gone is named with what was made of it; what the user keeps stays on a free lane', () => {
  const now = edited(([a, b, , d]) => [a as Shot, b as Shot, ...after([d as Shot], -50)])
  const gone = run(worked(), recut(now))
  expect(getSequence(gone.project).shots.map((s) => s.id)).toEqual(['a', 'b', 'd', 'red'])
  expect(gone.notes[0]).toBe('c is gone, with 1 step, Dissolve. Undo brings it back.')
  const kept = run(worked(), recut(now, { stay: ['c'] }))
  expect(getShot(kept.project, 'c')).toMatchObject({ lane: 1, start: 100, steps: [{ id: 'blur' }] })
  expect(kept.notes).toContain('c stays on lane 2.')
})

it('a list that cuts where a dissolve begins means the same edit: the cut stays where the project has it', () => {
  const early = edited(([a, b, c, d]) => [
    a as Shot,
    { ...(b as Shot), length: 54 },
    { ...(c as Shot), start: 94, in: 14, length: 56 },
    d as Shot,
  ])
  const joint = { at: 94, lane: 0, before: 0, after: 12 }
  const sequence = getSequence(worked())
  const { shots, crossings } = realigned(sequence, early, [joint])
  expect(compareEdit(sequence, { shots, sounds: [] }).flatMap((c) => c.ways)).toEqual([])
  expect(crossings).toEqual([{ at: 100, lane: 0, before: 6, after: 6 }])
  const other = { ...joint, after: 10 }
  expect(realigned(sequence, early, [other])).toEqual({ shots: early, crossings: [other] })
})

it('another medium in the very same place takes the treatment of the one before, from the head on', () => {
  const now = edited((shots) =>
    shots.map((s) => (s.id === 'b' ? { ...s, source: { kind: 'medium', mediaId: 'm1' }, in: 500 } : s)),
  )
  const { project } = run(worked(), recut(now))
  expect(getShot(project, 'b')).toMatchObject({
    source: { kind: 'medium', mediaId: 'm1' },
    in: 500,
    zero: 500,
    steps: [{ id: 'grade' }],
  })
})

it('a speed of the edit comes, changes and goes as one step of its own, about the head of the shot', () => {
  const at = (speed: number) =>
    edited((shots) =>
      shots.map((s) => (s.id === 'b' ? { ...s, in: 110, steps: [newSpeedStep('e', speed)] } : s)),
    )
  const steps = (p: Project) =>
    getShot(p, 'b').steps.map((s) => [s.use, s.what['speed']?.value, s.what['zero']?.value])
  const fast = run(worked(), recut(at(2))).project
  expect(steps(fast)[0]).toEqual(['retime', 2, 10])
  const slow = run(fast, recut(at(0.5))).project
  expect(steps(slow)).toEqual([
    ['retime', 0.5, 10],
    ['grade', undefined, undefined],
  ])
  expect(steps(run(slow, recut(edited((shots) => shots))).project)).toEqual([['grade', undefined, undefined]])
})

it('the speed goes into every version of the steps, and leaves what was chosen for it', () => {
  const fast = (speed: number) =>
    edited((shots) => shots.map((s) => (s.id === 'b' ? { ...s, steps: [newSpeedStep('e', speed)] } : s)))
  const two = run(
    run(worked(), ['variant.switch', { shotId: 'b', to: 'B' }]).project,
    recut(fast(2)),
    ['value.set', { address: controlAddress('b-speed', 'between'), at: 0, value: 'motion' }],
    recut(fast(3)),
  ).project
  const { steps, variants } = getShot(two, 'b')
  expect([steps, variants?.A].map((list) => list?.[0]?.what['speed']?.value)).toEqual([3, 3])
  expect(steps[0]?.what['between']?.value).toBe('motion')
})

it('any edit: every one of its shots is there where it says, and each treated picture keeps its treatment time', () => {
  const cut = fc.record({
    mediaId: fc.constantFrom('m1', 'm2', 'm3'),
    in: fc.integer({ min: 0, max: 300 }),
    length: fc.integer({ min: 1, max: 90 }),
    gap: fc.integer({ min: 0, max: 20 }),
  })
  fc.assert(
    fc.property(fc.array(cut, { minLength: 1, maxLength: 8 }), (cuts) => {
      let at = 0
      const shots = cuts.map(({ mediaId, gap, ...c }, i) => {
        const start = at + gap
        at = start + c.length
        return shot(`n${i}`, mediaId, { ...c, zero: c.in, start })
      })
      const before = worked()
      const { project } = run(before, recut(shots))
      const lowest = getSequence(project).shots.filter((s) => s.lane === 0)
      const part = (s: Shot) => [s.source, s.start, s.length, s.in]
      const sorted = (list: Shot[]) => [...list].sort((x, y) => x.start - y.start).map(part)
      expect(sorted(lowest)).toEqual(sorted(shots))
      for (const { id, zero, source } of lowest) {
        const old = getSequence(before).shots.find((s) => s.id === id)
        if (old && JSON.stringify(old.source) === JSON.stringify(source)) expect(zero).toBe(old.zero)
      }
      // What is not of the edit is still there, and nothing lies twice on one lane.
      expect(getShot(project, 'red').length).toBe(20)
      for (const s of getSequence(project).shots)
        for (const t of getSequence(project).shots)
          if (s !== t && s.lane === t.lane)
            expect(s.start + s.length <= t.start || t.start + t.length <= s.start).toBe(true)
    }),
    { numRuns: 80 },
  )
})
