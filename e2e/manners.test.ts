import assert from 'node:assert/strict'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { addTreatment, drag, notices, openFiles, pictureOf, tileOf, openOnDesk } from './acts'
import { openStage, type Stage } from './browser'
import { makeClip, MIDDLE, readRow } from './clip'
import { decodeFrames, decodeSound } from './video'

const folder = mkdtempSync(join(tmpdir(), 'stilus-manners-'))
let stage: Stage
before(async () => {
  await makeClip({ path: join(folder, 'one.mp4'), frames: 96, width: 640, height: 360, clickAt: 20 })
  await makeClip({
    path: join(folder, 'two.webm'),
    frames: 48,
    video: ['-c:v', 'libvpx-vp9', '-b:v', '1M', '-deadline', 'realtime', '-cpu-used', '8'],
  })
  stage = await openStage()
  await openFiles(stage, join(folder, 'one.mp4'))
  await stage.page.getByText('frame 1 of 96').waitFor()
})
after(() => stage?.close())

const names = () =>
  stage.page
    .getByRole('list', { name: 'States of the shot' })
    .locator('[data-state-tile]')
    .evaluateAll((tiles) =>
      tiles.map((t) => (t.getAttribute('aria-label') ?? '').replace(/(, selected)?\. Hold.*/, '')),
    )
const tile = (name: string) => tileOf(stage.page, name)
const field = (name: string) => stage.page.getByRole('spinbutton', { name, exact: true })
const valueOf = async (name: string) => Number(await field(name).getAttribute('aria-valuenow'))

test('takes a file that is dropped anywhere, and trims, moves and slips shots', async () => {
  const { page } = stage
  const base64 = readFileSync(join(folder, 'two.webm')).toString('base64')
  await page.evaluate(async (data) => {
    const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0))
    const transfer = new DataTransfer()
    transfer.items.add(new File([bytes], 'two.webm'))
    const at = document.querySelector('main') as HTMLElement
    for (const type of ['dragover', 'drop'])
      at.dispatchEvent(new DragEvent(type, { dataTransfer: transfer, bubbles: true, cancelable: true }))
  }, base64)
  const two = page.getByRole('button', { name: /^Shot two/ })
  await two.waitFor()
  await page.getByText('frame 1 of 144').waitFor()

  const box = await two.boundingBox()
  assert.ok(box)
  await drag(page, [box.x + box.width - 3, box.y + 30], [box.x + box.width - box.width / 2, box.y + 30])
  await page
    .getByText('24 frames')
    .or(page.getByText('23 frames'))
    .or(page.getByText('25 frames'))
    .first()
    .waitFor()
  await page.keyboard.press('Control+z')
  await page.getByText('48 frames', { exact: true }).waitFor()

  await page.getByRole('button', { name: /^Shot one/ }).click()
  const one = await page.getByRole('button', { name: /^Shot one/ }).boundingBox()
  assert.ok(one)
  await drag(page, [one.x + 3, one.y + 30], [one.x + one.width / 4, one.y + 30])
  await field('First frame of the medium').focus()
  const before = await valueOf('First frame of the medium')
  await page.keyboard.press('ArrowDown')
  await page.waitForFunction(
    (v) =>
      document.querySelector('[aria-label="First frame of the medium"]')?.getAttribute('aria-valuenow') ===
      String(v),
    before - 1,
  )
})

test('hands over a shot with its handles, frame by frame and in sync', async () => {
  const { page } = stage
  const url = page.url()
  const first = await valueOf('First frame of the medium')
  await page.getByRole('link', { name: 'Hand over' }).click()
  await page.getByRole('radio', { name: 'Shots' }).click()
  await page.getByRole('checkbox').nth(1).uncheck()
  await page.getByRole('radio', { name: 'WebM' }).click()
  await page.getByRole('button', { name: 'Render', exact: true }).click()
  await page.getByRole('link', { name: 'Save file' }).waitFor()
  const downloading = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Save file' }).click()
  const file = join(folder, 'shot.webm')
  await (await downloading).saveAs(file)
  const numbers = decodeFrames(file, 640, 360).map((frame) => readRow(frame.subarray(MIDDLE * 640)))
  const begin = Math.max(0, first - 12)
  assert.deepEqual(
    numbers,
    Array.from({ length: numbers.length }, (_, i) => begin + i),
  )
  assert.ok(first > 12, 'the shot has handles before it')
  const heard = decodeSound(file)
  const click = heard.findIndex((v) => Math.abs(v) > 0.2)
  // The click lies at frame 20 of the medium, in the handles of the shot.
  assert.ok(
    Math.abs(click / 48000 - (20 - begin) / 24) < 0.01,
    `the click is heard at ${(click / 48000).toFixed(4)} s`,
  )
  await page.goto(url)
  await page.getByRole('button', { name: /^Shot one/ }).click()
})

test('numbers: scrub, finer with Shift, arrows, arithmetic, Escape, reset by a double click', async () => {
  const { page } = stage
  await openOnDesk(page)
  await pictureOf(page, 0)
  await addTreatment(page, 'Grade')
  const box = await field('Exposure').boundingBox()
  assert.ok(box)
  const [x, y] = [box.x + 40, box.y + 14]
  await drag(page, [x, y], [x + 50, y])
  const coarse = await valueOf('Exposure')
  assert.ok(coarse > 0.7 && coarse <= 1, `50 pixels of 0.02 give ${coarse}`)
  await page.keyboard.down('Shift')
  await drag(page, [x, y], [x + 50, y])
  await page.keyboard.up('Shift')
  const fine = (await valueOf('Exposure')) - coarse
  assert.ok(fine > 0.05 && fine <= 0.101, `with Shift they give ${fine}`)
  assert.equal(await page.getByRole('button', { name: 'Undo: Change exposure' }).count(), 1)

  await field('Exposure').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Exposure' }).fill('*0')
  await page.keyboard.press('Escape')
  assert.notEqual(await valueOf('Exposure'), 0)
  await page.getByRole('button', { name: 'Exposure', exact: true }).dblclick()
  assert.equal(await valueOf('Exposure'), 0)
})

