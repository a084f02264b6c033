import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { addTreatment, chooseItem, drag, pictureOf, typeNumber, tileOf } from './acts'
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
  await stage.page.evaluate((path) => history.pushState({}, '', path), `/p/the-tin-comet/shot/${id}`)
  await stage.page.goto(`${stage.address}/p/the-tin-comet/shot/${id}`)
  await pictureOf(stage.page, 0)
}
const tile = (name: string) => tileOf(stage.page, name)
const names = () =>
  stage.page
    .getByRole('list', { name: 'States of the shot' })
    .locator('[data-state-tile]')
    .evaluateAll((tiles) =>
      tiles.map((t) => (t.getAttribute('aria-label') ?? '').replace(/(, selected)?\. Hold.*/, '')),
    )
const undoName = () =>
  stage.page.getByRole('button', { name: /^Undo|^Nothing to undo/ }).getAttribute('aria-label')

/** Code values of the viewer's picture at shares of its size, now. */
const pixel = (x: number, y: number): Promise<number[]> =>
  stage.page
    .getByRole('img', { name: 'The picture', exact: true })
    .evaluate(
      (canvas: HTMLCanvasElement, [u, v]) =>
        Array.from(
          canvas
            .getContext('2d')
            ?.getImageData(Math.floor((u ?? 0) * canvas.width), Math.floor((v ?? 0) * canvas.height), 1, 1)
            .data ?? [],
        ),
      [x, y],
    )

/** The pixel as soon as it is as it should be; pictures come when they are rendered. Fails after half a minute. */
async function becomes(x: number, y: number, right: (rgba: number[]) => boolean): Promise<number[]> {
  let now = await pixel(x, y)
  for (const until = Date.now() + 30_000; !right(now) && Date.now() < until; now = await pixel(x, y))
    await stage.page.waitForTimeout(100)
  assert.ok(right(now), `the pixel is ${now.join(' ')}`)
  return now
}
const same = (a: number[]) => (b: number[]) => String(a) === String(b)
const other = (a: number[]) => (b: number[]) => String(a) !== String(b)
const spread = ([r = 0, g = 0, b = 0]: number[]) => Math.max(r, g, b) - Math.min(r, g, b)
/** The pixel once the picture has been still for a moment. */
async function rested(x: number, y: number): Promise<number[]> {
  await stage.page.waitForTimeout(1500)
  return pixel(x, y)
}

test('the thumbnail of the result is its picture, the right way up', async () => {
  await rested(0.5, 0.5)
  // Both drawn at 16 x 9; they were scaled in different ways, which moves a mean by a few codes.
  const off = await tile('Result').evaluate((button) => {
    const viewer = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
    const [a, b] = [button.querySelector('img') as HTMLImageElement, viewer].map((source) => {
      const context = new OffscreenCanvas(16, 9).getContext('2d')
      if (!context) return []
      context.imageSmoothingQuality = 'high'
      context.drawImage(source, 0, 0, 16, 9)
      return Array.from(context.getImageData(0, 0, 16, 9).data)
    })
    return (a ?? []).reduce((sum, v, i) => sum + Math.abs(v - (b?.[i] ?? 999)) / 576, 0)
  })
  assert.ok(off > 0 && off < 8, `${off} codes off in the mean`)
})

test('looks at what a step thinks, at single channels and at clipping; the look is named and leaves with the selection', async () => {
  const { page } = stage
  await tile('Lantern glow').click()
  const result = await rested(0.35, 0.62)
  await page.keyboard.press('7')
  await page.getByText('Glow alone of Lantern glow').waitFor()
  await becomes(0.35, 0.62, other(result))
  await tile('Cool water').click()
  await page.getByText('Glow alone of Lantern glow').waitFor({ state: 'detached' })
  await page.keyboard.press('6')
  await page.getByText('Where Cool water acts').waitFor()
  await becomes(0.5, 0.95, ([r = 0]) => r > 200)
  await page.keyboard.press('4')
  await page.keyboard.press('Shift+Digit1')
  const [red = 0] = result
  await becomes(0.35, 0.62, same([red, red, red, 255]))
  await page.keyboard.press('Shift+Digit6')
  await page.getByText('Clipping', { exact: true }).waitFor()
  await page.keyboard.press('Escape')
  await becomes(0.35, 0.62, same(result))
})

