import '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { type EditClip, type EditTimeline, writeEdl, writeOtio } from '@stilus/core/formats'
import { layOutEdit } from '@stilus/engine'
import { compareEdit, getSequence, type Project, type ShotChange } from '@stilus/core/project'
import { medium, shot, testProject, withEdit } from '../../core/testing/projects'
import { saidOf, summed } from '../sequence/incoming-words'
import { edit, undo } from '../store/edit'
import { incomingActions } from '../store/incoming'
import { store } from '../store/store'
import { documentNow, openFresh, told } from '../testing/open'
import { importFiles } from './importing'
import { onlyAnew, readEdit, takeIn } from './incoming'
import { leaveProject } from './session'

const RATE = { num: 24, den: 1 }
const start = 86400
const project: Project = {
  ...withEdit(testProject(), {
    startTimecode: start,
    shots: ['a', 'b', 'c'].map((id, i) =>
      shot(id, `m${i}`, { start: 48 * i, in: 60, zero: 60, ...(i === 1 ? { note: 'Mine' } : {}) }),
    ),
  }),
  media: [0, 1, 2].map((i) => medium(`m${i}`, { frames: 400 })),
}
const clip = (name: string, i: number, at: number, more: Partial<EditClip> = {}): EditClip => ({
  name,
  media: `m${i}.mp4`,
  start: at,
  length: 48,
  in: 60,
  available: null,
  ...more,
})
const timeline = (clips: EditClip[], more: Partial<EditTimeline> = {}): EditTimeline => ({
  name: 'Cut',
  rate: RATE,
  startTimecode: start,
  lanes: [{ name: 'V1', kind: 'video', clips }],
  ...more,
})
const file = (text: string, name = 'cut.otio') => new File([text], name)
const shots = () => getSequence(documentNow()).shots.map((s) => [s.id, s.start, s.length, s.in, s.note])
const incoming = () => store.getState().incoming
const waiting = () => {
  const found = incoming()
  if (found?.kind !== 'waiting') throw new Error('Nothing waits.')
  return found
}

beforeEach(() => openFresh(project))
afterAll(leaveProject)

/** The middle shot is 12 frames shorter at its head, the last one comes before it, and one is new. */
const changed = timeline([
  clip('a', 0, 0),
  clip('c', 2, 48),
  clip('b', 1, 96, { in: 72, length: 36 }),
  clip('x', 0, 132, { in: 200, length: 20 }),
])

it.each([
  ['OpenTimelineIO', () => file(writeOtio(changed))],
  ['EDL', () => file(writeEdl(changed).text, 'cut.edl')],
])(
  'over shots that are there an edit as %s only waits, and taken in it keeps what was done',
  async (_, made) => {
    await importFiles([made()], true)
    expect([documentNow(), told(), waiting().name]).toEqual([project, [], expect.stringMatching(/^cut/)])
    takeIn(waiting())
    const [a, b, c, x] = shots()
    expect([a, b, c]).toEqual([
      ['a', 0, 48, 60, ''],
      ['b', 96, 36, 72, 'Mine'],
      ['c', 48, 48, 60, ''],
    ])
    expect(x?.slice(1, 4)).toEqual([132, 20, 200])
    expect([incoming(), told()]).toEqual([null, [expect.stringMatching(/ is taken in: 4 shots\.$/)]])
    store.dispatch(undo)
    expect(documentNow().sequences).toEqual(project.sequences)
  },
)

it('what it changes is said in words with numbers', () => {
  const now = (id: string, change: object) => ({ ...shot(id, 'm1'), ...change })
  const old = shot('b', 'm1', { start: 48, in: 60, zero: 60 })
  const said = (change: object, ways: ShotChange['ways']) =>
    saidOf(project, { old, now: now('n', { start: 48, in: 60, ...change }), ways })
  expect(said({ start: 60 }, ['moved'])).toBe('lies 12 frames later')
  expect(said({ start: 47, lane: 1 }, ['moved'])).toBe('lies 1 frame earlier, on lane 2')
  expect(said({ in: 72, length: 35 }, ['trimmed'])).toBe('begins 12 frames later, ends 1 frame earlier')
  expect(said({ in: 50 }, ['slipped'])).toBe('shows what is 10 frames earlier')
  expect(said({ source: { kind: 'medium', mediaId: 'm2' } }, ['medium'])).toBe('shows m2.mp4')
  expect(saidOf(project, { old: null, now: now('n', { length: 7 }), ways: ['new'] })).toBe(
    '7 frames of m1.mp4',
  )
  expect(saidOf(project, { old, now: null, ways: ['gone'] })).toBe('nothing was done to it')
  const sequence = getSequence(project)
  const same = sequence.shots.map((s) => ({ ...s, id: `n${s.id}` }))
  const moved = same.map((s) => ({ ...s, start: s.start + 5 }))
  expect(summed(compareEdit(sequence, { shots: same, sounds: [] }))).toBe('3 of 3 shots stay as they are')
  expect(summed(compareEdit(sequence, { shots: moved.slice(1), sounds: [] }))).toBe(
    '0 of 3 shots stay as they are, 2 moved, 1 gone',
  )
})

