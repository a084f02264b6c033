import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { chooseItem, pictureOf, openOnDesk } from './acts'
import { openStage, type Stage } from './browser'

let stage: Stage
before(async () => {
  stage = await openStage()
  await stage.page.goto(`${stage.address}/demo`)
  await stage.page.getByRole('button', { name: /^Shot Stairs/ }).focus()
  await openOnDesk(stage.page)
})
after(() => stage.close())

const names = () =>
  stage.page
    .getByRole('list', { name: 'States of the shot' })
    .locator('[data-state-tile]')
    .evaluateAll((tiles) =>
      tiles.map((t) => (t.getAttribute('aria-label') ?? '').replace(/(, selected)?\. Hold.*/, '')),
    )
const find = async (text: string) => {
  const field = stage.page.getByRole('searchbox', { name: 'Find a treatment' })
  await field.fill(text)
  return field
}
const openDrawer = async () => {
  const { page } = stage
  if (!(await page.getByRole('complementary', { name: 'Catalogue' }).count()))
    await page.getByRole('button', { name: 'Catalogue', exact: true }).click()
}
/** The first entry that shows, by its name. */
const first = () =>
  stage.page.evaluate(
    () => document.querySelector('[data-entry] button')?.textContent ?? '',
  ) as Promise<string>

test('finds a treatment by a word with a slip, by a synonym, and by the name of a preset', async () => {
  await openDrawer()
  await find('kaliedoscope')
  assert.match(await first(), /^Kaleidoscope/)
  await find('bleach bypass')
  assert.match(await first(), /^Silver contrast/)
  await find('fireflies')
  assert.match(await first(), /^Particles/)
  await find('zzzz')
  await stage.page.getByText('Nothing here is called "zzzz"').waitFor()
})

test('a preset in the catalogue is used with one act, and undone with one', async () => {
  const { page } = stage
  await openDrawer()
  await find('split')
  await page.getByRole('button', { name: 'Presets of Split tones' }).click()
  await page.getByRole('button', { name: 'Split tones, Moss and cream' }).click()
  assert.deepEqual((await names()).slice(-2), ['Split tones', 'Result'])
  assert.equal(
    await page.getByRole('spinbutton', { name: 'Shadow strength' }).getAttribute('aria-valuenow'),
    '0.4',
  )
  assert.match(
    (await page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label')) ?? '',
    /Moss and cream/,
  )
  await page.keyboard.press('Control+z')
  assert.deepEqual(
    (await names()).filter((n) => n.startsWith('Split')),
    [],
  )
})

test('favourites and what was used last stay at hand', async () => {
  const { page } = stage
  await openDrawer()
  await find('vignette')
  await page.getByRole('button', { name: 'Make Vignette a favourite' }).click()
  await find('')
  const show = async (label: string) => {
    await page.getByRole('combobox', { name: 'Show' }).click()
    await page.getByRole('option', { name: label }).click()
  }
  await show('Favourites')
  await page.locator('[data-entry="step vignette"]').waitFor()
  assert.equal(await page.locator('[data-entry]').count(), 1)
  await show('Used last')
  assert.match(await first(), /^Split tones/)
  await show('Everything')
  await page.keyboard.press('Escape')
})

test('the page: what the pointer rests on shows large with its presets; Enter uses the first found', async () => {
  const { page } = stage
  await openDrawer()
  await page.getByRole('button', { name: 'Browse large' }).click()
  await page.getByRole('button', { name: 'Add light', exact: true }).click()
  await page.getByRole('button', { name: /^Star filter\./ }).hover()
  await page.getByRole('heading', { name: 'Star filter' }).waitFor()
  await page.getByRole('button', { name: 'Star filter, Six points' }).waitFor()
  await page.getByRole('button', { name: 'Everything', exact: true }).click()
  const before = (await names()).length
  const field = await find('halftoen')
  await field.press('Enter')
  await field.press('Escape')
  await page.getByRole('searchbox', { name: 'Find a treatment' }).waitFor({ state: 'detached' })
  const after = await names()
  assert.equal(after.length, before + 1)
  assert.equal(after.at(-2), 'Halftone')
})

test('a step can lie on the picture by a blend mode, in light or as seen', async () => {
  const { page } = stage
  const look = () => pictureOf(page, 0)
  await look()
  const mean = () =>
    page.evaluate(() => {
      const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
      const data = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? []
      let sum = 0
      for (let i = 0; i < data.length; i += 4) sum += data[i + 1] ?? 0
      return sum / (data.length / 4)
    }) as Promise<number>
  await page.waitForTimeout(800)
  const plain = await mean()
  await page.getByRole('combobox', { name: 'Blend mode' }).click()
  await page.getByRole('option', { name: 'Multiply' }).click()
  await page.waitForTimeout(1200)
  const multiplied = await mean()
  assert.ok(multiplied < plain - 2, `${multiplied} is not darker than ${plain}`)
  await page.getByRole('combobox', { name: 'Blends in' }).click()
  await page.getByRole('option', { name: 'As light' }).click()
  await page.waitForTimeout(1200)
  assert.notEqual(await mean(), multiplied)
})

test('what needs a still says so and takes one that was kept', async () => {
  const { page } = stage
  await openDrawer()
  const field = await find('match a still')
  await field.press('Enter')
  await field.press('Escape')
  await page.getByRole('button', { name: 'Keep this frame as a still' }).click()
  await page.getByText(/^Kept "Stairs/).waitFor()
  await chooseItem(page, 'Still: Nothing', 'A clip or still', /^Stairs [^.]*$/)
  await page.getByRole('button', { name: /^Still: Stairs/ }).waitFor()
})