test('reads the pixel under the cursor in code values, linear light and HSV', async () => {
  const { page } = stage
  const box = await page.getByRole('img', { name: 'The picture', exact: true }).boundingBox()
  assert.ok(box)
  const shown = await rested(0.25, 0.75)
  await page.mouse.move(box.x + box.width * 0.25 + 0.2, box.y + box.height * 0.75 + 0.2)
  const text = await page.getByRole('status', { name: 'Pixel under the cursor' }).innerText()
  const codes = /8-bit (\d+) (\d+) (\d+)/.exec(text)?.slice(1).map(Number) ?? []
  // The canvas has the proxy's pixels; the reading is of the same one.
  codes.forEach((v, i) => assert.ok(Math.abs(v - (shown[i] ?? 0)) <= 1, `${text} against ${shown.join()}`))
  const linear = /linear ([\d.]+)/.exec(text)?.[1]
  const code = (codes[0] ?? 0) / 255
  const decoded = code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4
  assert.ok(Math.abs(Number(linear) - decoded) < 0.004)
})

test('compares by split, side by side, flip and difference, with the source, a kept still and another shot', async () => {
  const { page } = stage
  const result = await rested(0.2, 0.2)
  await page.keyboard.press('c')
  const split = page.getByRole('slider', { name: /^Split between Source and Result/ })
  await split.focus()
  const clip = () =>
    page
      .locator('[data-testid="viewer"] canvas')
      .nth(1)
      .evaluate((c) => (c as HTMLElement).style.clipPath)
  const upright = await clip()
  await page.keyboard.press('Shift+ArrowRight')
  assert.notEqual(await clip(), upright)
  await page.keyboard.press('Shift+C')
  await page.getByText('Source', { exact: true }).last().waitFor()
  await page.keyboard.press('Alt+c')
  await page.getByText('Difference from Source').waitFor()
  await becomes(0.35, 0.62, (rgb) => Math.max(...rgb.slice(0, 3)) > 10 && Math.max(...rgb.slice(0, 3)) < 250)
  await page.getByRole('button', { name: 'Keep a still to compare with' }).click()
  await page.getByText(/^Kept "Harbour wide 1"/).waitFor()
  await chooseItem(page, /^Compare/, /^Still Harbour wide 1/)
  // The still has eight bits: half a code of error, times the gain of four in linear light.
  await becomes(0.35, 0.62, (rgb) => Math.max(...rgb.slice(0, 3)) <= 24)
  await page.keyboard.press('x')
  await page.keyboard.press('x')
  await chooseItem(page, /^Compare/, 'Another shot', /^Tower tilt/)
  await page.keyboard.press('x')
  await becomes(0.2, 0.2, other(result))
  await chooseItem(page, /^Compare/, /^The source/)
  await page.keyboard.press('Escape')
  await becomes(0.2, 0.2, same(result))
})

test('draws scopes of what is shown, and again when it changes', async () => {
  const { page } = stage
  await page.keyboard.press('w')
  const scope = page.getByRole('img', { name: 'Vectorscope of the picture' })
  await page.waitForFunction(
    () => Number(document.querySelector<HTMLElement>('[data-drawn]')?.dataset.drawn) > 0,
  )
  const drawn = async () => Number(await scope.getAttribute('data-drawn'))
  const before = await drawn()
  await page.keyboard.press('5')
  await page.waitForFunction(
    (n) => Number([...document.querySelectorAll<HTMLElement>('[data-drawn]')].at(-1)?.dataset.drawn) > n,
    before,
  )
  await page.keyboard.press('4')
  await page.keyboard.press('w')
  await scope.waitFor({ state: 'detached' })
})

