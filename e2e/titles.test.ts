import assert from 'node:assert/strict'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import {
  changedPicture as changes,
  chooseItem,
  goToTimecode,
  notices,
  palette as run,
  pictureOf,
  restingPicture,
  saved,
  typeNumber,
} from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

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
const shots = (name: string) => stage.page.getByRole('button', { name: new RegExp(`^Shot ${name},`) })
/** The addresses that a picture on the shelf shows within a while. */
async function pictures(id: string, want: number): Promise<number> {
  const seen = new Set<string>()
  for (let i = 0; i < 200 && seen.size < want; i++) {
    const src = await tile(id).locator('img').getAttribute('src')
    if (src) seen.add(src)
    await stage.page.waitForTimeout(60)
  }
  return seen.size
}

const folder = mkdtempSync(join(tmpdir(), 'stilus-captions-'))
const fileOf = (name: string, text: string): string => {
  const path = join(folder, name)
  writeFileSync(path, text)
  return path
}

test('the shelf opens over the edit; designs move in the words of the user', async () => {
  const { page } = stage
  await goToTimecode(page, '01:00:10:00')
  await page.keyboard.press('Shift+T')
  await shelf().waitFor()
  await shelf().getByLabel('First line', { exact: true }).fill('Nim Ferro')
  await shelf().getByLabel('Second line', { exact: true }).fill('Keeps the lamp')
  await tile('quiet/name').locator('img[data-moving="true"]').waitFor()
  assert.ok((await pictures('quiet/name', 4)) >= 4, 'it does not move')
})

test('it is narrowed by purpose, by family and by words; what is not there is said', async () => {
  await shelf().getByRole('button', { name: 'Clocks and counters' }).click()
  assert.equal(await shelf().locator('li[data-entry]').count(), 9)
  await shelf().getByRole('button', { name: 'Tram tickets' }).click()
  assert.equal(await shelf().locator('li[data-entry]').count(), 8)
  await toldRightly(stage.page)
  await shelf().getByRole('button', { name: 'Everything', exact: true }).click()
  await shelf().getByLabel('Find a design').fill('planks')
  await tile('stencil/planks').waitFor()
  await shelf().getByLabel('Find a design').fill('qqqzzz')
  await shelf()
    .getByText(/Nothing on the shelf is called “qqqzzz”/)
    .waitFor()
  await shelf().getByLabel('Find a design').fill('')
})

test('a click lays it at the playhead with those words; only words, colours and size are asked for', async () => {
  const { page } = stage
  await shelf().getByLabel('Find a design').fill('two slips')
  await tile('paper/slips').getByRole('button').first().hover()
  await shelf().getByRole('button', { name: 'Lilac' }).click()
  await shelf().getByRole('button', { name: 'Use at the playhead' }).click()
  await shelf().waitFor({ state: 'detached' })
  const panel = page.getByRole('region', { name: 'Words and colours' })
  assert.equal(await panel.getByLabel('Name of Two slips').inputValue(), 'Nim Ferro')
  assert.equal(await panel.getByLabel('What they do of Two slips').inputValue(), 'Keeps the lamp')
  await page.getByText('01:00:10:00 – 01:00:15:00').waitFor()
  assert.equal(
    await page.getByRole('switch', { name: 'The design takes the length of the shot' }).isChecked(),
    true,
  )
  await goToTimecode(page, '01:00:12:00')
  const before = await restingPicture(page)
  await panel.getByLabel('Name of Two slips').fill('Odo Brask')
  await changes(page, before)
  await panel.getByRole('button', { name: /^Accent/ }).waitFor()
})

test('mirrored by one act, and taken back; the whole use is one act of the history', async () => {
  const { page } = stage
  const before = await restingPicture(page)
  await page.getByRole('button', { name: 'Mirror', exact: true }).click()
  const there = await changes(page, before)
  await page.keyboard.press('Control+z')
  assert.equal(await changes(page, there), before)
  assert.equal(await shots('Two slips').count(), 1)
  // The name, and the use itself.
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await shots('Two slips').waitFor({ state: 'detached' })
  await saved(page)
})

test('the palette finds it by plain words, Escape closes it, and a second use has a name of its own', async () => {
  const { page } = stage
  for (const name of ['Beside a bar', 'Beside a bar 2']) {
    await run(page, 'Choose a title or graphic from the shelf')
    await shelf().getByLabel('Find a design').fill('beside a bar')
    await tile('grid/beside-bar').getByRole('button').first().click()
    await shelf().waitFor({ state: 'detached' })
    await shots(name).waitFor()
  }
  await run(page, 'Choose a title or graphic from the shelf')
  await page.keyboard.press('Escape')
  await shelf().waitFor({ state: 'detached' })
})

test('it is placed by thirds and made faster beside the picture, each one act', async () => {
  const { page } = stage
  await shots('Beside a bar').click()
  await goToTimecode(page, '01:00:12:12')
  let last = await restingPicture(page)
  const seen = new Set([last])
  for (const where of ['upper right', 'lower left', 'middle']) {
    await page.getByRole('button', { name: `Place Beside a bar ${where}`, exact: true }).click()
    last = await changes(page, last)
    seen.add(last)
  }
  assert.equal(seen.size, 4, 'two places look alike')
  await goToTimecode(page, '01:00:10:08')
  const slow = await restingPicture(page)
  await typeNumber(page, 'Speed of Beside a bar', '300')
  const fast = await changes(page, slow)
  await page.keyboard.press('Control+z')
  assert.equal(await changes(page, fast), slow)
  await saved(page)
})

