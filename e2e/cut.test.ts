import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { addTreatment, goToTimecode, pictureOf, typeNumber, saved, openOnDesk } from './acts'
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
  await tile('Wipe').scrollIntoViewIfNeeded()
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
  await openOnDesk(page)
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
    .getByRole('list', { name: 'States of the joined picture' })
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

test('treatments stand on either side of the cut, move from one to the other, and are judged on both together', async () => {
  const { page } = stage
  const row = (name: string) => page.getByRole('list', { name: `States of the ${name}` })
  await goToTimecode(page, '01:00:04:16')
  await pictureOf(page, 2, 0.4)
  const plain = await pixels()
  await row('outgoing shot').getByRole('button', { name: 'Insert a treatment at 1' }).click()
  await page.getByLabel('Find a treatment', { exact: true }).fill('negative')
  await page.keyboard.press('Enter')
  const step = (name: string) => row(name).getByRole('button', { name: /^Negative/ })
  await step('outgoing shot').waitFor()
  await page.waitForTimeout(1200)
  assert.ok(apart(plain, await pixels()) > 8, 'the joined picture shows what is done to one side')
  const [tile, gap] = [
    await step('outgoing shot').boundingBox(),
    await row('incoming shot').getByRole('button', { name: 'Insert a treatment at 1' }).boundingBox(),
  ]
  if (!tile || !gap) throw new Error('The rows are not there.')
  await page.mouse.move(tile.x + 40, tile.y + 24)
  await page.mouse.down()
  await page.mouse.move(gap.x + 4, gap.y + 4, { steps: 6 })
  await page.mouse.move(gap.x + 8, gap.y + 8)
  await page.mouse.up()
  await step('incoming shot').waitFor()
  assert.equal(await step('outgoing shot').count(), 0)
  await page.keyboard.press('Control+z')
  await step('outgoing shot').waitFor()
})

test('where a handle is too short, it is said what is missing, and each remedy is one act', async () => {
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Push, 20 frames/ }).click()
  const values = async () =>
    Promise.all(
      ['Before the cut', 'After the cut'].map(async (name) =>
        Number(await page.getByRole('spinbutton', { name }).getAttribute('aria-valuenow')),
      ),
    )
  const ask = (frames: number) => typeNumber(page, 'Before the cut', String(frames))
  await ask(10)
  const missing = panel().getByRole('group', { name: 'Frames missing of Tower tilt' })
  await missing.getByText('2 frames of Tower tilt before its beginning are missing').waitFor()
  await missing.getByRole('button', { name: 'Shift' }).click()
  assert.deepEqual(await values(), [8, 14])
  await ask(11)
  await missing.getByText('3 frames').waitFor()
  await missing.getByRole('button', { name: 'Shorten' }).click()
  assert.deepEqual(await values(), [8, 14])
  await ask(12)
  for (const [remedy, says] of [
    ['Hold its frame', 'holds its first frame'],
    ['Back and forth', 'runs back and forth'],
  ] as const) {
    await missing.getByRole('button', { name: remedy }).click()
    await panel().getByText(says).waitFor()
    assert.equal(await missing.count(), 0)
    await page.getByRole('button', { name: /, 26 frames/ }).waitFor()
    await panel().getByRole('button', { name: 'Let Tower tilt end where its material ends' }).click()
    await missing.getByText('4 frames').waitFor()
  }
  assert.deepEqual(stage.errors, [])
})

