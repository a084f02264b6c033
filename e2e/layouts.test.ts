import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { changedPicture, drag, goToTimecode, pictureOf, restingPicture, saved } from './acts'
import { toldRightly } from './heard'
import { openStage, type Stage } from './browser'

let stage: Stage
before(async () => {
  stage = await openStage()
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await pictureOf(page, 0)
})
after(() => stage?.close())

const shelf = () => stage.page.getByRole('region', { name: 'Shelf of designs' })
const tile = (id: string) => shelf().locator(`li[data-entry="${id}"]`)
const panel = () => stage.page.getByRole('region', { name: 'Words and colours' })
const onPicture = (name: string) => stage.page.getByRole('group', { name: `Drop into ${name}` })
/** Where in the edit the two-shot lies: Lantern close, to its end. */
/** How many frames of Harbour wide there are in the edit. */
const HARBOUR = 118
const [FIRST, LAST] = ['01:00:12:00', '01:00:17:23']

/** Drags a row of the media to somewhere. */
async function carry(name: string, to: () => Promise<[number, number]>): Promise<void> {
  const { page } = stage
  const row = page.getByRole('complementary', { name: 'Media' }).getByText(name, { exact: true })
  await row.scrollIntoViewIfNeeded()
  const box = await row.boundingBox()
  if (!box) throw new Error(`${name} is not among the media.`)
  await page.mouse.move(box.x + 12, box.y + 8)
  await page.mouse.down()
  await page.mouse.move(box.x + 40, box.y + 20, { steps: 3 })
  await page.mouse.move(...(await to()), { steps: 6 })
  await page.mouse.up()
}
const middleOf = async (name: string): Promise<[number, number]> => {
  const box = await onPicture(name).boundingBox()
  if (!box) throw new Error(`There is no place ${name}.`)
  return [box.x + box.width / 2, box.y + box.height / 2]
}

test('a two-shot shows the shots of the edit on the shelf, and begins and ends as the edit itself', async () => {
  const { page } = stage
  await goToTimecode(page, LAST)
  const end = await restingPicture(page)
  await goToTimecode(page, FIRST)
  const begin = await restingPicture(page)
  await page.keyboard.press('Shift+T')
  await shelf().getByRole('button', { name: 'Shots beside shots' }).click()
  assert.ok((await shelf().locator('li[data-entry]').count()) >= 16)
  await tile('grid/two-shot').locator('img[data-moving="true"]').waitFor()
  await toldRightly(page)
  await tile('grid/two-shot').getByRole('button').first().click()
  await shelf().waitFor({ state: 'detached' })
  await panel().getByRole('button', { name: 'First shot of Two on a grid: The edit below' }).waitFor()
  await panel().getByRole('button', { name: 'Second shot of Two on a grid: stargazer-talks.mp4' }).waitFor()
  assert.equal(await restingPicture(page), begin)
  await goToTimecode(page, '01:00:14:00')
  await changedPicture(page, begin)
  await goToTimecode(page, LAST)
  assert.equal(await restingPicture(page), end)
})

test('its places are filled by dropping footage on the picture, and by a list; the timing stays', async () => {
  const { page } = stage
  await goToTimecode(page, '01:00:14:00')
  await page.getByRole('button', { name: 'Media', exact: true }).click()
  await page.getByRole('complementary', { name: 'Media' }).waitFor()
  const before = await restingPicture(page)
  assert.equal(await onPicture('Second shot').count(), 0, 'places show though nothing is carried')
  await carry('star-chart.mp4', () => middleOf('Second shot'))
  const chart = await changedPicture(page, before)
  await panel().getByRole('button', { name: 'Second shot of Two on a grid: star-chart.mp4' }).waitFor()
  assert.equal(await onPicture('Second shot').count(), 0)
  await page.keyboard.press('Control+z')
  assert.equal(await changedPicture(page, chart), before)
  await carry('two-flags.mp4', async () => {
    const box = await panel()
      .getByRole('button', { name: /^First shot of/ })
      .boundingBox()
    if (!box) throw new Error('The first shot is not asked for.')
    return [box.x + 20, box.y + 10]
  })
  const flags = await changedPicture(page, before)
  await page.getByRole('spinbutton', { name: 'First shot begins' }).waitFor()
  await panel().getByRole('button', { name: 'First shot of Two on a grid: two-flags.mp4' }).click()
  await page.getByRole('menuitem', { name: 'The edit below' }).click()
  assert.equal(await changedPicture(page, flags), before)
  await saved(page)
})

