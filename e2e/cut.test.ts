import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { goToTimecode, pictureOf } from './acts'
import { openStage, type Stage } from './browser'

let stage: Stage
before(async () => void (stage = await openStage()))
after(() => stage?.close())

const panel = () => stage.page.getByRole('region', { name: 'Chosen transition' })
const tiles = () => panel().getByRole('list', { name: 'Transitions' }).getByRole('button')
const tile = (name: string) => tiles().filter({ hasText: new RegExp(`^${name}$`) })

/** The picture in the viewer as numbers. */
const pixels = () =>
  stage.page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
    const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data
    return data ? Array.from(data.filter((_, i) => i % 997 === 0)) : []
  })
const apart = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, v, i) => sum + Math.abs(v - (b[i] ?? 0)), 0) / a.length

test('a cut gets a transition, every one is seen on its shots, and one is exchanged for another', async () => {
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: 'Dissolve from Harbour wide to Tower tilt' }).click()
  await panel().getByText('From Harbour wide to Tower tilt.').waitFor()
  assert.ok((await tiles().count()) >= 40)
  assert.equal(await tile('Dissolve').getAttribute('aria-pressed'), 'true')
  const shown = tile('Wipe').locator('img')
  await shown.scrollIntoViewIfNeeded()
  await page.waitForFunction(
    (img) => (img as HTMLImageElement).dataset.frame !== undefined,
    await shown.elementHandle(),
  )
  const rest = await shown.getAttribute('data-frame')
  const box = await shown.boundingBox()
  if (!box) throw new Error('The tile shows no picture.')
  await page.mouse.move(box.x + box.width * 0.9, box.y + 20)
  await page.waitForFunction(([img, frame]) => (img as HTMLImageElement).dataset.frame !== frame, [
    await shown.elementHandle(),
    rest,
  ] as const)
  await tile('Wipe').click()
  assert.equal(await tile('Wipe').getAttribute('aria-pressed'), 'true')
  await page.getByRole('button', { name: /^Wipe, \d+ frames/ }).waitFor()
  await page.keyboard.press('Control+z')
  await page
    .getByRole('button', { name: /^Dissolve, 20 frames/ })
    .first()
    .waitFor()
  await page.keyboard.press('Control+y')
  await page.getByRole('button', { name: /^Wipe, \d+ frames/ }).waitFor()
})

test('on its desk it runs from one picture to the other, and the palette knows every other by its words', async () => {
  const { page } = stage
  await panel().getByRole('button', { name: 'Open on the desk' }).click()
  await pictureOf(page, 0, 0.4)
  const first = await pixels()
  await goToTimecode(page, '01:00:05:09')
  await pictureOf(page, 19, 0.4)
  const last = await pixels()
  assert.ok(apart(first, last) > 20, 'the beginning and the end are of different shots')
  await goToTimecode(page, '01:00:05:00')
  await pictureOf(page, 10, 0.4)
  const wiped = await pixels()
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill('swish')
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: 'Cross by whip pan' }).waitFor()
  await page.keyboard.press('Enter')
  await page
    .getByRole('list', { name: 'States of the shot' })
    .getByRole('button', { name: /^Whip pan/ })
    .click()
  await page.waitForTimeout(1500)
  assert.ok(apart(wiped, await pixels()) > 3, 'the middle has changed')
  await page.getByText('Another transition …').click()
  await page.getByLabel('Find a transition').fill('push')
  await page.getByRole('list', { name: 'Transitions' }).getByRole('button', { name: 'Push' }).click()
  await page
    .getByRole('slider', { name: 'Soft edge' })
    .or(page.getByRole('spinbutton', { name: 'Soft edge' }))
    .first()
    .waitFor()
  assert.deepEqual(stage.errors, [])
})
