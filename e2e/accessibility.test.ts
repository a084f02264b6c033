import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { chooseItem, pictureOf, tileOf, openOnDesk } from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

let stage: Stage
before(async () => void (stage = await openStage()))
after(() => stage?.close())

/** No serious or critical finding on what is on screen. */
async function clean(): Promise<void> {
  const { page } = stage
  await page.mouse.move(640, 4)
  await page.waitForTimeout(400)
  await toldRightly(page)
}

test('projects', async () => {
  await stage.page.goto(stage.address)
  await stage.page.getByText('The Tin Comet').waitFor()
  await clean()
})

test('sequence', async () => {
  await stage.page.goto(`${stage.address}/demo`)
  await stage.page.getByRole('button', { name: /^Shot Harbour wide/ }).click()
  await clean()
})

test('desk: what, where, when, catalogue', async () => {
  const { page } = stage
  await openOnDesk(page)
  await page
    .getByRole('list', { name: 'States of the shot' })
    .getByRole('button', { name: /^Cool water/ })
    .click()
  await pictureOf(page, 0)
  for (const face of ['1', '2', '3']) {
    await page.keyboard.press(face)
    await clean()
  }
  await page.getByRole('button', { name: 'Catalogue', exact: true }).click()
  await clean()
  await page.getByRole('button', { name: 'Browse large' }).click()
  await clean()
  await page.keyboard.press('Escape')
})

test('desk: scopes, comparing, rulers, shelf, presets, curves, what moves a value, several steps', async () => {
  const { page } = stage
  const tile = (name: RegExp) =>
    page.getByRole('list', { name: 'States of the shot' }).getByRole('button', { name })
  await tile(/^Lantern glow/).click()
  for (const key of ['w', 'c', 'Shift+R', 'Shift+S', '1']) await page.keyboard.press(key)
  await page.getByRole('button', { name: /^Presets/ }).click()
  await clean()
  for (const key of ['c', 'Shift+C', 'Shift+R', 'q']) await page.keyboard.press(key)
  await page.getByRole('button', { name: 'Intensity at frame 48' }).click()
  await clean()
  for (const key of ['w', 'Shift+C', 'q']) await page.keyboard.press(key)
  await page.getByRole('button', { name: 'Shelf', exact: true }).click()
  await page.getByRole('button', { name: 'Keep a still', exact: true }).click()
  await page.getByText(/^Kept "Harbour wide/).waitFor()
  await clean()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'More for radius' }).click({ force: true })
  await page.getByRole('menuitem', { name: 'Add a wobble' }).click()
  await clean()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+a')
  await page.getByRole('heading', { name: '4 steps' }).waitFor()
  await clean()
  await page.keyboard.press('Control+g')
  await tile(/^Group/).waitFor()
  await clean()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
})

test('region tools, keys on their histograms, and the motion view', async () => {
  const { page } = stage
  await page.goto(`${stage.address}/p/the-tin-comet/shot/cart`)
  await pictureOf(page, 0)
  await tileOf(page, 'All but the sign').click()
  await page.keyboard.press('2')
  await chooseItem(page, 'Keys, clips, the shelf and files', 'Hue key')
  await clean()
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: /^Rides on Sign/ }).click()
  await page.getByRole('img', { name: 'Quality over the frames of the medium' }).waitFor()
  await clean()
  await page.keyboard.press('Escape')
})

test('the desks of a branch, a cut, a span and a design', async () => {
  const { page, address } = stage
  for (const desk of ['shot/fox', 'cut/night-to-morning', 'span/workshop', 'design/plate']) {
    await page
      .getByRole('status')
      .filter({ hasText: /^Saved/ })
      .waitFor()
    await page.goto(`${address}/p/the-tin-comet/${desk}`)
    await pictureOf(page, 0)
    await clean()
  }
  await page.getByRole('button', { name: 'Bar', exact: true }).click()
  await clean()
})

test('hand over', async () => {
  const { page } = stage
  await page.getByRole('link', { name: 'Hand over' }).click()
  await page.getByRole('radio', { name: 'Shots' }).click()
  await clean()
})

test('the whole way by keyboard alone: open, treat, type, limit, key, undo', async () => {
  const { page } = stage
  await page.goto(`${stage.address}/p/the-tin-comet`)
  const shot = page.getByRole('button', { name: /^Shot Stairs/ })
  await shot.focus()
  await page.keyboard.press('Enter')
  await pictureOf(page, 0)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Add Glow')
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: 'Add Glow' }).waitFor()
  await page.keyboard.press('Enter')
  const threshold = page.getByRole('spinbutton', { name: 'Threshold', exact: true })
  await threshold.focus()
  const before = Number(await threshold.getAttribute('aria-valuenow'))
  await page.keyboard.press('ArrowUp')
  assert.ok(Number(await threshold.getAttribute('aria-valuenow')) > before)
  await page.keyboard.press('Enter')
  await page.keyboard.type('0.4')
  await page.keyboard.press('Enter')
  assert.equal(await threshold.getAttribute('aria-valuenow'), '0.4')
  await page.keyboard.press('k')
  await page.getByRole('button', { name: 'Key of Mix at frame 0' }).waitFor()
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Key of Mix at frame 0' }).waitFor({ state: 'detached' })
  await page.keyboard.press('b')
  await page.getByRole('button', { name: 'Switch Glow on' }).first().waitFor()

  // From state to state by arrows, into a menu, onto the picture and through the keys.
  const tiles = page.getByRole('list', { name: 'States of the shot' })
  await tiles.getByRole('button', { name: /^Source/ }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await tiles.getByRole('button', { name: /^Glow, selected/ }).waitFor()
  await page.keyboard.press('b')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Add Vignette')
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: 'Add Vignette' }).waitFor()
  await page.keyboard.press('Enter')
  const centre = page.getByRole('slider', { name: /^Centre: arrow keys/ })
  await centre.focus()
  await page.keyboard.press('Shift+ArrowRight')
  assert.match((await centre.getAttribute('aria-valuetext')) ?? '', /^50\.8 % across/)
  await page.getByRole('button', { name: 'More for strength' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Add a flicker' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('switch', { name: 'Flicker, on' }).focus()
  await page.keyboard.press('Space')
  assert.equal(await page.getByRole('switch', { name: 'Flicker, on' }).getAttribute('aria-checked'), 'false')
  await page.keyboard.press('Escape')
  await page.getByRole('spinbutton', { name: 'Strength', exact: true }).waitFor()
  await page.keyboard.press('k')
  const key = page.getByRole('button', { name: 'Key of Mix at frame 0' })
  await key.focus()
  await page.keyboard.press('Enter')
  for (let i = 0; i < 4; i++) await page.keyboard.press('.')
  await page.getByRole('button', { name: 'Key of Mix at frame 4' }).waitFor()
  await page.keyboard.press('Delete')
  await page.getByRole('button', { name: 'Key of Mix at frame 4' }).waitFor({ state: 'detached' })
})