test('a white flash is built by hand from ordinary steps, kept, and laid on two other cuts', async () => {
  const { page, address } = stage
  const row = (name: string) => page.getByRole('list', { name: `States of the ${name}` })
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: 'Dissolve from Lantern close to Stargazer talks' }).click()
  const frames = async (label: string) =>
    Number(await page.getByRole('spinbutton', { name: label }).getAttribute('aria-valuenow'))
  const [cut, length] = [await frames('Before the cut'), await frames('Length')]
  await openOnDesk(page)
  await row('joined picture')
    .getByRole('button', { name: /^Dissolve/ })
    .click()
  await page.keyboard.press('Delete')
  for (const [side, far, near] of [
    ['outgoing shot', 0, cut - 1],
    ['incoming shot', length - 1, cut],
  ] as const) {
    await row(side)
      .getByRole('button', { name: /Outgoing|Incoming/ })
      .click()
    await addTreatment(page, 'Grade')
    for (const [frame, stops] of [
      [far, 0],
      [near, 5],
    ] as const) {
      await page.keyboard.press('Home')
      for (let i = 0; i < frame; i++) await page.keyboard.press('ArrowRight')
      await pictureOf(page, frame)
      await typeNumber(page, 'Exposure', String(stops))
      const key = page.getByRole('button', { name: 'Set a key for Exposure here' })
      if (await key.count()) await key.click()
    }
  }
  await pictureOf(page, cut, 0.4)
  const light = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length
  // The picture follows the last number a moment later.
  const becomes = async (holds: (mean: number) => boolean, what: string) => {
    for (const end = Date.now() + 10_000; !holds(light(await pixels())); await page.waitForTimeout(100))
      if (Date.now() > end) throw new Error(`${what}: its mean is ${light(await pixels()).toFixed(0)}`)
  }
  await becomes((mean) => mean > 200, 'The cut does not lie under white')
  await page.keyboard.press('Home')
  await pictureOf(page, 0, 0.4)
  await becomes((mean) => mean < 150, 'Its beginning lies under white')
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill('Copy the transition')
  await page.keyboard.press('Enter')
  await page.getByRole('link', { name: 'The Tin Comet' }).click()
  await page.getByRole('button', { name: /^Shot Stairs,/ }).click()
  await page.getByRole('button', { name: /^Shot Rooftop,/ }).click({ modifiers: ['Control'] })
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill('Paste the transition on the chosen cuts')
  await page.keyboard.press('Enter')
  // One came with the demo, one was built, two were laid.
  const laid = page.getByRole('button', { name: /^Dissolve, \d+ frames/ })
  await laid.nth(3).waitFor()
  await laid.first().click()
  await panel().getByRole('button', { name: 'More for the transition' }).click()
  await page.getByRole('menuitem', { name: 'Keep it for other cuts' }).click()
  await page.getByRole('textbox', { name: 'Name' }).last().fill('My flash')
  await page.keyboard.press('Enter')
  await page
    .getByRole('list', { name: 'Built from steps' })
    .getByRole('button', { name: 'My flash' })
    .waitFor()
  assert.deepEqual(stage.errors, [])
})

test('an object of a design arrives by a transition of its own; laid beside another, it is told and switched off by one act', async () => {
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await page.goto(`${address}/p/the-tin-comet/design/plate`)
  await page.getByRole('button', { name: 'Bar', exact: true }).click()
  await page.getByLabel('Timecode').waitFor()
  const whole = await page
    .getByTestId('object-lanes')
    .getByTitle(/^Bar: /)
    .boundingBox()
  await page.getByRole('tab', { name: 'When', exact: true }).click()
  await page.getByRole('combobox', { name: 'How the object arrives' }).click()
  await page.getByRole('option', { name: 'Wipe', exact: true }).click()
  await typeNumber(page, 'Frames in which it arrives', '24')
  const bar = await page.getByTitle(/^Wipe: drag to move/).boundingBox()
  assert.ok(whole && bar && Math.abs(bar.width / whole.width - 0.5) < 0.02, 'half of 48 frames')
  // What shows of the plate at frame 5: the bar only as far as it has been wiped in.
  const covered = () =>
    page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
      const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? []
      return Array.from(data).filter((v, i) => i % 4 === 3 && v > 8).length
    })
  await page.getByRole('region', { name: 'Design' }).or(page.getByText('Begins at')).first().waitFor()
  const seen: number[] = []
  for (const frame of [5, 30]) {
    await goToTimecode(page, `00:00:0${Math.floor(frame / 24)}:${String(frame % 24).padStart(2, '0')}`)
    await pictureOf(page, frame)
    seen.push(await covered())
  }
  const [early = 0, late = 0] = seen
  assert.ok(early > 0.2 * late && early < 0.8 * late, `${early} and ${late} pixels`)

  await saved(page)
  await page.goto(`${address}/p/the-tin-comet`)
  const shot = page.getByRole('button', { name: /^Shot Plate,/ })
  await shot.getByRole('img', { name: /^By itself: .*Bar arrives by wipe/ }).waitFor()
  await shot.focus()
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill('Cross by iris')
  await page.keyboard.press('Enter')
  await panel()
    .getByText(/moves by itself here too: .*Bar arrives by wipe/)
    .waitFor()
  await panel().getByRole('button', { name: 'Switch its own off' }).click()
  await panel().getByText('They are switched off.').waitFor()
  assert.doesNotMatch((await shot.getByRole('img').getAttribute('aria-label')) ?? '', /arrives/)
  await page.keyboard.press('Control+z')
  await panel()
    .getByText(/Bar arrives by wipe/)
    .waitFor()
})
