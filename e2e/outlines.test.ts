import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { after, before, test } from 'node:test'
import { readMotion } from '@stilus/core/formats'
import { placesAt } from '@stilus/core/motion'
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
  typeNumber,
} from './acts'
import { openStage, type Stage } from './browser'

const bench = truth.numbers('bench-tablet').frames
/** The shot shows its medium from this frame on. */
const HEAD = 5
const LAST = 65
const CORNERS = [
  [400, 200],
  [800, 200],
  [800, 500],
  [400, 500],
] as const
let stage: Stage

before(async () => {
  stage = await openStage()
  const { page } = stage
  await openDemoShot(stage, 'bench')
  await addTreatment(page, 'Grade')
  await page.keyboard.press('2')
  await page.getByRole('button', { name: 'Outline', exact: true }).click()
  for (const [x, y] of CORNERS) await page.mouse.click(...(await onPage(x, y)))
  await page.keyboard.press('Enter')
})
after(() => stage.close())

const onPage = (x: number, y: number) => placeOnPage(stage.page, x, y)
const path = () => stage.page.locator('.outline-shape').first().getAttribute('d')

/** The lightness of the shown picture at a place, 0 to 255. */
const shownAt = (x: number, y: number) =>
  stage.page.evaluate(
    ([u, v]) => {
      const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
      const at = [Math.floor(u * canvas.width), Math.floor(v * canvas.height)] as const
      return canvas.getContext('2d')?.getImageData(...at, 1, 1).data[1] ?? -1
    },
    [x / 1280, y / 720] as const,
  )

test('a corner is bent by its Bezier handles, one side or both, and stays where it is', async () => {
  const { page } = stage
  await chooseItem(page, 'More for Outline 1', 'Bezier handles')
  await page.mouse.click(...(await onPage(...CORNERS[1])))
  const [second] = await handlesOf(page, 'Second handle of corner 2')
  const [corner] = await handlesOf(page, 'Corner 2')
  assert.ok(second && corner)
  const straight = await path()
  await drag(page, await onPage(...second), await onPage(second[0] + 80, second[1] + 10))
  assert.notEqual(await path(), straight)
  assert.deepEqual((await handlesOf(page, 'Corner 2'))[0], corner)
  await page.keyboard.press('Control+z')
  assert.equal(await path(), straight)
  await chooseItem(page, 'More for Outline 1', 'Softness instead of handles')
  assert.equal((await handlesOf(page, 'Second handle')).length, 0)
})

test('a corner whose feather is set apart is wider there and nowhere else', async () => {
  const { page } = stage
  await typeNumber(page, 'Feather outside', '40')
  await page.mouse.click(...(await onPage(...CORNERS[1])))
  await page.keyboard.press('r')
  const near = () => Promise.all([shownAt(835, 190), shownAt(365, 510)])
  await page.waitForTimeout(1000)
  const [right, left] = await near()
  await typeNumber(page, 'Feather of the corner', '3')
  for (let i = 0; (await near())[0] <= right + 20; i++) {
    assert.ok(i < 40, `the matte beside the corner stays ${right}`)
    await page.waitForTimeout(250)
  }
  assert.ok(Math.abs((await near())[1] - left) < 3, 'the corner across is as it was')
  await page.keyboard.press('r')
})

test('outlines leave as a drawing and come back as they were', async () => {
  const { page } = stage
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    chooseItem(page, 'More for Outline 1', 'Write outlines to a drawing (SVG)'),
  ])
  const file = await download.path()
  assert.match(readFileSync(file, 'utf8'), /<path[^>]* d="M/)
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    chooseItem(page, 'Keys, clips, the shelf and files', 'Outlines from a drawing (SVG) …'),
  ])
  await chooser.setFiles({ name: 'outline.svg', mimeType: 'image/svg+xml', buffer: readFileSync(file) })
  await page.waitForFunction(() => document.querySelectorAll('ul[aria-label="Shapes"] > li').length === 2)
  const back = await handlesOf(page, 'Corner ')
  for (const [x, y] of CORNERS)
    assert.ok(
      back.some((p) => Math.hypot(p[0] - x, p[1] - y) < 1.5),
      `a corner at ${x}, ${y} among ${back.join(' ')}`,
    )
})

/** Where the crosses of the tablet have gone since the shot's first frame. */
const gone = (cross: number, frame: number) => {
  const [a, b] = [bench[HEAD]?.crosses?.[cross], bench[HEAD + frame]?.crosses?.[cross]]
  assert.ok(a && b)
  return [b[0] - a[0], b[1] - a[1]] as const
}

