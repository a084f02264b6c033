import { performAll, type Act, type Project } from '../project'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { type Delivery, deliveredTimeline, layOut } from '.'

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
