import { medium, shot, testProject } from '../../core/testing/projects'
import { audible } from './sound-plan'

const sound = { channels: 2, sampleRate: 48000, codec: 'aac' }
const project = {
  ...testProject(),
  media: [medium('m1', { sound }), medium('m2'), medium('score', { kind: 'sound' as const, sound })],
  shots: [
    shot('s1', 'm1', { sound: -6 }),
    shot('s2', 'm2', { start: 48, sound: 0 }),
    shot('s3', 'm1', { start: 96, sound: null }),
  ],
  sounds: [{ id: 'x', name: 'Score', mediaId: 'score', start: 12, length: 240, in: 0, gain: -3 }],
}

it('hears shots that have sound and clips on the sound lane, cut to the range', () => {
  expect(audible(project, 24, 120)).toEqual([
    { mediaId: 'm1', start: 1, length: 1, from: 2, decibels: -6 },
    { mediaId: 'score', start: 1, length: 4, from: 0.5, decibels: -3 },
  ])
})

it('hears one shot alone without the lanes, in its handles too', () => {
  expect(audible(project, -12, 60, 's1')).toEqual([
    { mediaId: 'm1', start: -0.5, length: 3, from: 0.5, decibels: -6 },
  ])
})
