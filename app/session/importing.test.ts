import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it, jest } from '@jest/globals'
import { writeOtio } from '@stilus/core/formats'
import { getSequence, type Medium } from '@stilus/core/project'
import { findMedium } from '@stilus/engine'
import { testProject, withEdit } from '../../core/testing/projects'
import { database } from '../../engine/store/database'
import { undo } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, goTo, openFresh, told, until } from '../testing/open'
import { importFiles, placeMedium, placeSource } from './importing'
import { newDesign, newSequence } from './made'
import { leaveProject } from './session'
import { cancelWork } from './work'

const EMPTY = { ...withEdit(testProject(), { shots: [] }), media: [] }
const file = (name: string, text = 'footage') => new File([text], name)
const holds = (name: string, info: Parameters<typeof decoder.files.set>[1] = {}) =>
  decoder.files.set(name, info)
const shots = () => getSequence(documentNow()).shots.map((s) => [s.name, s.start, s.length])
const medium = (name: string) => documentNow().media.find((m) => m.name === name) as Medium

beforeEach(() => openFresh(EMPTY))
afterAll(leaveProject)

it('the first footage gives the edit its size and rate, and what follows is laid at the end', async () => {
  holds('a.mp4', { width: 1920, height: 1080, rate: { num: 25, den: 1 }, frames: 50 })
  holds('b.mp4', { rate: { num: 50, den: 1 }, frames: 100 })
  await importFiles([file('a.mp4'), file('b.mp4')], true)
  const { rate, size } = getSequence(documentNow())
  expect([rate, size]).toEqual([
    { num: 25, den: 1 },
    { width: 1920, height: 1080 },
  ])
  expect(shots()).toEqual([
    ['a', 0, 50],
    ['b', 50, 50],
  ])
  expect(await (await findMedium('test', medium('b.mp4').id))?.blob.text()).toBe('footage')
})

it('a file that cannot be read is refused by name, and the others come', async () => {
  for (const name of ['a.mp4', 'c.mp4']) holds(name)
  await importFiles([file('a.mp4'), file('notes.txt'), file('c.mp4')], true)
  expect(shots().map(([name]) => name)).toEqual(['a', 'c'])
  expect(told()).toEqual([expect.stringContaining('"notes.txt" is not a video')])
  expect(await database.media.count()).toBe(2)
})

it('what is unusual about a file is said; sound goes to its own lane', async () => {
  holds('odd.mp4', { notice: '"odd.mp4" has a varying frame rate.' })
  holds('tune.wav', {
    kind: 'sound',
    frames: 0,
    seconds: 10,
    sound: { channels: 2, sampleRate: 48000, codec: 'pcm' },
  })
  await importFiles([file('odd.mp4'), file('tune.wav')], true)
  expect(told()).toEqual(['"odd.mp4" has a varying frame rate.'])
  expect(getSequence(documentNow()).sounds.map((s) => [s.name, s.start, s.length])).toEqual([
    ['tune.wav', 0, 240],
  ])
  placeMedium(medium('tune.wav').id)
  expect([getSequence(documentNow()).sounds.length, shots().length]).toEqual([2, 1])
})

it('with a full disk nothing is entered and the message says what to do', async () => {
  holds('a.mp4')
  jest
    .spyOn(database.media, 'put')
    .mockImplementationOnce(() => Promise.reject(new DOMException('Full.', 'QuotaExceededError')) as never)
  await importFiles([file('a.mp4')], true)
  expect([documentNow().media, told()]).toEqual([[], [expect.stringContaining('no room left')]])
  await importFiles([file('a.mp4')], true)
  expect(shots()).toHaveLength(1)
})

it('what is called off while it is read leaves nothing', async () => {
  holds('a.mp4')
  const importing = importFiles([file('a.mp4')], true)
  const task = () => store.getState().notices.tasks[0]
  await until(() => task() !== undefined)
  expect(task()?.label).toBe('Importing a.mp4')
  cancelWork(task()?.id ?? '')
  await importing
  await new Promise((resolve) => setTimeout(resolve, 30))
  expect([documentNow().media, told(), task(), await database.media.count()]).toEqual([[], [], undefined, 0])
})

