import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { after, before, test } from 'node:test'
import { drag, newDesign, palette as run, pictureOf } from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

let stage: Stage
before(async () => {
  stage = await openStage()
  await newDesign(stage)
})
after(() => stage?.close())

const palette = (text: string) => run(stage.page, text)
const field = () => stage.page.getByRole('textbox', { name: 'Text on the picture' })
const panel = () => stage.page.getByRole('region', { name: 'Chosen object' })
/** The sum of what the picture shows, in codes. */
const light = () =>
  stage.page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
    const context = canvas?.getContext('2d')
    if (!canvas || !context) return 0
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
    return data.reduce((sum, v, i) => (i % 4 === 3 ? sum + v : sum), 0)
  })
/** Waits until the picture differs from what it was. */
async function changes(from: number): Promise<number> {
  for (let i = 0; i < 100; i++) {
    const now = await light()
    if (Math.abs(now - from) > 200) return now
    await stage.page.waitForTimeout(50)
  }
  assert.fail('the picture stays as it was')
}
const saysText = async (expected: string) => {
  for (let i = 0; i < 60 && (await field().inputValue()) !== expected; i++)
    await stage.page.waitForTimeout(50)
  assert.equal(await field().inputValue(), expected)
}
/** A caret's place across, on the page. */
const caretAt = async () => {
  const box = await stage.page.getByTestId('caret').boundingBox()
  assert.ok(box)
  return box.x + box.width / 2
}

test('a text is typed on the picture by keys alone, and undone in words', async () => {
  const { page } = stage
  await pictureOf(page, 0)
  const empty = await light()
  await page.keyboard.press('t')
  const surface = await page.getByTestId('drawing-surface').boundingBox()
  assert.ok(surface)
  await page.mouse.click(surface.x + surface.width * 0.1, surface.y + surface.height * 0.3)
  await field().waitFor({ state: 'attached' })
  await page.keyboard.type('keeper of lanterns')
  await saysText('keeper of lanterns')
  await changes(empty)
  await page.keyboard.press('Control+z')
  await saysText('keeper of')
  await page.keyboard.press('Control+Shift+z')
  await saysText('keeper of lanterns')
  // Its object is called as it says.
  await page
    .getByTestId('object-lanes')
    .getByRole('button', { name: 'keeper of lanterns', exact: true })
    .waitFor()
})

test('letters are selected by words, emphasised, underlined, and set apart in the panel', async () => {
  const { page } = stage
  await page.keyboard.press('End')
  await page.keyboard.press('Control+Shift+ArrowLeft')
  await panel().getByText('8 selected letters').waitFor()
  const before = await light()
  await page.keyboard.press('Control+u')
  const lined = await changes(before)
  await page.keyboard.press('Control+e')
  await panel().getByRole('button', { name: 'Emphasise', pressed: true }).waitFor()
  const size = panel().getByRole('spinbutton', { name: 'Size of the selected letters' })
  await size.focus()
  await page.keyboard.press('ArrowUp')
  await changes(lined)
  assert.equal(await size.getAttribute('aria-valuenow'), '101')
})

test('a double click takes a word, and dragging takes letters', async () => {
  const { page } = stage
  const layer = await page.getByTestId('typing').boundingBox()
  assert.ok(layer)
  const [x, y] = [layer.x + layer.width * 0.14, layer.y + layer.height * 0.34]
  await page.mouse.dblclick(x, y)
  await panel().getByText('6 selected letters').waitFor()
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 60, y, { steps: 4 })
  await page.mouse.up()
  await panel()
    .getByText(/^[2-9] selected letters$/)
    .waitFor()
})

test('text from the right is typed with an input method, and the caret goes as the eye does', async () => {
  const { page } = stage
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  const session = await page.context().newCDPSession(page)
  await session.send('Input.imeSetComposition', { selectionStart: 2, selectionEnd: 2, text: 'של' })
  await saysText('של')
  await session.send('Input.insertText', { text: 'שלום' })
  await saysText('שלום')
  const end = await caretAt()
  await page.keyboard.press('ArrowRight')
  const inside = await caretAt()
  assert.ok(inside > end + 3, `right of ${end}: ${inside}`)
  await page.keyboard.press('ArrowLeft')
  assert.ok(Math.abs((await caretAt()) - end) < 1)
})