test('sets guides from the rulers; what is dragged snaps to them; safe areas show', async () => {
  const { page } = stage
  await page.keyboard.press('Shift+S')
  await page.getByTestId('safe-areas').waitFor({ state: 'attached' })
  await page.keyboard.press('Shift+R')
  const box = await page.getByRole('img', { name: 'The picture', exact: true }).boundingBox()
  const ruler = await page.getByTestId('ruler-left').boundingBox()
  assert.ok(box && ruler)
  await drag(page, [ruler.x + 6, ruler.y + 200], [box.x + box.width * 0.3, box.y + 100])
  const guide = page.getByRole('slider', { name: /^Upright guide/ })
  const at = Number(await guide.getAttribute('aria-valuenow'))
  assert.ok(Math.abs(at - 0.3 * 1280) < 4)
  await addTreatment(page, 'Vignette')
  const centre = page.getByRole('slider', { name: /^Centre: arrow keys/ })
  const handle = await centre.boundingBox()
  assert.ok(handle)
  await drag(page, [handle.x + 12, handle.y + 12], [box.x + (at / 1280) * box.width + 4, handle.y + 40])
  const across = Number(
    await page.getByRole('spinbutton', { name: 'Centre across' }).getAttribute('aria-valuenow'),
  )
  assert.ok(Math.abs(across - (at / 1280) * 100) < 0.01)
  await guide.focus()
  await page.keyboard.press('Delete')
  await guide.waitFor({ state: 'detached' })
  await page.keyboard.press('Shift+S')
  await page.keyboard.press('Shift+R')
  await tile('Vignette').click()
  await page.keyboard.press('Delete')
})

test('the strip inserts between states, groups, opens, solos, mixes and ungroups; all of it can be undone', async () => {
  const { page } = stage
  await page.getByRole('button', { name: 'Insert a treatment at 2' }).click()
  await page.getByText('What you choose goes before Cool water.').waitFor()
  await page.getByRole('button', { name: /^Levels/ }).click()
  assert.deepEqual((await names()).slice(0, 4), ['Source', 'Balance', 'Levels', 'Cool water'])
  await page.keyboard.press('Escape')
  await tile('Balance').click()
  await tile('Levels').click({ modifiers: ['Control'] })
  await page.getByRole('heading', { name: '2 steps' }).waitFor()
  await page.keyboard.press('Control+g')
  await tile('Group').waitFor()
  assert.deepEqual((await names()).slice(0, 3), ['Source', 'Group', 'Cool water'])
  await page.getByRole('button', { name: 'Show the steps of Group' }).click()
  assert.deepEqual((await names()).slice(0, 4), ['Source', 'Balance', 'Levels', 'Group'])
  await tile('Lantern glow').hover()
  await page.getByRole('button', { name: 'Solo Lantern glow' }).click()
  await page.getByText('Only Lantern glow').waitFor()
  await page.keyboard.press('Escape')
  await page.getByRole('slider', { name: 'Mix of Lantern glow' }).focus()
  await page.keyboard.press('ArrowLeft')
  assert.equal(await undoName(), 'Undo: Change mix')
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  assert.deepEqual(await names(), ['Source', 'Balance', 'Cool water', 'Soft sky', 'Lantern glow', 'Result'])
})

