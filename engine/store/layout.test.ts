import type { EditTimeline } from '@stilus/core/formats'
import { getSequence, loadProject, perform, type Project } from '@stilus/core/project'
import { medium, testProject } from '../../core/testing/projects'
import { type LaidSequence, layOutEdit, naturalLength, newShot } from './layout'
import { findByName } from './media-names'

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

const laidOut = (project: Project, of: EditTimeline) => {
  const layout = layOutEdit(project, getSequence(project), of)
  const edit = layout.sequences.at(-1)
  if (!edit) throw new Error('Nothing is laid out.')
  return { ...layout, edit }
}

it('finds media by name whatever its case, and enters what is missing once', () => {
  const { missing, media, edit } = laidOut(testProject(), timeline(true))
  expect(missing).toEqual(['gone.mov', 'score.wav'])
  expect(edit.shots.map((s) => [s.name, s.lane, s.start, s.in, s.zero])).toEqual([
    ['A', 0, 0, 5, 5],
    ['B', 0, 20, 5, 5],
    ['Title', 1, 5, 5, 5],
  ])
  expect(edit.shots[0]?.source).toEqual({ kind: 'medium', mediaId: 'm1' })
  expect(edit.shots[1]?.source).toEqual(edit.shots[2]?.source)
  expect(edit.sounds).toHaveLength(1)
  const { rate, startTimecode, shots, sounds } = edit
  const args = { rate, startTimecode, shots, sounds, media }
  expect(() => loadProject(perform(testProject(), 'sequence.layout', args).project)).not.toThrow()
})

it('leaves the sound of shots on only where the edit has no sound of its own', () => {
  const project = {
    ...testProject(),
    media: [medium('m1', { sound: { channels: 2, sampleRate: 48000, codec: 'aac' } })],
  }
  expect(laidOut(project, timeline(true)).edit.shots[0]?.sound).toBeNull()
  expect(laidOut(project, timeline(false)).edit.shots[0]?.sound).toBe(0)
})

it('a speed is a step of its own, and what was heard at another speed is said to be off', () => {
  const sounding = { sound: { channels: 2, sampleRate: 48000, codec: 'aac' } }
  const project = { ...testProject(), media: [medium('m1', sounding)] }
  const fast = (speed: number) => ({ ...clip('A', 'm1.mp4', 0), speed })
  const of = (speed: number) =>
    laidOut(project, {
      ...timeline(false),
      lanes: [{ name: 'V', kind: 'video', clips: [fast(speed)] }],
    })
  const { edit, notes } = of(-1.5)
  const [shot] = edit.shots
  expect(shot?.steps.map((s) => [s.use, s.what['speed']?.value, s.what['zero']?.value])).toEqual([
    ['retime', -1.5, 0],
  ])
  expect([shot?.sound, notes]).toEqual([null, [expect.stringMatching(/^The sound of "A" is off/)]])
  expect(of(99).notes[0]).toBe('"A" runs at 20 times its speed: the edit says 99.')
})

it('an edit within the edit becomes a sequence before it; one that a shot shows already keeps its place', () => {
  const project = testProject()
  const nested = { ...timeline(false), name: 'Inner' }
  const within = { ...timeline(false), lanes: timeline(false).lanes.slice(0, 1) }
  within.lanes = [{ name: 'V', kind: 'video', clips: [{ ...clip('In', '', 0), nested }] }]
  const { sequences, missing } = laidOut(project, within)
  expect(sequences.map((s) => [s.name, s.isNew, s.shots.length])).toEqual([
    ['Inner', true, 3],
    ['Edit', false, 1],
  ])
  expect(missing).toEqual(['gone.mov'])
  const [inner, edit] = sequences as [LaidSequence, LaidSequence]
  expect(edit.shots[0]?.source).toEqual({ kind: 'comp', sequenceId: inner.sequenceId })
  const known = {
    ...project,
    sequences: [
      { ...getSequence(project), shots: edit.shots },
      { ...getSequence(project), id: inner.sequenceId, name: 'Inner' },
    ],
  }
  expect(laidOut(known, within).sequences.map((s) => [s.sequenceId, s.isNew])).toEqual([
    [inner.sequenceId, false],
    [edit.sequenceId, false],
  ])
})

it.each([
  ['card/A001.MOV', 'a001.mov', 0],
  ['A001', 'a001.mov', 0],
  ['A001.mxf', 'a001.mov', 0],
  ['walk.0107.png', 'walk.[0100-0200].png', 7],
  ['walk.[0090-0120].png', 'walk.[0100-0200].png', -10],
  ['walk.[0100-0120].exr', undefined, 0],
  ['twin', undefined, 0],
])('"%s" means %s, from its frame %i on', (name, found, from) => {
  const media = ['a001.mov', 'walk.[0100-0200].png', 'twin.mov', 'twin.wav', 'walk.png'].map((n, i) =>
    medium(`m${i}`, { name: n }),
  )
  const named = findByName(media, name)
  expect(named && [named.medium.name, named.from]).toEqual(found && [found, from])
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
