import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { after, before, test } from 'node:test'
import { drag, newDesign, notices, palette as run } from './acts'
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
const rows = async () =>
  (
    await stage.page
      .getByTestId('object-lanes')
      .getByRole('button', { name: /^(Hide|Show)/ })
      .allInnerTexts()
  ).length
const number = async (name: string) =>
  Number(await stage.page.getByRole('spinbutton', { name, exact: true }).getAttribute('aria-valuenow'))
const place = async (name: string) => {
  await row(name).click()
  await stage.page.getByRole('tab', { name: 'Where', exact: true }).click()
  return [await number('Place across'), await number('Place down')] as const
}
/** A place on the picture, in shares of it. */
const at = async () => {
  const area = await stage.page.getByTestId('objects').boundingBox()
  assert.ok(area)
  return (x: number, y: number): [number, number] => [area.x + x * area.width, area.y + y * area.height]
}
async function draw(tool: string, from: [number, number], to: [number, number]): Promise<void> {
  const { page } = stage
  const on = await at()
  await page
    .getByRole('group', { name: 'Make an object' })
    .getByRole('button', { name: tool, exact: true })
    .click()
  await page.getByTestId('drawing-surface').waitFor()
  await drag(page, on(...from), on(...to))
  await panel().waitFor()
}
/** Waits until a colour channel of the picture at a place is above or below a code. */
async function shows(x: number, y: number, bright: boolean): Promise<void> {
  await stage.page.waitForFunction(
    ([u, v, light]) => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
      const context = canvas?.getContext('2d')
      if (!canvas || !context) return false
      const [px, py] = [Math.round(canvas.width * u), Math.round(canvas.height * v)]
      const [r = 0, , , a = 0] = context.getImageData(px, py, 1, 1).data
      return light ? r > 180 && a > 180 : a < 60
    },
    [x, y, bright] as const,
  )
}

test('shapes are drawn, joined to one, and taken apart again', async () => {
  const { page } = stage
  await draw('Star', [0.1, 0.1], [0.3, 0.45])
  await shows(0.2, 0.28, true)
  await draw('Ellipse', [0.15, 0.18], [0.25, 0.38])
  await row('Star 1').click({ modifiers: ['Control'] })
  await page.getByRole('tab', { name: 'Where', exact: true }).click()
  await page.getByRole('button', { name: 'Cut the upper shapes out of the lowest' }).click()
  await row('Combination 1').waitFor()
  await shows(0.2, 0.28, false)
  await page.getByRole('tab', { name: 'What', exact: true }).click()
  await page.getByRole('button', { name: 'Take the shapes apart' }).click()
  await shows(0.2, 0.28, true)
  await page.keyboard.press('Control+z')
  await shows(0.2, 0.28, false)
})

test('an arrow is pulled by its end, and an outline by a corner that was put in', async () => {
  const { page } = stage
  const on = await at()
  await draw('Arrow', [0.4, 0.2], [0.6, 0.2])
  await drag(page, on(0.6, 0.2), on(0.6, 0.4))
  await shows(0.5, 0.3, true)
  await page.mouse.dblclick(...on(0.5, 0.3))
  await page.getByRole('img', { name: 'Corner 3' }).waitFor()
  await drag(page, on(0.5, 0.3), on(0.5, 0.12))
  await shows(0.5, 0.125, true)
  await shows(0.5, 0.3, false)
})

test('what is chosen by a box is sized by one, and a press goes on to what lies below', async () => {
  const { page } = stage
  const on = await at()
  await draw('Rectangle', [0.7, 0.1], [0.8, 0.3])
  await draw('Polygon', [0.82, 0.15], [0.92, 0.35])
  await page.mouse.move(...on(0.66, 0.05))
  await page.mouse.down()
  await page.mouse.move(...on(0.8, 0.3), { steps: 3 })
  await page.mouse.move(...on(0.95, 0.4), { steps: 3 })
  await page.getByTestId('choosing').waitFor({ state: 'attached' })
  await page.mouse.up()
  await panel().waitFor()
  await page.getByRole('tab', { name: 'Where', exact: true }).click()
  await panel().getByText('Align 2 objects').waitFor()
  const before = await place('Rectangle 1')
  await draw('Rectangle', [0.72, 0.15], [0.78, 0.25])
  await page.mouse.click(...on(0.75, 0.2))
  await page.mouse.click(...on(0.75, 0.2))
  await page.getByRole('button', { name: /^Name of the object: Rectangle 1\./ }).waitFor()
  await page.keyboard.press('Delete')
  assert.equal(before.length, 2)
  await page.keyboard.press('Control+z')
})

test('an object snaps to a guide that was dragged out of a ruler, and says where it is', async () => {
  const { page } = stage
  await palette('Rulers and guides')
  const ruler = page.getByTestId('ruler-left')
  const box = await ruler.boundingBox()
  assert.ok(box)
  const on = await at()
  await page.mouse.move(box.x + 6, box.y + 200)
  await page.mouse.down()
  await page.mouse.move(...on(0.3, 0.6), { steps: 4 })
  await page.mouse.up()
  const guide = page.getByRole('slider', { name: /^Upright guide/ })
  const stands = Number(await guide.getAttribute('aria-valuenow'))
  assert.ok(Math.abs(stands - 384) < 3, String(stands))
  await draw('Rectangle', [0.1, 0.7], [0.2, 0.8])
  await page.mouse.move(...on(0.15, 0.75))
  await page.mouse.down()
  await page.mouse.move(...on(0.22, 0.75), { steps: 3 })
  await page.mouse.move(...on(0.298, 0.752), { steps: 3 })
  await page.getByTestId('snapped').first().waitFor({ state: 'attached' })
  await page.getByText(/^\d+(\.\d)?, \d+(\.\d)? {3}\+\d/).waitFor({ state: 'attached' })
  await page.mouse.up()
  assert.equal((await place('Rectangle 3'))[0], stands)
  await palette('Rulers and guides')
})

