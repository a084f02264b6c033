import type { EditTimeline } from '@stilus/core/formats'
import { getSequence, loadProject, perform } from '@stilus/core/project'
import { medium, testProject } from '../../core/testing/projects'
import { layOutEdit, naturalLength, newShot } from './layout'

const clip = (name: string, media: string, start: number) => ({
  name,
  media,
  start,
  length: 20,
  in: 5,
  available: null,
})
const timeline = (sound: boolean): EditTimeline => ({
  name: 'Edit',
  rate: { num: 25, den: 1 },
  startTimecode: 90000,
  lanes: [
    { name: 'V1', kind: 'video', clips: [clip('A', 'M1.MP4', 0), clip('B', 'gone.mov', 20)] },
    { name: 'V2', kind: 'video', clips: [clip('Title', 'gone.mov', 5)] },
    { name: 'A1', kind: 'sound', clips: sound ? [clip('Score', 'score.wav', 0)] : [] },
  ],
})

it('finds media by name whatever its case, and enters what is missing once', () => {
  const layout = layOutEdit(testProject(), getSequence(testProject()), timeline(true))
  expect(layout.missing).toEqual(['gone.mov', 'score.wav'])
  expect(layout.shots.map((s) => [s.name, s.lane, s.start, s.in, s.zero])).toEqual([
    ['A', 0, 0, 5, 5],
    ['B', 0, 20, 5, 5],
    ['Title', 1, 5, 5, 5],
  ])
  expect(layout.shots[0]?.source).toEqual({ kind: 'medium', mediaId: 'm1' })
  expect(layout.shots[1]?.source).toEqual(layout.shots[2]?.source)
  expect(layout.sounds).toHaveLength(1)
  const { missing: _, ...args } = layout
  expect(() => loadProject(perform(testProject(), 'sequence.layout', args).project)).not.toThrow()
})

it('leaves the sound of shots on only where the edit has no sound of its own', () => {
  const project = {
    ...testProject(),
    media: [medium('m1', { sound: { channels: 2, sampleRate: 48000, codec: 'aac' } })],
  }
  expect(layOutEdit(project, getSequence(project), timeline(true)).shots[0]?.sound).toBeNull()
  expect(layOutEdit(project, getSequence(project), timeline(false)).shots[0]?.sound).toBe(0)
})

it('makes a shot as long as its medium lasts in sequence frames; a still lasts five seconds', () => {
  const project = testProject()
  const media = [
    medium('v', { rate: { num: 25, den: 1 }, frames: 250 }),
    medium('s', { kind: 'still', frames: 1 }),
  ]
  const of = (mediaId: string) =>
    naturalLength({ ...project, media }, { kind: 'medium', mediaId }, getSequence(project).rate)
  expect([of('v'), of('s')]).toEqual([240, 120])
  const given = { id: 'x', name: 'v', start: 7, length: 24 }
  expect(newShot({ ...project, media }, { kind: 'medium', mediaId: 'v' }, given)).toMatchObject({
    name: 'v',
    start: 7,
    length: 24,
    in: 0,
    zero: 0,
    sound: null,
  })
})