test('every kind of control works: dial, curve, wheel, seed, range, table, sampled colour', async () => {
  const { page } = stage
  const set = (name: string) =>
    page.getByRole('spinbutton', { name, exact: true }).getAttribute('aria-valuenow')
  await addTreatment(page, 'Reframe')
  await page.getByRole('slider', { name: 'Angle dial' }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  assert.equal(await set('Angle'), '15')
  await page.keyboard.press('Delete')

  await addTreatment(page, 'Curves')
  const before = await rested(0.5, 0.9)
  const curve = await page.getByRole('group', { name: /^All curve/ }).boundingBox()
  assert.ok(curve)
  await drag(
    page,
    [curve.x + curve.width * 0.3, curve.y + curve.height * 0.7],
    [curve.x + curve.width * 0.3, curve.y + curve.height * 0.4],
  )
  await becomes(0.5, 0.9, ([, g = 0]) => g > (before[1] ?? 0) + 15)
  await page.getByRole('slider', { name: /^All point 2/ }).focus()
  await page.keyboard.press('Delete')
  await becomes(0.5, 0.9, same(before))
  await tile('Curves').click()
  await page.keyboard.press('Delete')

  await addTreatment(page, 'Colour table')
  await page.getByTestId('table-input').setInputFiles('demo/kit/lamplight.cube')
  await page.getByRole('spinbutton', { name: 'Strength' }).waitFor()
  await becomes(0.5, 0.9, other(before))
  await page.keyboard.press('Control+z')
  await tile('Colour table').click()
  await page.keyboard.press('Delete')

  await addTreatment(page, 'Neutralise')
  await page.getByRole('button', { name: 'Sample from the picture' }).click()
  const box = await page.getByRole('img', { name: 'The picture', exact: true }).boundingBox()
  assert.ok(box)
  await page.mouse.click(box.x + box.width * 0.8, box.y + box.height * 0.06)
  await page.getByRole('combobox', { name: 'Should be grey' }).waitFor()
  await becomes(0.8, 0.06, (rgb) => spread(rgb) < 14)
  await tile('Neutralise').click()
  await page.keyboard.press('Delete')
})

test('presets are tried on without a trace, taken, saved, written to a file and read again', async () => {
  const { page } = stage
  await tile('Balance').click()
  const before = await rested(0.2, 0.2)
  const history = await undoName()
  await page.getByRole('button', { name: /^Presets/ }).click()
  await page.getByRole('button', { name: 'Preset Slate' }).hover()
  await becomes(0.2, 0.2, (rgb) => spread(rgb) < spread(before) / 2)
  await page.keyboard.press('Escape')
  await becomes(0.2, 0.2, same(before))
  assert.equal(await undoName(), history)
  await page.getByRole('button', { name: 'Preset Slate' }).click()
  assert.equal(await undoName(), 'Undo: Preset Slate')
  await page.getByRole('button', { name: 'More for presets' }).click()
  await page.getByRole('menuitem', { name: /^Save as a preset/ }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Our slate')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Preset Our slate', exact: true }).waitFor()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'More for presets' }).click()
  await page.getByRole('menuitem', { name: 'Write mine to a file' }).click()
  const path = await (await download).path()
  await page.getByRole('button', { name: 'Preset Our slate', exact: true }).hover()
  await page.getByRole('button', { name: 'More for preset Our slate' }).click()
  await page.getByRole('menuitem', { name: 'Remove' }).click()
  await page.getByRole('button', { name: 'Preset Our slate', exact: true }).waitFor({ state: 'detached' })
  await page.getByTestId('preset-input').setInputFiles(path)
  await page.getByRole('button', { name: 'Preset Our slate', exact: true }).waitFor()
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Hide presets' }).click()
})

test('several steps are edited as one, and numbers take sums', async () => {
  const { page } = stage
  await addTreatment(page, 'Glow')
  await tile('Lantern glow').click({ modifiers: ['Control'] })
  await page.getByRole('region', { name: 'Selected steps' }).waitFor()
  await typeNumber(page, 'Softness', '0.5')
  await tile('Lantern glow').click()
  const value = await page.getByRole('spinbutton', { name: 'Softness' }).getAttribute('aria-valuenow')
  assert.equal(value, '0.5')
  await tile('Glow').click()
  assert.equal(await page.getByRole('spinbutton', { name: 'Softness' }).getAttribute('aria-valuenow'), '0.5')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  assert.equal((await names()).length, 6)
})

test('nothing went wrong on the way', () => assert.deepEqual(stage.errors, []))
