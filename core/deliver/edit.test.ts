import { performAll, type Act, type Project } from '../project'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { type Delivery, deliveredTimeline, layOut, soundOf } from '.'

const project = (use = 'dissolve'): Project => {
  const shots = [
    shot('s1', 'm1', { in: 40, zero: 40 }),
    shot('s2', 'm1', { start: 48, in: 40, zero: 40 }),
    shot('s3', 'm1', { start: 20, length: 30, lane: 1, in: 0, zero: 0 }),
  ]
  const cross = { transitionId: 't', stepId: 'd', use, from: 's1', to: 's2', before: 6, after: 8 }
  const acts: Act[] = [['transition.add', cross]]
  return performAll(
    withEdit({ ...testProject(), media: [medium('m1', { frames: 200 })] }, { shots }),
    acts,
    'x',
  ).project
}
const files = (p: Project, handles: number, ...ids: string[]) =>
  ids.map((shotId) => {
    const delivery: Delivery = {
      what: { kind: 'shot', shotId, handles },
      container: 'mp4',
      quality: 'high',
      depth: 8,
    }
    return { job: layOut(p, delivery), name: `${shotId}.mp4` }
  })

it('refers to the files of shots on their lanes, with handles outside, and to the transition between two of them', () => {
  const p = project()
  const { lanes, notes } = deliveredTimeline(p, files(p, 12, 's2', 's1', 's3'))
  expect(notes).toEqual([])
  expect(
    lanes.map((l) => [l.name, l.clips.map((c) => [c.media, c.start, c.length, c.in, c.available])]),
  ).toEqual([
    [
      'Stilus',
      [
        ['s2.mp4', 48, 48, 12, 72],
        ['s1.mp4', 0, 48, 12, 72],
      ],
    ],
    ['Stilus overlay 1', [['s3.mp4', 20, 30, 0, 42]]],
  ])
  expect(lanes[0]?.joints).toEqual([{ at: 48, before: 6, after: 8, use: 'dissolve', name: 'Dissolve' }])
})

it('leaves a transition out whose handles were not delivered, and says how many are needed', () => {
  const p = project()
  const { lanes, notes } = deliveredTimeline(p, files(p, 5, 's1', 's2'))
  expect(lanes[0]?.joints).toEqual([])
  expect(notes).toEqual([
    'Dissolve from s1 to s2 is left out: render both with handles of 8 frames at least.',
  ])
  expect(deliveredTimeline(p, files(p, 12, 's1')).notes).toEqual([])
  expect(deliveredTimeline(p, []).lanes).toEqual([])
})

const delivered = (p: Project, what: Delivery['what'], name: string) => ({
  job: layOut(p, { what, container: 'mp4', quality: 'high', depth: 8 }),
  name,
})

it('the whole sequence stands for itself, makes way for its shots, and what is of another sequence is named', () => {
  const p = project()
  const whole = delivered(p, { kind: 'sequence' }, 'all.mp4')
  expect(deliveredTimeline(p, [whole]).lanes).toMatchObject([
    { name: 'Stilus', clips: [{ media: 'all.mp4', start: 0, length: 96, in: 0 }] },
  ])
  const both = deliveredTimeline(p, [...files(p, 12, 's1'), whole])
  expect(both.lanes[0]?.clips.map((c) => c.media)).toEqual(['s1.mp4'])
  expect(both.notes).toEqual([expect.stringMatching(/^all.mp4 is left out: the edit is made of the shots/)])
  const size = { width: 64, height: 36 }
  const { project: two } = performAll(
    p,
    [
      ['sequence.add', { newId: 'q', name: 'Other', rate: { num: 24, den: 1 }, size }],
      ['shot.place', { sequenceId: 'q', shot: shot('n', 'm1', { in: 0, zero: 0 }) }],
    ],
    'x',
  )
  const other = delivered(two, { kind: 'sequence', sequenceId: 'q' }, 'other.mp4')
  expect(deliveredTimeline(two, [...files(two, 12, 's1'), other]).notes).toEqual([
    expect.stringMatching(/^other.mp4 is left out: it is of another sequence/),
  ])
})

