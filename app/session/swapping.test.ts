import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import { getShot, type Project } from '@stilus/core/project'
import { medium, shot, testProject, withEdit } from '../../core/testing/projects'
import { undo } from '../store/edit'
import { store } from '../store/store'
import { documentNow, openFresh, told } from '../testing/open'
import { leaveProject } from './session'
import { swapFiles, swapForFile, swapShot } from './swapping'

const project: Project = {
  ...withEdit(testProject(), {
    shots: [
      shot('a', 'chart', { in: 0, zero: 0 }),
      shot('b', 'flight', { start: 48, in: 0, zero: 0 }),
      shot('c', 'm1', { start: 96 }),
    ],
  }),
  media: [
    medium('chart', { name: 'chart.png', kind: 'still', frames: 1 }),
    medium('flight', { name: 'flight.png', kind: 'still', frames: 1 }),
    medium('m1'),
  ],
}
const file = (name: string) => new File(['footage'], name)
const shows = (id: string) => {
  const { source } = getShot(documentNow(), id)
  return source.kind === 'medium' && documentNow().media.find((m) => m.id === source.mediaId)?.name
}

beforeEach(() => openFresh(project))
afterAll(leaveProject)

it('several shots are swapped by the names of files as one act; what is for none is named', async () => {
  for (const name of ['chart_v1.mov', 'chart_v2.mov', 'flight_v1.mov', 'other.mov'])
    decoder.files.set(name, { frames: 100 })
  const files = ['flight_v1.mov', 'chart_v2.mov', 'other.mov', 'chart_v1.mov'].map(file)
  await swapFiles(['a', 'b', 'c'], files, '{medium}_v*')
  expect([shows('a'), shows('b'), shows('c')]).toEqual(['chart_v2.mov', 'flight_v1.mov', 'm1.mp4'])
  expect(told()).toEqual(['2 shots show other footage. For none: other.mov, chart_v1.mov.'])
  store.dispatch(undo)
  expect([shows('a'), shows('b'), documentNow().media.length]).toEqual(['chart.png', 'flight.png', 3])
})

it('where no name fits nothing is read, and a name that would is shown', async () => {
  await swapFiles(['a'], [file('else.mov')], '{medium}')
  expect([documentNow(), told()]).toEqual([project, [expect.stringContaining('for example chart.png')]])
})

it('footage that is too short says how many frames it lacks; it lies by its numbers, start or end', async () => {
  decoder.files.set('short.mov', { frames: 40 })
  await swapForFile('c', file('short.mov'))
  expect(getShot(documentNow(), 'c')).toMatchObject({ in: 0, stood: { shift: 24 } })
  expect(told()).toEqual([expect.stringMatching(/^short\.mov lacks 8 of the 48 frames of c\./)])
  swapShot(documentNow(), getShot(documentNow(), 'c'), { kind: 'medium', mediaId: 'm1' }, 'end')
  expect(getShot(documentNow(), 'c').in).toBe(240 - 48)
})