it('an edit is laid out, says what is missing, and finds it by name when it comes, whatever its case', async () => {
  const clip = (name: string, media: string, start: number) => ({
    name,
    media,
    start,
    length: 20,
    in: 5,
    available: null,
  })
  const otio = writeOtio({
    name: 'Cut',
    rate: { num: 24, den: 1 },
    startTimecode: 86400,
    lanes: [{ name: 'V1', kind: 'video', clips: [clip('s1', 'm1.MOV', 0), clip('s2', 'm2.MOV', 20)] }],
  })
  await importFiles([file('cut.otio', otio)], true)
  expect(shots().map(([name]) => name)).toEqual(['s1', 's2'])
  expect(told()).toEqual([expect.stringMatching(/media are missing: m1.MOV, m2.MOV\. Drop the files here/)])
  expect(documentNow().media.map((m) => m.kind)).toEqual(['missing', 'missing'])
  holds('m2.mov', { width: 32, frames: 200 })
  await importFiles([file('m2.mov')], true)
  expect(documentNow().media.map((m) => [m.kind, m.width])).toEqual([
    ['missing', 0],
    ['video', 32],
  ])
  expect(shots()).toHaveLength(2)
})

it('a list of decisions comes with its media and its transitions as one act; what its handles cannot take is named', async () => {
  for (const name of ['one.mov', 'two.mov', 'three.mov']) holds(name, { frames: 200 })
  const edl = [
    'TITLE: Cut',
    '001 T1 V C     00:00:01:00 00:00:03:00 01:00:00:00 01:00:02:00',
    '* FROM CLIP NAME: one.mov',
    '002 T2 V D 012 00:00:02:00 00:00:04:00 01:00:02:00 01:00:04:00',
    '* TO CLIP NAME: two.mov',
    '003 T3 V D 199 00:00:02:00 00:00:03:00 01:00:04:00 01:00:05:00',
    '* TO CLIP NAME: three.mov',
    '004 broken',
  ].join('\n')
  const media = ['one.mov', 'two.mov', 'three.mov'].map((name) => file(name))
  await importFiles([...media, file('cut.edl', edl)], true)
  expect(shots()).toEqual([
    ['one', 0, 48],
    ['two', 48, 48],
    ['three', 96, 24],
  ])
  const { transitions, startTimecode } = getSequence(documentNow())
  expect(transitions.map((t) => [t.before, t.after, t.steps[0]?.use])).toEqual([[0, 12, 'dissolve']])
  expect(startTimecode).toBe(86400)
  expect(told()).toEqual(['"cut.edl" is laid out: 3 shots, one transition.'])
  expect(store.getState().incoming).toMatchObject({
    kind: 'report',
    name: 'cut.edl',
    notes: [
      expect.stringMatching(/^Line 8 is left out: "004 broken"/),
      expect.stringMatching(/^Dissolve between two and three is left out: /),
    ],
  })
  store.dispatch(undo)
  expect(shots()).toEqual([])
})

it('an edit that is none changes nothing', async () => {
  const before = documentNow()
  await importFiles([file('cut.otio', '{"not": "an edit"}')], true)
  expect([documentNow(), told().length]).toEqual([before, 1])
})

it('a source is laid over the edit at the playhead on a lane of its own, and is chosen', async () => {
  holds('a.mp4')
  await importFiles([file('a.mp4')], true)
  store.dispatch(viewActions.set({ frame: 30 }))
  placeSource({ kind: 'solid', colour: [1, 0, 0] }, 'Red', true)
  const added = getSequence(documentNow()).shots.find((s) => s.name === 'Red')
  expect([added?.lane, added?.start, store.getState().view.shotIds]).toEqual([1, 30, [added?.id]])
  store.dispatch(undo)
  expect(shots()).toHaveLength(1)
})

it('what is made anew has a name of its own and is gone to', () => {
  for (let i = 0; i < 2; i++) {
    newSequence()
    goTo('/p/test')
    newDesign()
    goTo('/p/test')
  }
  expect(
    documentNow()
      .sequences.map((s) => s.name)
      .slice(1),
  ).toEqual(['Sequence 2', 'Sequence 3'])
  expect(documentNow().designs.map((d) => [d.name, d.length])).toEqual([
    ['Design 1', 120],
    ['Design 2', 120],
  ])
})
