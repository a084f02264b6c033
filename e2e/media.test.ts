import assert from 'node:assert/strict'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { encode } from 'fast-png'
import { notices, openFiles, pictureOf } from './acts'
import { openStage, type Stage } from './browser'
import { footage, makeFootage } from './footage'

const folder = mkdtempSync(join(tmpdir(), 'stilus-media-'))
let stage: Stage

/** Numbered stills of one grey each; number 3 is missing. */
const walk = [1, 2, 4, 5].map((n) => {
  const path = join(folder, `walk.000${n}.png`)
  const data = new Uint8Array(64 * 36 * 4).fill(n * 40).map((v, i) => (i % 4 === 3 ? 255 : v))
  writeFileSync(path, encode({ width: 64, height: 36, data, channels: 4, depth: 8 }))
  return path
})

before(async () => {
  await makeFootage(['PQ.webm', 'varying rate.mp4', 'anamorphic 16 to 9.mp4'])
  stage = await openStage()
})
after(() => stage.close())

const status = (text: RegExp) => notices(stage.page).filter({ hasText: text }).first().waitFor()
const media = () => stage.page.getByRole('complementary', { name: 'Media' })
const bring = (...files: string[]) => stage.page.getByTestId('import-input').setInputFiles(files)

/** The colour of the middle of the picture, once it differs from what was there. */
async function middle(before?: number): Promise<number> {
  await pictureOf(stage.page, 0)
  const picture = stage.page.locator('[data-testid="viewer"] canvas').first()
  for (let i = 0; ; i++) {
    const grey = await picture.evaluate((element) => {
      const canvas = element as HTMLCanvasElement
      const context = canvas.getContext('2d')
      return context?.getImageData(canvas.width >> 1, canvas.height >> 1, 1, 1).data[1] ?? -1
    })
    if (grey !== before || i === 60) return grey
    await stage.page.waitForTimeout(100)
  }
}

test('numbered pictures come as one clip, name what is missing, take a rate, and are taken apart', async () => {
  const { page } = stage
  await openFiles(stage, ...walk)
  await status(/Picture 3 of "walk\.\[0001-0005\]\.png" is missing; the one before stands in/)
  await status(/4 numbered pictures came as one clip/)
  await page.getByRole('button', { name: 'Media', exact: true }).click()
  await media().getByText('64 × 36, 5 numbered pictures, 1 missing, 24 fps').waitFor()
  await page.getByRole('button', { name: /^More for walk\.\[/ }).click()
  await page.getByRole('menuitem', { name: 'Colour and alpha …' }).click()
  await page.getByRole('combobox', { name: 'Rate' }).click()
  await page.getByRole('option', { name: '25 fps' }).click()
  await media().getByText('25 fps, PNG').waitFor()
  await page.getByRole('button', { name: /^More for walk\.\[/ }).click()
  await page.getByRole('menuitem', { name: 'Take apart into stills' }).click()
  await media().getByText('walk.0005.png').waitFor()
})

test('how a clip is read changes the picture, is undone, and is kept', async () => {
  const { page } = stage
  const stored = await middle()
  assert.ok(stored > 0)
  await page.getByRole('combobox', { name: 'Curve' }).click()
  await page.getByRole('option', { name: 'linear' }).click()
  const bright = await middle(stored)
  assert.ok(bright > stored + 20, `${stored} as sRGB, ${bright} as light`)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Undo/ }).click()
  assert.equal(await middle(bright), stored)
})

test('awkward clips are laid as they were shot, and say what is unusual', async () => {
  await stage.page.getByRole('button', { name: 'Media', exact: true }).click()
  await bring(footage('anamorphic 16 to 9.mp4'))
  await media().getByText('1024 × 576, 25 fps, 25 frames').waitFor()
  await bring(footage('varying rate.mp4'))
  await status(
    /"varying rate\.mp4" has a varying frame rate; each frame at 25 a second shows the picture of its time/,
  )
  await bring(footage('PQ.webm'))
  await media()
    .getByText(/BT\.2020 limited PQ/)
    .waitFor()
  assert.deepEqual(stage.errors, [])
})

test('a project from a file at 25 frames a second begins at one hour', async () => {
  const other = await openStage()
  try {
    await openFiles(other, footage('anamorphic 16 to 9.mp4'))
    await other.page.getByText('01:00:00:00').first().waitFor()
    await other.page.getByText('frame 1 of 25').waitFor()
  } finally {
    await other.close()
  }
})
