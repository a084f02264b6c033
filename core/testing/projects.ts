import { type Medium, newProject, type Project, type Shot } from '../project'

export const medium = (id: string, change: Partial<Medium> = {}): Medium => ({
  ...{ id, name: `${id}.mp4`, kind: 'video', width: 64, height: 36, rate: { num: 24, den: 1 }, frames: 240 },
  ...{ codec: 'avc', range: 'limited', sound: null, seconds: 10, bytes: 1000 },
  ...change,
})

export const shot = (id: string, mediaId: string, change: Partial<Shot> = {}): Shot => ({
  ...{ id, name: id, mediaId, lane: 0, start: 0, length: 48, in: 24, zero: 24, sound: null },
  ...{ state: 'untouched', note: '', steps: [] },
  ...change,
})

/** Two shots of two media, cut together. */
export function testProject(): Project {
  return {
    ...newProject('test', 'Test'),
    size: { width: 64, height: 36 },
    media: [medium('m1'), medium('m2', { rate: { num: 25, den: 1 } })],
    shots: [shot('s1', 'm1'), shot('s2', 'm2', { start: 48 })],
  }
}