test('an object is repeated, and a list says what each copy is', async () => {
  const { page } = stage
  const on = await at()
  await page.keyboard.press('t')
  await page.getByTestId('drawing-surface').waitFor()
  await page.mouse.click(...on(0.05, 0.55))
  await page.keyboard.type('{n} {item}')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Repeat the object' }).click()
  await row('Repeat 1').waitFor()
  await page.getByLabel('A line for each copy').fill('Ida Om\nPell\n')
  await page.getByRole('tab', { name: 'Where', exact: true }).click()
  await page.getByRole('tab', { name: 'What', exact: true }).click()
  assert.equal(await page.getByLabel('A line for each copy').inputValue(), 'Ida Om\nPell')
  await page.keyboard.press('Control+z')
  assert.equal(await page.getByLabel('A line for each copy').inputValue(), '')
})

test('a text goes round an outline, down, and back into lines', async () => {
  const { page } = stage
  await row('{n} {item}').click()
  await page.getByRole('tab', { name: 'What', exact: true }).click()
  const stands = page.getByRole('combobox', { name: 'What the text stands on or in' })
  for (const [way, corners] of [
    ['On a line', 2],
    ['Round an outline', 4],
    ['Within an outline', 4],
  ] as const) {
    await stands.click()
    await page.getByRole('option', { name: way, exact: true }).click()
    await page.getByRole('img', { name: `Corner ${corners}`, exact: true }).waitFor()
  }
  await stands.click()
  await page.getByRole('option', { name: 'In lines', exact: true }).click()
  await page.getByRole('img', { name: 'Corner 1', exact: true }).waitFor({ state: 'detached' })
  await palette('Lines of the text run down or across')
  await page.getByRole('combobox', { name: 'Which way lines run' }).filter({ hasText: 'Down' }).waitFor()
})

test('a word is pinned to a flag, and held back by what stands in front', async () => {
  const { page } = stage
  await row('Rectangle 3').click()
  const before = await place('Rectangle 3')
  await page.getByRole('button', { name: 'Ride on …' }).press('Enter')
  await page.getByRole('menuitem', { name: 'Red flag' }).press('Enter')
  await panel().getByText('Rides on Red flag').waitFor()
  // Nothing jumps: it counts from the picture that is shown.
  assert.deepEqual(await place('Rectangle 3'), before)
  await palette('Hold the object back by a region')
  await page.getByRole('region', { name: 'Selected step' }).getByText('Hold back').first().waitFor()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
})

test('a group casts one shadow, by a treatment on it', async () => {
  const { page } = stage
  await row('Rectangle 1').click()
  await row('Polygon 1').click({ modifiers: ['Control'] })
  await page.getByRole('button', { name: 'Group 2', exact: true }).click()
  await row('Group').waitFor()
  const found = await rows()
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill('Add Drop shadow')
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: 'Add Drop shadow' }).waitFor()
  await page.keyboard.press('Enter')
  await page.getByRole('region', { name: 'Selected step' }).getByText('Drop shadow').first().waitFor()
  assert.ok((await rows()) >= found)
})

test('the desk of shapes is told rightly to those who hear it', async () => {
  const { page } = stage
  await row('Repeat 1').click()
  await toldRightly(page)
})

test('an SVG drawing comes in as a design, goes out again, and is read again into it', async () => {
  const { page } = stage
  const kit = fileURLToPath(new URL('../demo/kit/logo.svg', import.meta.url))
  await page.getByRole('button', { name: 'Media' }).first().click()
  await page.getByTestId('import-input').setInputFiles(kit)
  await row('hull').waitFor()
  await shows(0.5, 0.68, false).catch(() => undefined)
  const saved = page.waitForEvent('download')
  await palette('Save the design as an SVG drawing')
  const path = await (await saved).path()
  const text = readFileSync(path, 'utf8')
  assert.match(text, /<title>hull<\/title>/)
  // The browser draws it as the application does: red where the hull is.
  const code = await page.evaluate(async (svg) => {
    const image = new Image()
    image.src = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`
    await image.decode()
    const canvas = new OffscreenCanvas(512, 256)
    const context = canvas.getContext('2d')
    context?.drawImage(image, 0, 0)
    return [...(context?.getImageData(256, 170, 1, 1).data ?? [])]
  }, text)
  assert.deepEqual(code, [126, 44, 38, 255])
  await page.getByTestId('import-input').setInputFiles({
    name: 'logo.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(text.replace(/<title>sail<\/title>/, '<title>canvas</title>')),
  })
  await notices(page).filter({ hasText: 'was read again' }).waitFor()
  await row('canvas').waitFor()
  await row('sail').waitFor()
})