test('the strip: drag to reorder, Alt and arrows too, switch off, drop from the catalogue', async () => {
  const { page } = stage
  await addTreatment(page, 'Glow')
  assert.deepEqual(await names(), ['Source', 'Grade', 'Glow', 'Result'])
  await page.keyboard.press('Alt+ArrowLeft')
  assert.deepEqual(await names(), ['Source', 'Glow', 'Grade', 'Result'])
  const gap = await tile('Grade').boundingBox()
  assert.ok(gap)
  await tile('Glow').dragTo(page.locator('main'), {
    targetPosition: { x: gap.x + gap.width + 10 - 52, y: gap.y + 30 - 40 },
  })
  assert.deepEqual(await names(), ['Source', 'Grade', 'Glow', 'Result'])
  await page.getByRole('button', { name: 'Switch Glow off' }).first().click()
  await page.getByRole('button', { name: 'Switch Glow on' }).first().waitFor()

  await page.getByRole('button', { name: 'Catalogue', exact: true }).click()
  await page.getByRole('searchbox', { name: 'Find a treatment' }).fill('bl')
  await page.keyboard.press('Enter')
  assert.deepEqual(await names(), ['Source', 'Grade', 'Glow', 'Gaussian blur', 'Result'])
  await page.keyboard.press('Escape')
})

test('trying a treatment on from the catalogue leaves no trace', async () => {
  const { page } = stage
  const undoName = () => page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label')
  const before = await undoName()
  await page
    .getByRole('complementary', { name: 'Catalogue' })
    .getByRole('button', { name: 'Close' })
    .click()
    .catch(() => undefined)
  await page.getByRole('button', { name: 'Catalogue', exact: true }).click()
  await page.getByRole('button', { name: /^Glow Lets/ }).hover()
  await page.waitForTimeout(500)
  await page.mouse.move(700, 300)
  assert.equal(await undoName(), before)
  assert.equal((await names()).length, 5)
})

test('zoomed in, only what is near the view is rendered, and it is what the whole picture shows there', async () => {
  const { page } = stage
  await page.keyboard.press('Escape')
  await pictureOf(page, 0, 1)
  const pixels = () =>
    page.evaluate(() => {
      const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
      const all = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data
      return Array.from(all ?? []).filter((_, i) => (i >> 2) % 7 === 0)
    })
  const whole = await pixels()
  const viewer = await page.getByTestId('viewer').boundingBox()
  assert.ok(viewer)
  await page.mouse.move(viewer.x + viewer.width * 0.6, viewer.y + viewer.height * 0.4)
  for (let i = 0; i < 8; i++) await page.mouse.wheel(0, -240)
  await page.waitForFunction(() => {
    const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
    return canvas.getContext('2d')?.getImageData(0, 0, 1, 1).data[3] === 0
  })
  const part = await pixels()
  assert.equal(part.length, whole.length)
  let [there, off] = [0, 0]
  part.forEach((v, i) => {
    if (part[i | 3] === 0) return
    there++
    off = Math.max(off, Math.abs(v - (whole[i] as number)))
  })
  assert.ok(
    there > 0.02 * part.length && there < 0.7 * part.length,
    `${there} of ${part.length} are rendered`,
  )
  assert.ok(off <= 1, `a pixel is off by ${off} codes`)
  await page.keyboard.press('f')
})

test('a delivery can be cancelled and leaves nothing behind', async () => {
  const { page } = stage
  await page.getByRole('link', { name: 'Hand over' }).click()
  await page.getByRole('radio', { name: 'PNG' }).click()
  await page.getByRole('button', { name: 'Render', exact: true }).click()
  await page.getByText(/^Frame [1-9]\d* of 1\d\d/).waitFor()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByText('Cancelled').waitFor()
  const left = await page.evaluate(async () => {
    const names: string[] = []
    for await (const name of (await navigator.storage.getDirectory()).keys()) names.push(name)
    return names
  })
  assert.deepEqual(left, [])
  assert.deepEqual(stage.errors, [])
})

test('work that takes long can be called off, and leaves nothing', async () => {
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await page.goto(`${address}/p/the-tin-comet/handover`)
  let saved = 0
  page.on('download', () => saved++)
  await page.getByRole('button', { name: 'Save project package' }).click()
  const task = page.getByRole('status').filter({ hasText: 'Packing the project' })
  await task.getByRole('button', { name: 'Cancel' }).click()
  await task.waitFor({ state: 'detached' })
  await page.waitForTimeout(2500)
  assert.equal(saved, 0)
  assert.equal(await notices(page).count(), 0)
  assert.deepEqual(stage.errors, [])
})

test('no label of a control is cut at 1280 by 800, however long it is', async () => {
  const { page, address } = stage
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Stairs/ }).dblclick()
  await pictureOf(page, 0)
  for (const name of ['Split tones', 'Lens flare', 'Light beams', 'Lens distortion', 'Hue curves']) {
    await addTreatment(page, name)
    const cut = await page
      .getByRole('region', { name: 'Selected step' })
      .locator('button span')
      .evaluateAll((all) => all.filter((e) => e.scrollWidth > e.clientWidth + 1).map((e) => e.textContent))
    assert.deepEqual(cut, [], name)
  }
})