it('a shot that is gone goes with a word, or stays where the user says so', async () => {
  const shorter = file(writeOtio(timeline([clip('a', 0, 0), clip('c', 2, 48)])))
  await readEdit(shorter)
  store.dispatch(incomingActions.stays({ id: 'b', on: true }))
  takeIn(waiting())
  expect(getSequence(documentNow()).shots.map((s) => [s.id, s.lane])).toEqual([
    ['a', 0],
    ['b', 1],
    ['c', 0],
  ])
  store.dispatch(undo)
  await readEdit(shorter)
  takeIn(waiting())
  expect(shots().map(([id]) => id)).toEqual(['a', 'c'])
})

it('an edit at another rate can only be laid out anew, and says so', async () => {
  await readEdit(file(writeOtio({ ...changed, rate: { num: 25, den: 1 } })))
  expect(onlyAnew(project, layOutEdit(project, getSequence(project), waiting().timeline))).toMatch(
    /^It runs at 25 frames a second, Test at 24/,
  )
  takeIn(waiting(), true)
  expect([shots().length, shots()[0]?.[0]]).toEqual([4, expect.not.stringMatching(/^a$/)])
})

it('edits within the edit come as sequences with their markers and transitions, and their changes later', async () => {
  store.dispatch(edit('sequence.layout', { rate: RATE, startTimecode: 0, media: [], shots: [], sounds: [] }))
  const inner = (second: number): EditTimeline =>
    timeline([clip('a', 0, 0), clip('b', 1, second)], { name: 'Inner', startTimecode: 0 })
  const root = JSON.parse(writeOtio(timeline([clip('Inner', 0, 0), clip('c', 2, 48)])))
  const nest = (second: number) => {
    const tracks = JSON.parse(writeOtio(inner(second))).tracks
    tracks.children[0].children.splice(1, 0, {
      OTIO_SCHEMA: 'Transition.1',
      transition_type: 'SMPTE_Dissolve',
      in_offset: { rate: 24, value: 4 },
      out_offset: { rate: 24, value: 4 },
    })
    const [first] = root.tracks.children[0].children
    const { source_range } = first
    return { ...tracks, name: 'Inner', source_range }
  }
  const text = (second: number) => {
    const made = structuredClone(root)
    made.tracks.children[0].children[0] = nest(second)
    return JSON.stringify(made)
  }
  await readEdit(file(text(48)))
  const within = () => documentNow().sequences[1]
  expect([within()?.name, within()?.shots.length, within()?.transitions.length]).toEqual(['Inner', 2, 1])
  await readEdit(file(text(70)))
  takeIn(waiting())
  expect([documentNow().sequences.length, within()?.shots.map((s) => s.start)]).toEqual([2, [0, 70]])
})

it('media that come while an edit waits are found when it is taken in; a sequence that goes takes the edit with it', async () => {
  const withNew = timeline([clip('a', 0, 0), { ...clip('late', 0, 200), media: 'late.mov' }])
  await readEdit(file(writeOtio(withNew)))
  store.dispatch(edit('medium.add', { medium: medium('late', { name: 'late.mov', frames: 300 }) }))
  takeIn(waiting())
  const late = getSequence(documentNow()).shots.find((s) => s.name === 'late')
  expect([late?.source, documentNow().media.length]).toEqual([{ kind: 'medium', mediaId: 'late' }, 4])
  await readEdit(file(writeOtio(changed)))
  const before = documentNow()
  takeIn({ ...waiting(), sequenceId: 'gone' })
  expect([documentNow(), incoming()]).toEqual([before, null])
})