test('a title is used from second 1 to 4 of a shot by one drag; 4 seconds longer, its arrival is as it was', async () => {
  const { page } = stage
  await goToTimecode(page, '01:00:00:12')
  await page.keyboard.press('Shift+T')
  await shelf().getByLabel('Find a design').fill('out of a rule')
  await tile('grid/under-rule').getByRole('button').first().hover()
  const when = shelf().getByRole('region', { name: 'When it shows' })
  await when.getByText('In Harbour wide').waitFor()
  const box = await page.getByTestId('when-band').boundingBox()
  if (!box) throw new Error('There is nothing to draw on.')
  const lasts = when.getByRole('spinbutton', { name: 'It lasts' })
  assert.equal(Number(await lasts.getAttribute('aria-valuenow')), 5)
  const at = (second: number): [number, number] => [
    box.x + ((second * 24) / HARBOUR) * box.width,
    box.y + box.height / 2,
  ]
  await drag(page, at(1), at(4))
  await shelf().getByRole('button', { name: 'Use for 3 seconds' }).click()
  await shelf().waitFor({ state: 'detached' })
  await page.getByText('01:00:01:00 – 01:00:04:00').waitFor()
  await goToTimecode(page, '01:00:01:08')
  const arriving = await restingPicture(page)
  const clip = page.getByRole('button', { name: /^Shot Out of a rule,/ })
  const lies = await clip.boundingBox()
  if (!lies) throw new Error('It does not lie in the lanes.')
  const [end, y] = [lies.x + lies.width - 3, lies.y + lies.height / 2]
  await drag(page, [end, y], [end + (lies.width * 4) / 3, y])
  const length = async () =>
    Number(/(\d+) frames/.exec(await page.getByRole('region', { name: 'Selected shot' }).innerText())?.[1])
  const made = await length()
  assert.ok(Math.abs(made - 168) < 8, `it lasts ${made} frames`)
  assert.equal(await restingPicture(page), arriving)
  await page.keyboard.press('Control+z')
  assert.equal(await length(), 72)
})

test('a title that is chosen is dragged on the picture to what is safe, sized by a corner and nudged, each one act', async () => {
  const { page } = stage
  await page.getByRole('button', { name: /^Shot Out of a rule,/ }).click()
  await goToTimecode(page, '01:00:02:12')
  const placed = page.getByTestId('placed')
  await placed.waitFor()
  const box = async () => {
    const found = await placed.boundingBox()
    if (!found) throw new Error('Nothing is chosen on the picture.')
    return found
  }
  const picture = await page.getByTestId('viewer').locator('canvas').first().boundingBox()
  if (!picture) throw new Error('There is no picture.')
  const before = await restingPicture(page)
  const from = await box()
  const inside: [number, number] = [from.x + 8, from.y + from.height / 2]
  // Near the upper edge of what is safe it comes to lie on it.
  const up = from.y - (picture.y + 0.06 * picture.height) - 3
  await drag(page, inside, [inside[0], inside[1] - up])
  const moved = await changedPicture(page, before)
  const there = await box()
  assert.ok(Math.abs(there.y - (picture.y + 0.06 * picture.height)) < 1, 'it does not lie on the safe edge')
  assert.ok(Math.abs(there.x - from.x) < 1)
  await drag(
    page,
    [there.x + there.width, there.y + there.height],
    [there.x + there.width * 0.75, there.y + there.height * 0.75],
  )
  const sized = await changedPicture(page, moved)
  const small = await box()
  assert.ok(Math.abs(small.width / there.width - 0.75) < 0.02)
  assert.ok(Math.abs(small.height / there.height - 0.75) < 0.02)
  await page.keyboard.press('Control+z')
  assert.equal(await changedPicture(page, sized), moved)
  await page.getByLabel('Out of a rule on the picture').focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  const nudged = await changedPicture(page, moved)
  await page.keyboard.press('Control+z')
  assert.equal(await changedPicture(page, nudged), moved)
  await page.keyboard.press('Control+z')
  assert.equal(await changedPicture(page, moved), before)
  await page.screenshot({ path: '/tmp/a2.png' })
  assert.deepEqual(stage.errors, [])
})
