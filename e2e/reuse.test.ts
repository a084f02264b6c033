import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { after, before, test } from 'node:test'
import { addTreatment, chooseItem, drag, notices, pictureOf, typeNumber, tileOf } from './acts'
import { openStage, type Stage } from './browser'

let stage: Stage
before(async () => {
  stage = await openStage()
  await stage.page.goto(`${stage.address}/demo`)
  await stage.page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await openShot('harbour')
})
after(() => stage?.close())

async function openShot(id: string): Promise<void> {
  const { page } = stage
  await page
    .getByRole('status')
    .filter({ hasText: /^Saved/ })
    .waitFor()
  await page.goto(`${stage.address}/p/the-tin-comet/shot/${id}`)
  await pictureOf(page, 0)
}
const tile = (name: string) => tileOf(stage.page, name)
const keys = () =>
  stage.page
    .getByTestId('lanes')
    .locator('[data-key]')
    .evaluateAll((marks) =>
      marks.map((m) => Number(/frame (-?\d+)/.exec(m.getAttribute('aria-label') ?? '')?.[1])),
    )
const value = async (name: string) =>
  Number(await stage.page.getByRole('spinbutton', { name, exact: true }).getAttribute('aria-valuenow'))
const undoName = () => stage.page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label')
const menu = (button: string, ...items: (string | RegExp)[]) => chooseItem(stage.page, button, ...items)

test('keys are chosen with a box, moved, nudged, copied, reversed, stretched and timed exactly', async () => {
  const { page } = stage
  await tile('Lantern glow').click()
  assert.deepEqual(await keys(), [0, 48, 100])
  const first = await page.getByRole('button', { name: 'Key of Intensity at frame 48' }).boundingBox()
  const last = await page.getByRole('button', { name: 'Key of Intensity at frame 100' }).boundingBox()
  assert.ok(first && last)
  await drag(page, [first.x - 30, first.y + 3], [last.x + 40, last.y + 20])
  await page.getByRole('button', { name: '2 keys' }).waitFor()
  await page.keyboard.press('.')
  assert.deepEqual(await keys(), [0, 49, 101])
  await menu('2 keys', /^Set time/)
  await page.getByRole('textbox', { name: /^Time of the first one/ }).fill('+1s')
  await page.keyboard.press('Enter')
  assert.deepEqual(await keys(), [0, 73, 125])
  await menu('2 keys', 'Reverse')
  assert.deepEqual(await keys(), [0, 73, 125])
  await menu('2 keys', 'Twice as fast')
  assert.deepEqual(await keys(), [0, 73, 99])
  await page.keyboard.press('Control+c')
  await page.keyboard.press('Home')
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Control+v')
  assert.deepEqual(await keys(), [0, 30, 56, 73, 99])
  const span = await page.getByTestId('chosen-span').boundingBox()
  assert.ok(span)
  await drag(page, [span.x + span.width - 3, span.y + 5], [span.x + span.width * 1.5, span.y + 5])
  assert.equal((await keys()).length, 5)
  assert.ok(((await keys())[2] ?? 0) > 60)
  await page.keyboard.press('Delete')
  assert.deepEqual(await keys(), [0, 73, 99])
})

test('a key that is dragged over another leaves it where it was', async () => {
  const { page } = stage
  const a = await page.getByRole('button', { name: 'Key of Intensity at frame 73' }).boundingBox()
  const b = await page.getByRole('button', { name: 'Key of Intensity at frame 99' }).boundingBox()
  assert.ok(a && b)
  await drag(page, [a.x + 10, a.y + 12], [b.x + 60, b.y + 12])
  const after = await keys()
  assert.equal(after.length, 3)
  assert.ok(after.includes(99) && !after.includes(73))
  await page.keyboard.press('Control+z')
  assert.deepEqual(await keys(), [0, 73, 99])
})

test('curves: exact numbers for time and value, and a speed of exactly zero', async () => {
  const { page } = stage
  await page.keyboard.press('q')
  await page.getByRole('button', { name: 'Intensity at frame 73' }).click()
  await typeNumber(page, 'Time of the key', '60')
  await typeNumber(page, 'Value of the key', '0.9')
  await typeNumber(page, 'Speed out', '0.05')
  assert.equal(await value('Speed in'), 0.05)
  await page.getByRole('button', { name: 'Break its two handles' }).click()
  await page.getByRole('button', { name: 'Speed out zero' }).click()
  assert.deepEqual([await value('Speed in'), await value('Speed out')], [0.05, 0])
  await page.getByRole('radio', { name: 'Speed' }).click()
  await page.keyboard.press('q')
  assert.deepEqual(await keys(), [0, 60, 99])
})

