import assert from 'node:assert/strict'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { type Rate, RATES, toTimecode } from '@stilus/core/time'
import { goToTimecode, numberShown, openFiles, pictureOf } from './acts'
import { openStage, type Stage } from './browser'
import { H264, makeClip, VP9 } from './clip'

const folder = mkdtempSync(join(tmpdir(), 'stilus-frames-'))
let stage: Stage
before(async () => void (stage = await openStage()))
after(() => stage?.close())

const rates = Object.entries(RATES).filter(([, rate]) => !rate.drop)
const cases: { name: string; file: string; rate: Rate; video: string[] }[] = [
  ...rates.map(([name, rate]) => ({
    name: `${name} in MP4 with B-frames`,
    file: `${name}.mp4`,
    rate,
    video: H264,
  })),
  { name: '23.976 in WebM', file: 'film.webm', rate: RATES['23.976'] as Rate, video: VP9 },
  { name: '29.97 in Matroska', file: 'film.mkv', rate: RATES['29.97'] as Rate, video: H264 },
  { name: '25 in MOV', file: 'film.mov', rate: RATES['25'] as Rate, video: H264 },
]
/** Forwards, backwards, across groups of pictures, the ends. */
const VISITS = [0, 1, 2, 59, 31, 30, 29, 69, 0, 45]

for (const { name, file, rate, video } of cases) {
  test(`frame n is frame n at ${name}`, async () => {
    const path = join(folder, file)
    await makeClip({ path, frames: 70, rate, video })
    await openFiles(stage, path)
    await stage.page.getByText('frame 1 of 70').waitFor()
    const seen: number[] = []
    for (const frame of VISITS) {
      await goToTimecode(stage.page, toTimecode(frame, rate))
      await pictureOf(stage.page, frame)
      seen.push(await numberShown(stage.page, 320))
    }
    assert.deepEqual(seen, VISITS)
  })
}

test('no page wrote an error', () => assert.deepEqual(stage.errors, []))
