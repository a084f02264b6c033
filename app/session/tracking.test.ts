import { decoder } from '../testing/page'
import { afterAll, beforeEach, expect, it } from '@jest/globals'
import type { RgbaPicture } from '@stilus/core/frame'
import { placesAt } from '@stilus/core/motion'
import { getMotion, motionOf, type Stage, stageOf } from '@stilus/core/project'
import { medium, shot, testProject, withEdit } from '../../core/testing/projects'
import { edit, undo } from '../store/edit'
import { store } from '../store/store'
import { documentNow, openFresh, told, until } from '../testing/open'
import { newMotion } from './motions'
import { leaveProject } from './session'
import { startTracking, stopTracking, timeOfFrame } from './tracking'

const SIZE = { width: 160, height: 90 }
const FRAMES = 40
/** Where the thing lies at a frame: it drifts and swings. */
const truth = (frame: number): [number, number] => [50 + 1.3 * frame, 45 + 9 * Math.sin(frame / 9)]
/** The frame from which something plain covers it. */
const COVERED = 26
let covers = false

/** Soft blobs that no two places share, which go along with the thing over a plain ground. */
function drawn(frame: number): RgbaPicture {
  const data = new Uint8Array(SIZE.width * SIZE.height * 4).fill(255)
  const [cx, cy] = truth(frame)
  const hidden = covers && frame >= COVERED
  for (let y = 0, at = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++, at += 4) {
      const [u, v] = [x + 0.5 - cx, y + 0.5 - cy]
      const within = Math.exp(-(u * u + v * v) / 300)
      const grain = Math.sin(u / 2.1) * Math.cos(v / 2.7) + Math.sin((u + v) / 3.3 + 1) * 0.6
      const light = hidden ? 0.4 : 0.4 + 0.3 * grain * within
      data[at] = data[at + 1] = data[at + 2] = Math.round(255 * Math.min(1, Math.max(0, light)))
    }
  return { kind: 'rgba', ...SIZE, data }
}

const project = () => {
  const media = [medium('m1', { ...SIZE, frames: FRAMES })]
  const given = withEdit(testProject(), {
    size: SIZE,
    shots: [shot('s1', 'm1', { in: 0, zero: 0, length: FRAMES })],
  })
  return { ...given, media }
}
const stage = (): Stage => stageOf(documentNow(), { kind: 'shot', id: 's1' })
const found = (id: string) => motionOf(documentNow(), getMotion(documentNow(), id))
const worst = (id: string, frames: readonly number[]) =>
  Math.max(
    ...frames.map((frame) => {
      const [x = 0, y = 0] = placesAt(found(id), frame)
      const [tx, ty] = truth(frame)
      return Math.hypot(x - tx, y - ty)
    }),
  )
const range = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i)

/** A point that is put on the thing at a frame. */
function pointAt(frame: number, anchor: number[] = truth(frame)): string {
  const { item, records } = newMotion(
    'Blob',
    { mediaId: 'm1', shotId: 's1', frame },
    { form: 'point', anchor },
  )
  store.dispatch(edit('shelf.put', { item }, undefined, records))
  return item.id
}

beforeEach(async () => {
  await openFresh(project(), '/p/test/shot/s1')
  covers = false
  decoder.draw = drawn
})
afterAll(leaveProject)

it('a point is followed both ways to the ends of the shot, within a tenth of a pixel, and is undone as one', async () => {
  const id = pointAt(12)
  const before = store.getState().project.history.position
  await startTracking(id, stage(), 12, 1)
  await startTracking(id, stage(), 12, -1)
  expect(worst(id, range(0, FRAMES))).toBeLessThan(0.1)
  expect([told(), store.getState().project.history.position]).toEqual([[], before + 2])
  store.dispatch(undo)
  store.dispatch(undo)
  expect(found(id).places).toHaveLength(1)
})

it('step by step it goes one frame each time', async () => {
  const id = pointAt(5)
  for (const at of [5, 6]) await startTracking(id, stage(), at, 1, 1)
  expect(found(id).places.length).toBe(3)
  expect(worst(id, [5, 6, 7])).toBeLessThan(0.1)
})

it('where it is covered it is lost: that is said with the frame and the way on, and what was found stays', async () => {
  covers = true
  const id = pointAt(15)
  await startTracking(id, stage(), 15, 1)
  const { first, places } = found(id)
  const last = first + places.findLastIndex((p) => p !== null)
  expect(last).toBeGreaterThanOrEqual(COVERED - 2)
  expect(last).toBeLessThanOrEqual(COVERED + 1)
  expect(told()).toEqual([
    expect.stringMatching(/^Blob was lost after frame \d+\. Go there, put it right by hand/),
  ])
})

it('stopped in the middle it keeps what it found, and goes on from there', async () => {
  const id = pointAt(0)
  decoder.takes = 15
  const running = startTracking(id, stage(), 0, 1)
  await until(() => (found(id).places.length ?? 0) > 4)
  stopTracking(id)
  await running
  const so = found(id).places.length
  expect(so).toBeLessThan(FRAMES)
  decoder.takes = 0
  await startTracking(id, stage(), so - 1, 1)
  expect(found(id).places).toHaveLength(FRAMES)
  expect(worst(id, range(0, FRAMES))).toBeLessThan(0.15)
})

it('it goes on from a place that was put right by hand, and not from one where nothing is known', async () => {
  const id = pointAt(0)
  await startTracking(id, stage(), 30, 1)
  expect(told()).toEqual([expect.stringContaining('There is nothing measured at this frame to go on from')])
  store.dispatch(
    edit('motion.fix', { motionId: id, at: 30, by: truth(30).map((v, i) => v - (truth(0)[i] ?? 0)) }),
  )
  await startTracking(id, stage(), 30, 1)
  expect(worst(id, range(30, FRAMES))).toBeLessThan(0.15)
})

it('what cannot be followed, and what cannot be read, is said in words and changes nothing', async () => {
  const plain = pointAt(3, [150, 5])
  await startTracking(plain, stage(), 3, 1)
  expect([told().length, found(plain).places.length]).toEqual([1, 1])
  const id = pointAt(3)
  decoder.broken.add(6)
  await startTracking(id, stage(), 3, 1)
  expect(told().at(-1)).toMatch(/damaged/)
  expect(store.getState().view.runs).toEqual({})
})

it('only one tracker works on a motion at a time, and it ends with its motion', async () => {
  const id = pointAt(0)
  decoder.takes = 10
  const first = startTracking(id, stage(), 0, 1)
  await startTracking(id, stage(), 0, 1)
  expect(store.getState().view.runs[id]).toBeDefined()
  store.dispatch(edit('shelf.remove', { shelfId: id }))
  await first
  expect([documentNow().shelf ?? [], told()]).toEqual([[], []])
})

it('the time at which a shot shows a frame is found again, also through a freeze', () => {
  const id = pointAt(0)
  const item = getMotion(documentNow(), id)
  for (const frame of [0, 7, 39]) expect(timeOfFrame(stage(), item, frame)).toBe(frame)
})
