import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { after, before, test } from 'node:test'
import { readMotion } from '@stilus/core/formats'
import { through } from '@stilus/core/matrix'
import { mapBetween, placesAt } from '@stilus/core/motion'
import { truth } from '../bench/tracking/film'
import {
  addTreatment,
  chooseItem,
  drag,
  handlesOf,
  notices,
  openDemoShot,
  pictureOf,
  placeOnPage,
  tileOf,
} from './acts'
import { openStage, type Stage } from './browser'

const bench = truth.numbers('bench-tablet').frames
/** The shot shows its medium from this frame on. */
const HEAD = 5
let stage: Stage

before(async () => {
  stage = await openStage()
  const { page } = stage
  await openDemoShot(stage, 'bench')
  await addTreatment(page, 'Grade')
  await page.keyboard.press('2')
})
after(() => stage.close())

const onPage = (x: number, y: number) => placeOnPage(stage.page, x, y)
const handles = (name: string) => handlesOf(stage.page, name)

/** The outline that is drawn: three pixels outside of the tablet's face, so that its edge is in it. */
const face = (bench[HEAD]?.corners ?? []).flat()
const middle = [0, 1].map((c) => face.reduce((s, v, i) => (i % 2 === c ? s + v / 4 : s), 0))
const drawn = face.map((v, i) => v + 3 * Math.sign(v - (middle[i % 2] as number)))
const corners = [0, 2, 4, 6].map((i) => [drawn[i], drawn[i + 1]] as [number, number])
/** Where a place of that frame lies at another one. */
const movedTo = (frame: number, [x, y]: [number, number]) =>
  through(mapBetween('plane', face, (bench[frame]?.corners ?? []).flat()), x, y)

test('an outline is drawn with hard corners, softened by one drag while the corner stays, and keyed by itself', async () => {
  const { page } = stage
  await page.getByRole('button', { name: 'Outline', exact: true }).click()
  for (const [x, y] of corners) await page.mouse.click(...(await onPage(x, y)))
  await page.keyboard.press('Enter')
  await page.getByRole('list', { name: 'Shapes' }).getByText('Outline 1').waitFor()
  assert.equal((await handles('Corner')).length, 4)

  await page.mouse.click(...(await onPage(...(corners[1] as [number, number]))))
  const [soft] = await handles('Softness of corner 2')
  assert.ok(soft, 'the chosen corner has a handle for its softness')
  const [before] = (await handles('Corner 2')) as [[number, number]]
  const path = page.locator('.outline-shape').first()
  const hard = await path.getAttribute('d')
  await drag(page, await onPage(...soft), await onPage(soft[0] - 60, soft[1] + 60))
  assert.notEqual(await path.getAttribute('d'), hard)
  assert.deepEqual((await handles('Corner 2'))[0], before)
  await page.keyboard.press('Control+z')
  assert.equal(await path.getAttribute('d'), hard)

  const keys = page.locator('[data-key*="points"]')
  assert.equal(await keys.count(), 1)
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'One frame on' }).click()
  await pictureOf(page, 3)
  await page.locator('[aria-label^="Outline 1: arrow keys"]').focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.waitForFunction(() => document.querySelectorAll('[data-key*="points"]').length === 2)
  await page.keyboard.press('Control+z')
  assert.equal(await keys.count(), 1)
  await page.getByRole('button', { name: 'To the first frame' }).click()
})

test('corners are chosen with a box and changed by their transform box; locked means nothing changes them', async () => {
  const { page } = stage
  await pictureOf(page, 0)
  await drag(page, await onPage(380, 40), await onPage(830, 450))
  await page.getByRole('img', { name: 'Turn what is chosen' }).waitFor()
  const before = await handles('Corner')
  const [pull] = await handles('Pull right')
  assert.ok(pull)
  await drag(page, await onPage(...pull), await onPage(pull[0] + 60, pull[1]))
  const after = await handles('Corner')
  const wide = (list: [number, number][]) =>
    Math.max(...list.map((p) => p[0])) - Math.min(...list.map((p) => p[0]))
  assert.ok(Math.abs(wide(after) - wide(before) - 60) < 4, `${wide(before)} became ${wide(after)}`)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Lock Outline 1' }).click()
  assert.equal((await handles('Corner')).length, 0)
  await page.locator('[aria-label^="Outline 1: arrow keys"]').focus()
  await page.keyboard.press('ArrowRight')
  await page.getByRole('button', { name: 'Unlock Outline 1' }).click()
  assert.deepEqual(await handles('Corner'), before)
})

