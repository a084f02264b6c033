import {
  getSequence,
  type Medium,
  newProject,
  type Project,
  type Sequence,
  type Shot,
  type Stage,
  stageOf,
} from '../project'

export const medium = (id: string, change: Partial<Medium> = {}): Medium => ({
  id,
  name: `${id}.mp4`,
  kind: 'video',
  width: 64,
  height: 36,
  rate: { num: 24, den: 1 },
  frames: 240,
  codec: 'avc',
  coding: 'limited',
  sound: null,
  seconds: 10,
  bytes: 1000,
  ...change,
})

export const shot = (id: string, mediaId: string, change: Partial<Shot> = {}): Shot => ({
  id,
  name: id,
  source: { kind: 'medium', mediaId },
  lane: 0,
  start: 0,
  length: 48,
  in: 24,
  zero: 24,
  sound: null,
  state: 'untouched',
  note: '',
  steps: [],
  ...change,
})

/** A project whose edit is changed. */
export const withEdit = (project: Project, change: Partial<Sequence>): Project => ({
  ...project,
  sequences: [{ ...getSequence(project), ...change }, ...project.sequences.slice(1)],
})

/** Two shots of two media, cut together. */
export function testProject(): Project {
  return withEdit(
    { ...newProject('test', 'Test'), media: [medium('m1'), medium('m2', { rate: { num: 25, den: 1 } })] },
    {
      size: { width: 64, height: 36 },
      shots: [shot('s1', 'm1'), shot('s2', 'm2', { start: 48 })],
    },
  )
}

/** The stage of a shot. */
export const onShot = (project: Project, id: string): Stage => stageOf(project, { kind: 'shot', id })
