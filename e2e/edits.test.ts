import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { goToTimecode, notices, pictureOf } from './acts'
import { openStage, type Stage } from './browser'
import { changedEdit } from './changed-edit'

let stage: Stage
before(async () => void (stage = await openStage()))
after(() => stage?.close())

/** The picture in the viewer as numbers. */
const pixels = () =>
  stage.page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
    const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data
    return data ? Array.from(data.filter((_, i) => i % 997 === 0)) : []
  })

test('a changed edit is read over a treated project: seen first, then taken in, and undone as one act', async () => {
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: 'Media' }).first().click()
  // The harbour is finished: its picture is the same before and after.
  await goToTimecode(page, '01:00:02:00')
  await pictureOf(page, 48, 0.4)
  const finished = await pixels()
  await page.getByTestId('import-input').setInputFiles(changedEdit())
  const panel = page.getByRole('region', { name: 'A changed edit' })
  await panel.getByText(/Nothing is changed yet/).waitFor()
  const rows = panel.getByRole('list', { name: 'What it changes' }).getByRole('listitem')
  await rows.filter({ hasText: 'Tower tilt' }).filter({ hasText: 'begins 12 frames later' }).waitFor()
  await rows
    .filter({ hasText: 'Stairs' })
    .filter({ hasText: /runs at 200 %/ })
    .waitFor()
  // The dissolves of the edit, which the list cuts where they begin, are where they were.
  assert.equal(await rows.count(), 2)
  assert.equal(await page.getByRole('button', { name: 'Undo' }).isDisabled(), true)
  await panel.getByRole('button', { name: 'Take the changes in' }).click()
  await notices(page)
    .filter({ hasText: /"second-cut.edl" is taken in: 2\d shots/ })
    .waitFor()
  const report = page.getByRole('region', { name: 'What came of the edit' })
  await report.getByText(/The sound of "stairs" is off/).waitFor()
  await report.getByRole('button', { name: 'Done' }).click()
  await goToTimecode(page, '01:00:02:00')
  await pictureOf(page, 48, 0.4)
  assert.deepEqual(await pixels(), finished)
  const shot = page.getByRole('region', { name: 'Selected shot' })
  const place = (name: string, from: string) =>
    page
      .getByRole('button', { name: new RegExp(`^Shot ${name}, `) })
      .click()
      .then(() => shot.getByText(new RegExp(`^${from} – `)).waitFor())
  await place('Tower tilt', '01:00:05:10')
  await shot.getByText('92 frames', { exact: true }).waitFor()
  await place('Stairs', '01:02:00:00')
  await shot.getByText(/Speed of the edit/).waitFor()
  await page.keyboard.press('Control+z')
  await place('Tower tilt', '01:00:04:22')
})