test('what is copied keeps its styles; what comes as plain text does not', async () => {
  const { page } = stage
  await page.keyboard.press('Control+a')
  await page.keyboard.type('tin comet')
  await page.keyboard.press('Control+Shift+ArrowLeft')
  await page.keyboard.press('Control+b')
  await page.keyboard.press('Control+c')
  await page.keyboard.press('End')
  await page.keyboard.press('Control+v')
  await saysText('tin cometcomet')
  await page.keyboard.press('Shift+ArrowLeft')
  await panel().getByRole('button', { name: 'Bold', pressed: true }).waitFor()
})

test('coats are added, hidden and ordered; a style takes the place of all', async () => {
  const { page } = stage
  const before = await light()
  await palette('Add a coat: edge')
  const coats = () =>
    panel()
      .getByRole('group', { name: / coat$/ })
      .allInnerTexts()
  await panel().getByRole('group', { name: 'Edge coat' }).waitFor()
  const edged = await changes(before)
  assert.deepEqual(
    (await coats()).map((t) => t.split('\n')[0]),
    ['Edge', 'Fill'],
  )
  await panel()
    .getByRole('group', { name: 'Edge coat' })
    .getByRole('button', { name: 'Edge', exact: true })
    .focus()
  await page.keyboard.press('Alt+ArrowDown')
  for (let i = 0; i < 40 && (await coats())[0]?.startsWith('Edge'); i++) await page.waitForTimeout(50)
  assert.deepEqual(
    (await coats()).map((t) => t.split('\n')[0]),
    ['Fill', 'Edge'],
  )
  await panel().getByRole('button', { name: 'Hide the edge' }).click()
  await changes(edged)
  await panel().getByRole('button', { name: 'Style', exact: true }).press('Enter')
  await page.getByRole('menuitem', { name: 'Evening' }).press('ArrowRight')
  await page.getByRole('menuitem', { name: 'Ember' }).press('Enter')
  await panel().getByRole('group', { name: 'Glow coat' }).waitFor()
  assert.deepEqual(
    (await coats()).map((t) => t.split('\n')[0]),
    ['Fill', 'Glow'],
  )
})

test('a font is brought, used, and refused where it is none', async () => {
  const { page } = stage
  const family = panel().getByRole('button', { name: 'Family of the letters' })
  const before = await light()
  const input = page.getByLabel('Font files')
  const font = fileURLToPath(new URL('../app/public/fonts/special-elite-400.ttf', import.meta.url))
  await input.setInputFiles({ name: 'typed.ttf', mimeType: 'font/ttf', buffer: readFileSync(font) })
  await family.filter({ hasText: 'Special Elite' }).waitFor()
  await changes(before)
  await input.setInputFiles({
    name: 'no.ttf',
    mimeType: 'font/ttf',
    buffer: Buffer.from('no font at all, '.repeat(8)),
  })
  await page.getByText('This is no font file. Choose a TTF, OTF, WOFF or WOFF2 font.').first().waitFor()
})

test('the desk of a text is told rightly to those who hear it', async () => {
  const { page } = stage
  await toldRightly(page)
})

test('a text in which nothing was written goes when typing ends', async () => {
  const { page } = stage
  await page.getByTestId('typing').click({ position: { x: 5, y: 5 } })
  await field().waitFor({ state: 'detached' })
  const rows = () => page.getByTestId('object-lanes').getByRole('button', { name: /^Hide/ }).count()
  const before = await rows()
  await page.keyboard.press('t')
  const surface = await page.getByTestId('drawing-surface').boundingBox()
  assert.ok(surface)
  await page.mouse.click(surface.x + 200, surface.y + 40)
  await field().waitFor({ state: 'attached' })
  assert.equal(await rows(), before + 1)
  await page.keyboard.press('Escape')
  await field().waitFor({ state: 'detached' })
  assert.equal(await rows(), before)
  // The keys are the picture's again.
  assert.equal(
    await page.evaluate(() => document.activeElement?.getAttribute('aria-label')),
    'Objects on the picture',
  )
})

