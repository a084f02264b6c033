import { getSequence, perform } from '../project'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { audible } from './audible'

const sound = { channels: 2, sampleRate: 48000, codec: 'aac' }
const media = [medium('m1', { sound }), medium('m2'), medium('score', { kind: 'sound' as const, sound })]
const project = withEdit(
  { ...testProject(), media },
  {
    shots: [
      shot('s1', 'm1', { sound: -6 }),
      shot('s2', 'm2', { start: 48, sound: 0 }),
      shot('s3', 'm1', { start: 96, sound: null }),
    ],
    sounds: [{ id: 'x', name: 'Score', mediaId: 'score', start: 12, length: 240, in: 0, gain: -3 }],
  },
)
const sequence = getSequence(project)

it('hears shots that have sound and clips on the sound lane, cut to the range', () => {
  expect(audible(project, sequence, 24, 120)).toEqual([
    { mediaId: 'm1', start: 1, length: 1, from: 2, decibels: -6 },
    { mediaId: 'score', start: 1, length: 4, from: 0.5, decibels: -3 },
  ])
})

it('hears one shot alone without the lanes, in its handles too', () => {
  expect(audible(project, sequence, -12, 60, 's1')).toEqual([
    { mediaId: 'm1', start: -0.5, length: 3, from: 0.5, decibels: -6 },
  ])
})

it('crosses over under a transition: the one goes on into its handle, the other comes early', () => {
  const both = withEdit(project, {
    shots: [shot('a', 'm1', { sound: 0 }), shot('b', 'm1', { start: 48, sound: 0, in: 100, zero: 100 })],
    sounds: [],
  })
  const args = { transitionId: 't', stepId: 'd', use: 'dissolve', from: 'a', to: 'b', before: 12, after: 24 }
  const crossed = perform(both, 'transition.add', args).project
  const fade = { start: 1.5, length: 1.5 }
  expect(audible(crossed, getSequence(crossed), 0, 96)).toEqual([
    { mediaId: 'm1', start: 0, length: 3, from: 1, decibels: 0, fadeOut: fade },
    { mediaId: 'm1', start: 1.5, length: 2.5, from: expect.closeTo(88 / 24, 9), decibels: 0, fadeIn: fade },
  ])
  // The two shots alone, as they cross: without the lanes of sound.
  const withScore = { ...crossed, sequences: [{ ...getSequence(crossed), sounds: sequence.sounds }] }
  expect(audible(withScore, getSequence(withScore), 36, 72, ['a', 'b']).map((c) => c.start)).toEqual([
    1.5, 1.5,
  ])
  expect(audible(withScore, getSequence(withScore), 36, 72, ['b'])).toHaveLength(1)
  const plain = perform(crossed, 'step.remove', { stepId: 'd' }).project
  expect(audible(plain, getSequence(plain), 0, 96)).toEqual(audible(both, getSequence(both), 0, 96))
})

it('hears what a nested sequence holds, where and as loud as it lies there', () => {
  const inner = { ...sequence, id: 'inner', name: 'Inner' }
  const over = { ...shot('n', 'm1', { start: 240, length: 48, in: 24, zero: 24, sound: -2 }) }
  const outer = withEdit(
    { ...project, sequences: [sequence, inner] },
    {
      shots: [{ ...over, source: { kind: 'comp' as const, sequenceId: 'inner' } }],
      sounds: [],
    },
  )
  const heard = audible(outer, getSequence(outer), 240, 288)
  expect(heard.map(({ mediaId, start, decibels }) => [mediaId, start, decibels])).toEqual([
    ['m1', 10, -8],
    ['score', 10, -5],
  ])
})