test('a design asks for what its maker chose, is kept on the shelf, and leaves and comes as a file', async () => {
  const { page } = stage
  await page.getByRole('button', { name: 'Media', exact: true }).click()
  await page.getByRole('link', { name: /^Beside a bar Design/ }).click()
  const panel = page.getByRole('region', { name: 'Design', exact: true })
  await panel.getByLabel('Name of the design').dblclick()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('Mine')
  await page.keyboard.press('Enter')
  await panel.getByRole('button', { name: 'What it asks for where it is used' }).click()
  await panel.getByRole('button', { name: 'No longer ask for size' }).click()
  await chooseItem(page, 'Ask for more', /^Whether Bar shows|^Whether Rule shows|^Whether .* shows/)
  await panel.getByRole('button', { name: 'Keep on the shelf' }).click()
  await notices(page).getByText('Mine stands on the shelf under Yours.').waitFor()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    panel.getByRole('button', { name: 'Save as a file' }).click(),
  ])
  const path = join(folder, file.suggestedFilename())
  await file.saveAs(path)
  assert.match(path, /Mine\.design\.zip$/)
  await page
    .getByRole('link', { name: /The Tin Comet/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Media', exact: true }).click()
  await goToTimecode(page, '01:00:30:00')
  await page.keyboard.press('Shift+T')
  await shelf().getByRole('button', { name: 'Yours', exact: true }).click()
  const mine = shelf().getByRole('button', { name: /^Mine\. / })
  await mine.hover()
  await chooseItem(page, 'More for Mine', 'Remove from the shelf …')
  await page
    .getByRole('dialog', { name: 'Remove Mine from the shelf?' })
    .getByRole('button', { name: 'Keep it' })
    .click()
  assert.equal(await mine.count(), 1)
  await mine.hover()
  await chooseItem(page, 'More for Mine', 'Remove from the shelf …')
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await mine.waitFor({ state: 'detached' })
  await shelf().getByTestId('design-input').setInputFiles(path)
  await notices(page).getByText('Mine stands on the shelf under Yours.').last().waitFor()
  await shelf().getByLabel('First line', { exact: true }).fill('Ferro Om')
  await mine.click()
  await shelf().waitFor({ state: 'detached' })
  await shots('Mine 2').waitFor()
  const asked = page.getByRole('region', { name: 'Words and colours' })
  assert.equal(await asked.getByRole('textbox').first().inputValue(), 'Ferro Om')
  assert.equal(await asked.getByRole('spinbutton', { name: /^Size/ }).count(), 0)
  assert.equal(await asked.getByRole('switch').count(), 1)
})

test('a file that holds no design is refused with what to do', async () => {
  const { page } = stage
  await page.keyboard.press('Shift+T')
  await shelf().getByTestId('design-input').setInputFiles(fileOf('nothing.zip', 'No zip at all.'))
  await notices(page)
    .getByText(/not a Stilus package/)
    .waitFor()
  await page.keyboard.press('Escape')
  await shelf().waitFor({ state: 'detached' })
})

const SRT = `1
00:00:20,000 --> 00:00:22,000
<i>Who hung it</i>
so low?

2
00:00:22,500 --> 00:00:24,000
We did & they did.

3
00:00:23,000 --> 00:00:25,000
At the same time.
`
test('captions come in as one design over the edit, each for its time, and leave with those times', async () => {
  const { page, address } = stage
  await goToTimecode(page, '01:00:21:00')
  const without = await restingPicture(page)
  await page.getByRole('button', { name: 'Media', exact: true }).click()
  await page.getByTestId('import-input').setInputFiles(fileOf('Harbour.srt', SRT))
  await page.getByText('3 captions lie over the edit').waitFor()
  assert.notEqual(await changes(page, without), without)
  const all = page.getByRole('button', { name: /^Shot (Who hung it|We did|At the same)/ })
  await all.first().waitFor()
  assert.equal(await all.count(), 3)
  await page.getByRole('button', { name: /^Shot Who hung it/ }).focus()
  await page.getByText('01:00:20:00 – 01:00:22:00').waitFor()
  const words = page.getByRole('region', { name: 'Words and colours' }).getByLabel('text of this row')
  assert.equal(await words.inputValue(), 'Who hung it\nso low?')
  await words.fill('Who hung it up?')
  await saved(page)
  await page.getByRole('link', { name: 'Harbour Design, 1 object' }).click()
  assert.match(page.url(), new RegExp(`^${address}/p/the-tin-comet/design/`))
  await page.getByRole('region', { name: 'Design', exact: true }).waitFor()
  await pictureOf(page, 0)
  await run(page, 'Open the roster of the design')
  await page.getByRole('button', { name: 'Save the roster' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'As captions (WebVTT)' }).click(),
  ])
  const text = readFileSync(await download.path(), 'utf8')
  assert.match(text, /^WEBVTT\n\n00:00:20\.000 --> 00:00:22\.000\nWho hung it up\?\n/)
  assert.match(text, /00:00:22\.500 --> 00:00:24\.000\nWe did &amp; they did\.\n/)
})

test('a file of captions that cannot be read is refused with the line and what to do', async () => {
  const { page, address } = stage
  await page.goto(`${address}/p/the-tin-comet`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await page.getByRole('button', { name: 'Media', exact: true }).click()
  await page.getByTestId('import-input').setInputFiles(fileOf('broken.vtt', 'WEBVTT\n\nsoon --> later\nx\n'))
  await notices(page).getByText('broken.vtt: Line 3 is no time of a caption').waitFor()
})