// The face is seen through a lens that bends: the tracker finds that by itself. The arm is not held out here, and the mouse adds up to 1 px.
test(
  'what the outline surrounds is tracked with live progress, and the outline rides on it',
  { timeout: 240_000 },
  async () => {
    const { page } = stage
    await page.getByRole('button', { name: 'Track what it surrounds' }).click()
    await page.getByRole('region', { name: 'Motion' }).waitFor()
    await page.getByRole('button', { name: 'Track on to the end' }).click()
    await page
      .getByRole('status')
      .filter({ hasText: /of 65 frames, \d+ a second/ })
      .waitFor()
    await page
      .getByRole('button', { name: 'Stop', exact: true })
      .first()
      .waitFor({ state: 'detached', timeout: 180_000 })
    await notices(page)
      .filter({ hasText: /The lens bends lines by 0\.1\d\d/ })
      .waitFor()
    await page.getByText(/Measured from frame 5 to 70/).waitFor()
    await page.keyboard.press('End')
    await pictureOf(page, 65)
    const found = await handles('Corner')
    corners.forEach((corner, i) => {
      const [x, y] = movedTo(HEAD + 65, corner)
      const [u = 0, v = 0] = found[i] ?? []
      assert.ok(Math.hypot(u - x, v - y) < 2, `corner ${i}: ${u}, ${v} is not ${x}, ${y}`)
    })
  },
)

test('a tracker can be stopped without losing what is done; a place is corrected by hand, and that is undone', async () => {
  const { page } = stage
  await page.getByRole('button', { name: 'To the last frame' }).click()
  await pictureOf(page, 65)
  const panel = page.getByRole('region', { name: 'Motion' })
  await panel.getByRole('button', { name: 'Track back to the beginning' }).click()
  await panel.getByRole('status').waitFor()
  await panel.getByRole('button', { name: 'Stop' }).click()
  await panel.getByRole('button', { name: 'Track on to the end' }).and(page.locator(':enabled')).waitFor()
  await panel.getByText(/Measured from frame 5 to 70/).waitFor()
  await page.getByRole('button', { name: 'To the last frame' }).click()
  await pictureOf(page, 65)
  const [corner] = (await handles('Corner 1 of')) as [[number, number]]
  await drag(page, await onPage(...corner), await onPage(corner[0] - 20, corner[1] - 10))
  const [moved] = (await handles('Corner 1 of')) as [[number, number]]
  assert.ok(Math.hypot(moved[0] - corner[0] + 20, moved[1] - corner[1] + 10) < 2)
  await panel.getByRole('button', { name: /Take the correction at frame 70 back/ }).waitFor()
  await page.keyboard.press('Control+z')
  const [again] = (await handles('Corner 1 of')) as [[number, number]]
  assert.ok(Math.hypot(again[0] - corner[0], again[1] - corner[1]) < 0.5)
})

test('a motion leaves as a table that says what was measured, and pins corners with one act', async () => {
  const { page } = stage
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    chooseItem(page, 'More for this motion', 'Write as a table (CSV)'),
  ])
  const { motion } = readMotion(readFileSync(await download.path(), 'utf8'), 'motion.csv')
  const exact = corners.flatMap((corner) => movedTo(40, corner))
  placesAt(motion, 40).forEach((v, i) =>
    assert.ok(Math.abs(v - (exact[i] ?? 0)) < 3, `${v} is not ${exact[i]}`),
  )
  await chooseItem(page, 'Use it …', 'Corner pin onto its plane', /this shot/)
  await tileOf(page, 'Pinned to Motion of Outline 1').waitFor()
  await page.keyboard.press('Control+z')
  await tileOf(page, 'Pinned to Motion of Outline 1').waitFor({ state: 'detached' })
})

test('a key is added to the region, seen as its matte, and its range is drawn on the histogram', async () => {
  const { page } = stage
  await tileOf(page, 'Grade').click()
  await page.keyboard.press('2')
  await chooseItem(page, 'Keys, clips, the shelf and files', 'Luminance key')
  await page.getByRole('slider', { name: 'Lightness, from' }).focus()
  const value = () => page.getByRole('slider', { name: 'Lightness, from' }).getAttribute('aria-valuenow')
  const before = Number(await value())
  await page.keyboard.press('Shift+ArrowRight')
  assert.ok(Math.abs(Number(await value()) - before - 0.05) < 1e-9)
  await page.keyboard.press('r')
  await page.getByText('Where Grade acts').waitFor()
  await page.keyboard.press('Escape')
})

test('mattes of regions are handed over as files of their own', async () => {
  const { page, address } = stage
  await page.goto(`${address}/p/the-tin-comet/handover`)
  await page.getByRole('radio', { name: 'Shots' }).click()
  await page.getByRole('button', { name: 'None' }).click()
  await page.getByRole('checkbox', { name: /^Cart comes/ }).check()
  await page.getByRole('radio', { name: 'Mattes of regions' }).click()
  await page.getByRole('radio', { name: 'Draft' }).click()
  await page.getByRole('button', { name: 'Render 2 files' }).click()
  await page.getByText('matte of All but the sign.mp4').waitFor()
  await page.getByText('matte of Soft town.mp4').waitFor()
  for (const cancel of await page.getByRole('button', { name: 'Cancel' }).all()) await cancel.click()
  assert.deepEqual(stage.errors, [])
})