it('a file that is delivered again stands for the one before; what a transition loses is named', () => {
  const p = project()
  const again = deliveredTimeline(p, [
    ...files(p, 2, 's1'),
    ...files(p, 12, 's1').map((f) => ({ ...f, name: 'new.mp4' })),
  ])
  expect(again.lanes[0]?.clips.map((c) => c.media)).toEqual(['new.mp4'])
  const { project: treated } = performAll(
    p,
    [
      [
        'step.add',
        { stack: { kind: 'transition', id: 't', list: 'incoming' }, stepId: 'g', use: 'glow', at: 0 },
      ],
    ],
    'x',
  )
  expect(deliveredTimeline(treated, files(treated, 12, 's1', 's2'))).toMatchObject({
    lanes: [{ joints: [{ use: 'dissolve' }] }],
    notes: [expect.stringMatching(/goes along as what joins it alone/)],
  })
})

it('a transition that is a file of its own takes its frames from the shots beside it, whatever makes it', () => {
  const p = project('page-turn')
  const file = delivered(p, { kind: 'transition', transitionId: 't' }, 'turn.mp4')
  expect(file.job).toMatchObject({ first: 0, last: 14, head: 0, name: 'Test - s1 to s2.mp4' })
  const { lanes, notes } = deliveredTimeline(p, [...files(p, 4, 's1', 's2'), file])
  expect(lanes[0]?.clips.map((c) => [c.media, c.start, c.length, c.in])).toEqual([
    ['s1.mp4', 0, 42, 4],
    ['s2.mp4', 56, 40, 12],
    ['turn.mp4', 42, 14, 0],
  ])
  expect([lanes[0]?.joints, notes]).toEqual([[], []])
  expect(soundOf(p, file.job)).toEqual({ offset: 42, only: ['s1', 's2'] })
  const longer = performAll(
    p,
    [['transition.length', { transitionId: 't', before: 6, after: 12 }]],
    'x',
  ).project
  expect(deliveredTimeline(longer, [...files(longer, 12, 's1', 's2'), file])).toMatchObject({
    lanes: [{ clips: [{ length: 48 }, { length: 48 }], joints: [{ before: 6, after: 12 }] }],
    notes: ['turn.mp4 is left out: Page turn has another length by now. Render it again.'],
  })
  const apart = performAll(p, [['shot.move', { shotId: 's2', start: 60 }]], 'x').project
  expect(() => delivered(apart, { kind: 'transition', transitionId: 't' }, 'x')).toThrow(
    /does not act between/,
  )
})

it('what was delivered last is what the edit refers to, a movie before packed pictures', () => {
  const p = project()
  const as = (name: string) =>
    files(p, 0, 's1').map(({ job }) => ({ job, name }))[0] as { job: never; name: string }
  const refers = (...names: string[]) =>
    deliveredTimeline(p, names.map(as)).lanes[0]?.clips.map((c) => c.media)
  expect(refers('v1.mp4', 'v2.webm', 'v1.png.zip')).toEqual(['v2.webm'])
  expect(refers('v1.png.zip', 'v2.png.zip')).toEqual(['v2.png.zip'])
})

it('packed pictures are referred to by the names that they have when they are unpacked, and that is said', () => {
  const p = project()
  const [file] = files(p, 4, 's1')
  if (!file) throw new Error('Nothing was laid out.')
  const job = { ...file.job, name: 'Quay 1.exr.zip' }
  const { lanes, notes } = deliveredTimeline(p, [{ job, name: job.name }])
  const last = String(job.last - job.first - 1).padStart(6, '0')
  expect(lanes[0]?.clips[0]).toMatchObject({
    media: `Quay 1.[000000-${last}].exr`,
    numbered: { prefix: 'Quay 1.', suffix: '.exr', first: 0, digits: 6 },
    in: job.head,
  })
  expect(notes).toEqual([expect.stringMatching(/^Unpack the pictures beside the edit/)])
})