test('a value follows another, says so, can be walked to, and a circle is refused by name', async () => {
  const { page } = stage
  await page.getByRole('button', { name: 'More for radius' }).click({ force: true })
  await page.getByRole('menuitem', { name: /^Follow/ }).click()
  await menu('Follow …', 'Balance', 'Exposure')
  await typeNumber(page, 'Times', '40')
  await page.getByRole('button', { name: 'Back to the controls' }).click()
  await page
    .getByText('10.0', { exact: true })
    .or(page.getByText('10', { exact: true }))
    .first()
    .waitFor()
  await page.getByRole('button', { name: 'What moves radius?' }).click()
  await page.getByRole('button', { name: 'Go to what it follows' }).click()
  await page
    .getByRole('textbox', { name: 'Balance' })
    .or(page.getByRole('button', { name: /^Name of the step: Balance/ }))
    .waitFor()
  await page.getByRole('button', { name: 'More for exposure' }).click({ force: true })
  await page.getByRole('menuitem', { name: /^Follow/ }).click()
  await menu('Follow …', 'Lantern glow', 'Radius')
  await notices(page)
    .filter({ hasText: 'Balance exposure follows Lantern glow radius follows Balance exposure' })
    .waitFor()
  await notices(page).getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Add a flicker' }).click()
  await page.getByRole('switch', { name: 'Flicker, on' }).click()
  await menu('Follow …', 'Loudness of', /score/i)
  await page.getByText(/^Follows the level of/).waitFor({ timeout: 60_000 })
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  await page.getByText('Nothing. It stays as it is set.').waitFor()
  await page.keyboard.press('Escape')
})

test('steps are copied to another shot, with their times scaled, and parts alone', async () => {
  const { page } = stage
  await tile('Lantern glow').click()
  await page.keyboard.press('Control+c')
  await openShot('flags')
  // The clipboard lives with the page; copying again is what a user would do after opening the project anew.
  await openShot('harbour')
  await tile('Lantern glow').click()
  await page.keyboard.press('Control+c')
  await page.getByRole('button', { name: 'Shots', exact: true }).click()
  await page.getByRole('link', { name: /^Two flags/ }).click()
  await tile('Lantern glow').waitFor({ state: 'detached' })
  await page.keyboard.press('Escape')
  const before = await page.locator('[data-state-tile]').count()
  await addTreatment(page, 'Glow')
  await menu('More for this step', 'Paste into this step', 'Only What')
  assert.equal(await value('Rings'), 3)
  assert.equal(await undoName(), 'Undo: Paste what of Lantern glow')
  await menu('More for this step', 'Paste onto the shot', 'Times scaled to its length')
  assert.equal(await page.locator('[data-state-tile]').count(), before + 2)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
})

test('a recipe is made, used elsewhere, changed for all uses, opened up, and read from its file', async () => {
  const { page } = stage
  await openShot('harbour')
  await addTreatment(page, 'Grade')
  await typeNumber(page, 'Exposure', '0.4')
  await addTreatment(page, 'Vignette')
  await tile('Grade').click({ modifiers: ['Control'] })
  await menu('More for these steps', /^Save as a recipe/)
  await page.getByRole('textbox', { name: 'Name' }).fill('Stage light')
  await page.getByRole('checkbox', { name: /^Strength/ }).check()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await tile('Stage light').waitFor()
  assert.equal(await value('Exposure'), 0.4)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Write the recipe to a file' }).click()
  const path = await (await download).path()
  const file = JSON.parse(readFileSync(path, 'utf8')) as { format: string; panel: { label: string }[] }
  assert.deepEqual([file.format, file.panel.map((c) => c.label)], ['stilus-recipe', ['Exposure', 'Strength']])

  await openShot('flags')
  await page.getByRole('button', { name: 'Catalogue', exact: true }).click()
  await page.getByTestId('recipe-input').setInputFiles(path)
  await page.getByText(/^Read the recipe "Stage light"/).waitFor()
  await page.getByRole('button', { name: /^Stage light/ }).click()
  await page.keyboard.press('Escape')
  await typeNumber(page, 'Exposure', '-0.5')
  await page
    .getByRole('region', { name: 'Steps of the group' })
    .getByRole('button', { name: 'Vignette' })
    .click()
  await typeNumber(page, 'Softness', '0.3')
  await tile('Stage light').click()
  await page.getByRole('button', { name: 'Update all 2 uses from this one' }).click()
  await openShot('harbour')
  await tile('Stage light').click()
  assert.equal(await value('Exposure'), 0.4)
  await page
    .getByRole('region', { name: 'Steps of the group' })
    .getByRole('button', { name: 'Vignette' })
    .click()
  assert.equal(await value('Softness'), 0.3)
  await tile('Stage light').click()
  await page.keyboard.press('Control+Shift+g')
  await tile('Grade').click()
  assert.equal(await value('Exposure'), 0.4)
})

test('versions keep a stack each and are compared', async () => {
  const { page } = stage
  await menu('Version A of the steps', /^Version B/)
  await tile('Lantern glow').click()
  await page.keyboard.press('Delete')
  await tile('Lantern glow').waitFor({ state: 'detached' })
  await menu('Version B of the steps', 'Compare with version A')
  await page.getByRole('slider', { name: /^Split between Version A and Result/ }).waitFor()
  await page.keyboard.press('Escape')
  await menu('Version B of the steps', /^Version A/)
  await tile('Lantern glow').waitFor()
})

test('several shots are edited as one', async () => {
  const { page } = stage
  await page.keyboard.press('Control+ArrowUp')
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).click()
  await page.getByRole('button', { name: /^Shot Comet hangs/ }).click({ modifiers: ['Control'] })
  await page.getByRole('heading', { name: '2 shots' }).waitFor()
  await page.getByRole('radio', { name: 'Done' }).click()
  assert.equal(await undoName(), 'Undo: State of 2 shots')
  await page.keyboard.press('Control+z')
})

test('nothing went wrong on the way', () => assert.deepEqual(stage.errors, []))