test('objects snap to the middle of the picture, are aligned together, and undone as one', async () => {
  const { page } = stage
  await page.getByTestId('object-lanes').getByRole('button', { name: 'tin cometcomet', exact: true }).click()
  await page.keyboard.press('Delete')
  const area = await page.getByTestId('objects').boundingBox()
  assert.ok(area)
  const at = (x: number, y: number): [number, number] => [area.x + x * area.width, area.y + y * area.height]
  for (const [x, y] of [
    [0.1, 0.7],
    [0.4, 0.75],
    [0.7, 0.8],
  ] as const) {
    await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
    await drag(page, at(x, y), at(x + 0.08, y + 0.1))
    await panel().waitFor()
  }
  const place = async (name: string) => {
    await page.getByTestId('object-lanes').getByRole('button', { name, exact: true }).click()
    const across = await page
      .getByRole('spinbutton', { name: 'Place across', exact: true })
      .getAttribute('aria-valuenow')
    const down = await page
      .getByRole('spinbutton', { name: 'Place down', exact: true })
      .getAttribute('aria-valuenow')
    return [Number(across), Number(down)] as const
  }
  await page.getByRole('tab', { name: 'Where', exact: true }).click()
  // Its middle comes within six pixels of the picture's.
  await page.mouse.move(...at(0.44, 0.8))
  await page.mouse.down()
  await page.mouse.move(...at(0.47, 0.8), { steps: 4 })
  await page.mouse.move(...at(0.498, 0.8), { steps: 4 })
  await page.getByTestId('snapped').first().waitFor({ state: 'attached' })
  await page.mouse.up()
  assert.equal((await place('Rectangle 2'))[0], 640)
  for (const name of ['Rectangle 1', 'Rectangle 3'])
    await page
      .getByTestId('object-lanes')
      .getByRole('button', { name, exact: true })
      .click({ modifiers: ['Control'] })
  await panel().getByText('Align 3 objects').waitFor()
  await panel().getByRole('button', { name: 'Align to the top' }).click()
  const tops = [await place('Rectangle 1'), await place('Rectangle 2'), await place('Rectangle 3')].map(
    (p) => p[1],
  )
  assert.ok(Math.max(...tops) - Math.min(...tops) < 4, tops.join())
  await page.keyboard.press('Control+z')
  assert.ok(Math.abs((await place('Rectangle 3'))[1] - 0.85 * 720) < 8)

  // A drag with Alt takes a copy along, and the next copy goes as far again.
  await place('Rectangle 1')
  const [x0] = await place('Rectangle 1')
  await page.keyboard.down('Alt')
  await drag(page, at(0.14, 0.75), at(0.14 + 0.055, 0.75))
  await page.keyboard.up('Alt')
  const [x1] = await place('Rectangle 1 copy')
  assert.equal((await place('Rectangle 1'))[0], x0)
  assert.ok(x1 - x0 > 60 && x1 - x0 < 82, `${x1 - x0}`)
  await place('Rectangle 1 copy')
  await page.keyboard.press('Control+d')
  const [x2] = await place('Rectangle 1 copy copy')
  assert.ok(Math.abs(x2 - x1 - (x1 - x0)) < 0.02, `${x2 - x1}, ${x1 - x0}`)
  await page.keyboard.press('Control+z')
  assert.equal(
    await page.getByTestId('object-lanes').getByRole('button', { name: 'Rectangle 1 copy copy' }).count(),
    0,
  )
})

test('artwork of layers comes in as a design, its layers by name', async () => {
  const { page } = stage
  const kit = fileURLToPath(new URL('../demo/kit/title-card.ora', import.meta.url))
  await page.getByRole('button', { name: 'Media' }).first().click()
  await page.getByTestId('import-input').setInputFiles(kit)
  await page.getByTestId('object-lanes').getByRole('button', { name: 'comet rivet', exact: true }).waitFor()
  const rows = page.getByTestId('object-lanes').getByRole('button', { name: /^Hide/ })
  assert.equal(await rows.count(), 6)
  assert.ok((await changes(0)) > 1e6)
})
