import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { goToTimecode, newDesign, notices, palette as run, pictureOf, typeNumber } from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

let stage: Stage
before(async () => {
  stage = await openStage()
  await newDesign(stage)
})
after(() => stage?.close())

const palette = (text: string) => run(stage.page, text)
const panel = () => stage.page.getByRole('region', { name: 'Chosen object' })
const row = (name: string) =>
  stage.page.getByTestId('object-lanes').getByRole('button', { name, exact: true })
const group = (name: string) => panel().getByRole('group', { name, exact: true })
/** The sum of what the picture shows, in codes of alpha. */
const light = () =>
  stage.page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
    const context = canvas?.getContext('2d')
    if (!canvas || !context) return 0
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
    return data.reduce((sum, v, i) => (i % 4 === 3 ? sum + v : sum), 0)
  })
/** The light of a frame once its picture has come to rest. */
async function lightAt(frame: number): Promise<number> {
  await goToTimecode(stage.page, `00:00:00:${String(frame).padStart(2, '0')}`)
  await pictureOf(stage.page, frame)
  let before = -1
  for (let i = 0; i < 60; i++) {
    const now = await light()
    if (now === before) return now
    before = now
    await stage.page.waitForTimeout(150)
  }
  return assert.fail('the picture does not come to rest')
}
async function text(words: string, x: number, y: number): Promise<void> {
  const { page } = stage
  await page.keyboard.press('t')
  const surface = await page.getByTestId('drawing-surface').boundingBox()
  assert.ok(surface)
  await page.mouse.click(surface.x + surface.width * x, surface.y + surface.height * y)
  const field = page.getByRole('textbox', { name: 'Text on the picture' })
  await field.waitFor({ state: 'attached' })
  await page.keyboard.type(words)
  await page.keyboard.press('Escape')
  await row(words).waitFor()
}
const when = async (name: string) => {
  await row(name).click()
  await stage.page.getByRole('tab', { name: 'When', exact: true }).click()
}
/** Waits until what is played has stopped. */
const rests = () => stage.page.getByRole('button', { name: /^Play/ }).first().waitFor()

test('an arrival is chosen by watching the words move in it, and plays once on the picture', async () => {
  const { page } = stage
  await text('Keeper', 0.2, 0.3)
  await when('Keeper')
  await panel().getByText('It is there at once.').waitFor()
  await panel().getByRole('button', { name: 'Arrival', exact: true }).click()
  const list = group('How it arrives')
  await list.getByRole('button', { name: 'Rise', exact: true }).waitFor()
  assert.ok((await list.getByRole('listitem').count()) >= 45)
  await list.getByRole('searchbox').fill('card')
  const flip = list.getByRole('button', { name: 'Flip', exact: true })
  assert.equal(await list.getByRole('listitem').count(), 1)
  // Under the pointer its picture changes by itself.
  await flip.hover()
  const picture = flip.locator('img')
  const first = await picture.getAttribute('src')
  for (let i = 0; i < 80 && (await picture.getAttribute('src')) === first; i++) await page.waitForTimeout(50)
  assert.notEqual(await picture.getAttribute('src'), first)
  await flip.click()
  await group('Flip').waitFor()
  await rests()
  assert.equal(await notices(page).count(), 0)
})

test('at first little of it is there, after its time all of it, as it stands without', async () => {
  const { page } = stage
  await rests()
  const [early, late] = [await lightAt(2), await lightAt(20)]
  assert.ok(early < late * 0.5, `${early} ${late}`)
  await group('Flip').getByRole('button', { name: 'Switch Flip off' }).click()
  assert.equal(await lightAt(20), late)
  assert.equal(await lightAt(2), late)
  await page.keyboard.press('Control+z')
  await group('Flip').getByRole('button', { name: 'Switch Flip off' }).waitFor()
})

test('its time is set by number, its order by name; another comes in its place by one act', async () => {
  const { page } = stage
  await typeNumber(page, 'Takes', '8')
  const flip = group('Flip')
  await flip.getByRole('combobox', { name: 'Order' }).click()
  await page.getByRole('option', { name: 'Last first' }).click()
  await flip.getByRole('button', { name: 'Choose another in place of Flip' }).click()
  await group('How it arrives').getByRole('button', { name: 'Grow', exact: true }).click()
  await group('Grow').waitFor()
  assert.equal(
    await page.getByRole('spinbutton', { name: 'Takes', exact: true }).getAttribute('aria-valuenow'),
    '8',
  )
  await rests()
})

test('it leaves as it came: a frame before its end is the frame after its beginning', async () => {
  const { page } = stage
  await palette('Leave as it came')
  await panel().getByRole('group', { name: 'Grow', exact: true }).nth(1).waitFor()
  await typeNumber(page, 'Frames for which the object is there', '20')
  assert.equal(await lightAt(17), await lightAt(2))
})