async function openShelf(): Promise<void> {
  const track = stage.page.getByRole('button', { name: 'Track …' })
  const drawers = stage.page.getByRole('navigation', { name: 'Drawers' })
  if (!(await track.count())) await drawers.getByRole('button', { name: 'Shelf' }).click()
}

async function trackToTheEnd(): Promise<void> {
  const panel = stage.page.getByRole('region', { name: 'Motion' })
  await panel.getByRole('button', { name: 'Track on to the end' }).click()
  await panel.getByText(/Measured from frame 5 to 70/).waitFor({ timeout: 120_000 })
  await panel
    .getByRole('button', { name: 'Track on to the end' })
    .and(stage.page.locator(':enabled'))
    .waitFor()
}

// The mouse is up to 0.7 px beside the middle of a cross; what is compared is how far each has gone, which that changes little.
test('two points are followed, and leave as what was measured', { timeout: 200_000 }, async () => {
  const { page } = stage
  await openShelf()
  await chooseItem(page, 'Track …', 'Two points, for turn and size')
  for (const cross of [1, 3]) {
    const [x, y] = bench[HEAD]?.crosses?.[cross] ?? [0, 0]
    await page.mouse.click(...(await onPage(x, y)))
  }
  await trackToTheEnd()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    chooseItem(page, 'More for this motion', 'Write as JSON'),
  ])
  const { motion } = readMotion(readFileSync(await download.path(), 'utf8'), 'motion.json')
  assert.equal(motion.form, 'pair')
  for (const frame of [20, 40, LAST]) {
    const [from, to] = [placesAt(motion, HEAD), placesAt(motion, HEAD + frame)]
    for (const [i, cross] of [1, 3].entries()) {
      const [dx, dy] = gone(cross, frame)
      const off = Math.hypot(
        (to[2 * i] ?? 0) - (from[2 * i] ?? 0) - dx,
        (to[2 * i + 1] ?? 0) - (from[2 * i + 1] ?? 0) - dy,
      )
      assert.ok(off < 1, `cross ${cross} at frame ${frame}: ${off} px off`)
    }
  }
})

test('a key that stands in front holds out of the tracking: where it covers all, nothing is left to follow', async () => {
  const { page } = stage
  await page.keyboard.press('Home')
  await pictureOf(page, 0)
  await page.getByRole('button', { name: 'Back to the step' }).click()
  await chooseItem(page, 'Keys, clips, the shelf and files', 'Luminance key')
  const from = page.getByRole('slider', { name: 'Lightness, from' })
  await from.focus()
  for (let i = 0; i < 25; i++) await page.keyboard.press('Shift+ArrowLeft')
  assert.equal(Number(await from.getAttribute('aria-valuenow')), 0)
  await page.getByLabel(/^How Luminance key.* joins/).click()
  await page.getByRole('option', { name: 'In front' }).click()
  await chooseItem(page, /^More for Luminance key/, /^Nearer to the camera/)
  await chooseItem(page, 'More for Outline 2', 'Track what it surrounds')
  await page.getByRole('button', { name: 'Track on to the end' }).click()
  await notices(page)
    .filter({ hasText: /There is too little texture here to follow: 0 pixels/ })
    .waitFor()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
})

test('a shape rides on the mean of two motions', { timeout: 200_000 }, async () => {
  const { page } = stage
  for (const cross of [1, 3]) {
    await page.keyboard.press('Home')
    await pictureOf(page, 0)
    await openShelf()
    await chooseItem(page, 'Track …', 'A point')
    const [x, y] = bench[HEAD]?.crosses?.[cross] ?? [0, 0]
    await page.mouse.click(...(await onPage(x, y)))
    await trackToTheEnd()
    await page.getByRole('button', { name: 'Back to the step' }).click()
  }
  await page.getByRole('list', { name: 'Shapes' }).getByText('Outline 1').click()
  await chooseItem(page, 'Ride on …', 'Point 1')
  await chooseItem(page, 'Average with another motion', 'Point 2')
  await page.getByText('Rides on 2 motions').waitFor()
  await page.getByRole('complementary', { name: 'Shelf' }).getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'To the first frame' }).click()
  await pictureOf(page, 0)
  const from = await handlesOf(page, 'Corner 1')
  await page.getByRole('button', { name: 'To the last frame' }).click()
  await pictureOf(page, LAST)
  const to = await handlesOf(page, 'Corner 1')
  const [a, b] = [gone(1, LAST), gone(3, LAST)]
  const off = [0, 1].map((c) => (to[0]?.[c] ?? 0) - (from[0]?.[c] ?? 0) - ((a[c] ?? 0) + (b[c] ?? 0)) / 2)
  assert.ok(Math.hypot(...off) < 1, `${off} px off the mean`)
  assert.deepEqual(stage.errors, [])
})
