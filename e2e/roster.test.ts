import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import {
  changedPicture as changes,
  goToTimecode,
  notices,
  palette as run,
  pictureOf,
  restingPicture,
  saved,
} from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

let stage: Stage
before(async () => {
  stage = await openStage()
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await page.goto(`${address}/p/the-tin-comet/design/plate`)
  await pictureOf(page, 0)
  await goToTimecode(page, '00:00:01:04')
})
after(() => stage?.close())

const cell = (column: string, row: number) =>
  stage.page.getByLabel(`${column} of row ${row}`, { exact: true })
const table = () => stage.page.getByRole('region', { name: 'Roster', exact: true })
test('the roster stands in place of the lanes; the row in hand is seen on the picture', async () => {
  const { page } = stage
  const first = await restingPicture(page)
  await run(page, 'Open the roster of the design')
  await cell('name', 1).waitFor()
  assert.equal(await cell('name', 4).inputValue(), 'Teodor Maszkowiak-Lindqvist')
  await cell('name', 4).click()
  const fourth = await changes(page, first)
  await table()
    .getByText(/Name is set at \d+ % of its size/)
    .waitFor()
  await cell('name', 4).fill('Ida Om')
  await cell('name', 4).press('Enter')
  await changes(page, fourth)
  await page.keyboard.press('Control+z')
  await page.waitForTimeout(300)
  assert.equal(await cell('name', 4).inputValue(), 'Teodor Maszkowiak-Lindqvist')
  await toldRightly(page)
})

test('a table of twelve is read, hostile rows among them, and put onto the edit by its timecodes', async () => {
  const { page, address } = stage
  const rows = Array.from({ length: 12 }, (_, i) => {
    const names = ['=SUM(A1:A9)', '"Two\nlines"', 'שרה לוי', `"${'Long '.repeat(50).trim()}"`]
    return `${names[i] ?? `Speaker ${i + 1}`},Role ${i + 1},${i < 10 ? `01:00:${String(20 + i * 3)}:00` : ''}`
  })
  await page
    .getByLabel('Roster file')
    .first()
    .setInputFiles({
      name: 'twelve.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`Name,Role,Timecode\n${rows.join('\n')}\n`),
    })
  await table()
    .getByText(/^12 rows/)
    .waitFor()
  assert.equal(await cell('Name', 1).inputValue(), '=SUM(A1:A9)')
  await table().getByRole('button', { name: 'Put onto the edit' }).click()
  await notices(page).filter({ hasText: '12 rows were put over the edit' }).waitFor()
  await saved(page)
  await page.goto(`${address}/p/the-tin-comet`)
  const shots = page.getByRole('button', { name: /^Shot (Speaker \d|=SUM|שרה|Long Long|Two\s*lines)/ })
  await shots.first().waitFor()
  assert.equal(await shots.count(), 12)
  await page.getByRole('button', { name: /^Shot Speaker 5,/ }).focus()
  await page.getByText('01:00:32:00 – 01:00:34:00').waitFor()
  await page
    .getByRole('combobox', { name: 'Row of the roster that the shot shows' })
    .getByText('Speaker 5')
    .waitFor()
  await page.keyboard.press('Control+z')
  await page.waitForTimeout(300)
  assert.equal(await shots.count(), 0)
  await saved(page)
})

test('what is no table is refused with what to do, and nothing is lost', async () => {
  const { page, address } = stage
  await page.goto(`${address}/p/the-tin-comet/design/plate`)
  await page.getByRole('button', { name: /, 12 rows$/ }).click()
  for (const [text, says] of [
    ['', 'This table is empty'],
    ['name,Name\na,b', 'Two columns are called Name'],
    [`name\n${'x'.repeat(400)}`, 'more than 300 letters'],
  ] as const) {
    await page
      .getByLabel('Roster file')
      .first()
      .setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
    await notices(page).filter({ hasText: says }).waitFor()
  }
  await table()
    .getByText(/^12 rows/)
    .waitFor()
  await page.getByRole('button', { name: 'Back to the lanes' }).click()
  await page.getByTestId('object-lanes').waitFor()
  assert.deepEqual(stage.errors, [])
})