test('given to others at once, by the palette; and all arrive one after another', async () => {
  const { page } = stage
  await text('Harbour', 0.2, 0.5)
  await text('Night', 0.2, 0.7)
  await when('Keeper')
  await row('Harbour').click({ modifiers: ['Control'] })
  await row('Night').click({ modifiers: ['Control'] })
  await row('Keeper').click({ modifiers: ['Control'] })
  await row('Keeper').click({ modifiers: ['Control'] })
  await palette('Give its arrival to the others chosen')
  await palette('All arrive one after another, 4 frames apart')
  const begins: string[] = []
  for (const name of ['Keeper', 'Harbour', 'Night']) {
    await when(name)
    await group('Grow').first().waitFor()
    begins.push(
      (await page
        .getByRole('spinbutton', { name: 'Frame at which the object begins' })
        .getAttribute('aria-valuenow')) ?? '',
    )
  }
  assert.deepEqual(
    [...begins].sort((a, b) => Number(a) - Number(b)),
    ['0', '4', '8'],
  )
})

test('where a transition brings it in too, the desk says so, with a switch for each', async () => {
  const { page } = stage
  await when('Night')
  await panel().getByRole('combobox', { name: 'How the object arrives' }).click()
  await page.getByRole('option', { name: 'Dissolve', exact: true }).click()
  const note = panel().getByRole('note')
  assert.match(await note.innerText(), /It arrives by grow and by the transition dissolve at once\./)
  await note.getByRole('button', { name: 'Without dissolve' }).click()
  await note.waitFor({ state: 'detached' })
})

test('a stay moves what is there, and the panel is told rightly to those who hear it', async () => {
  const { page } = stage
  await palette('Stay: wave')
  await group('Wave').waitFor()
  await rests()
  await toldRightly(page)
})

test('a lower third made longer on the sequence arrives as before, and leaves at its new end', async () => {
  const { page, address } = stage
  await page.goto(`${address}/p/the-tin-comet`)
  const clip = page.getByRole('button', { name: /^Shot Plate,/ })
  await clip.click()
  const from = 14 * 24 + 20
  /** The picture of a frame of the sequence, where the plate stands. */
  const plateAt = async (frame: number): Promise<string> => {
    const time = `01:00:${String(Math.floor(frame / 24)).padStart(2, '0')}:${String(frame % 24).padStart(2, '0')}`
    await goToTimecode(page, time)
    await pictureOf(page, frame)
    let before = ''
    for (let i = 0; i < 80; i++) {
      const now = await page.evaluate(() => {
        const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
        const context = canvas?.getContext('2d')
        if (!canvas || !context) return ''
        const [w, h] = [canvas.width, canvas.height]
        const box = [0.1, 0.76, 0.3, 0.16].map((v, n) => Math.round(v * (n % 2 ? h : w))) as [
          number,
          number,
          number,
          number,
        ]
        return String(context.getImageData(...box).data.reduce((sum, v) => (sum * 31 + v) % 1e9, 7))
      })
      if (now === before) return now
      before = now
      await page.waitForTimeout(150)
    }
    return assert.fail('the picture does not come to rest')
  }
  const [arriving, gone] = [await plateAt(from + 6), await plateAt(from + 47)]
  const box = await clip.boundingBox()
  assert.ok(box)
  await page.mouse.move(box.x + box.width - 3, box.y + 8)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width + 20, box.y + 8, { steps: 4 })
  await page.mouse.move(box.x + box.width + 57, box.y + 8, { steps: 6 })
  await page.mouse.up()
  const length = page.getByText(/^\d+ frames$/).first()
  const frames = Number((await length.innerText()).split(' ')[0])
  assert.ok(frames > 100, `${frames} frames`)
  assert.equal(await plateAt(from + 6), arriving)
  const there = await plateAt(from + 47)
  assert.notEqual(there, gone)
  // At its own length it is over by then.
  await page.getByRole('switch', { name: 'The design takes the length of the shot' }).click()
  assert.notEqual(await plateAt(from + 47), there)
  await page.keyboard.press('Control+z')
  assert.equal(await plateAt(from + 47), there)
})

test('what gives is dragged by its borders, and given to parts by name', async () => {
  const { page, address } = stage
  await page.goto(`${address}/p/the-tin-comet/design/plate`)
  const part = page.getByRole('group', { name: /^Slack part 1, frames/ })
  await part.waitFor()
  const named = async () => (await part.getAttribute('aria-label')) ?? ''
  assert.equal(await named(), 'Slack part 1, frames 20 to 39')
  const box = await part.boundingBox()
  assert.ok(box)
  await page.mouse.move(box.x + 3, box.y + 6)
  await page.mouse.down()
  await page.mouse.move(box.x + 60, box.y + 6, { steps: 5 })
  await page.mouse.up()
  assert.match(await named(), /frames 2[1-4] to 39/)
  await page.getByRole('combobox', { name: 'How slack part 1 gives' }).click()
  await page.getByRole('option', { name: 'Held' }).click()
  await part.getByText('held').waitFor()
  await page.getByRole('combobox', { name: 'What gives at another length' }).click()
  await page.getByRole('option', { name: 'All of it is slower or faster' }).click()
  assert.equal(await named(), 'Slack part 1, frames 0 to 48')
  await toldRightly(page)
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  assert.equal(await named(), 'Slack part 1, frames 20 to 39')
  assert.deepEqual(stage.errors, [])
})
