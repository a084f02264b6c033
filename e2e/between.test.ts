import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { addTreatment, chooseItem, drag, notices, pictureOf, tileOf, openOnDesk } from './acts'
import { openStage, type Stage } from './browser'

let stage: Stage
before(async () => {
  stage = await openStage()
  await stage.page.goto(`${stage.address}/demo`)
  await stage.page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
})
after(() => stage?.close())

const saved = () =>
  stage.page
    .getByRole('status')
    .filter({ hasText: /^Saved/ })
    .waitFor()
async function go(path: string): Promise<void> {
  await saved()
  await stage.page.goto(`${stage.address}/p/the-tin-comet${path}`)
  await pictureOf(stage.page, 0)
}
const value = async (name: string) =>
  Number(await stage.page.getByRole('spinbutton', { name, exact: true }).getAttribute('aria-valuenow'))
async function palette(text: string): Promise<void> {
  const { page } = stage
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill(text)
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: text }).waitFor()
  await page.keyboard.press('Enter')
}

test('a dissolve is added at a cut, drawn out as far as the handles go, opened, and removed', async () => {
  const { page } = stage
  const plain = page.getByRole('button', { name: 'Dissolve from Harbour wide to Tower tilt' })
  await plain.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('region', { name: 'Chosen transition' }).waitFor()
  // Harbour wide has 14 frames after its end, Tower tilt 8 before its beginning.
  assert.deepEqual([await value('Before the cut'), await value('After the cut')], [8, 12])
  const across = await page.locator('[aria-pressed="true"][aria-label^="Dissolve, 20"]').boundingBox()
  assert.ok(across)
  await drag(
    page,
    [across.x + across.width - 2, across.y + 20],
    [across.x + across.width + 90, across.y + 20],
  )
  assert.deepEqual([await value('Before the cut'), await value('After the cut')], [8, 14])
  await openOnDesk(page)
  await pictureOf(page, 0)
  await page.waitForURL(/\/cut\//)
  await page
    .getByRole('list', { name: 'States of the joined picture' })
    .getByRole('button', { name: /^Dissolve/ })
    .waitFor()
  await go('')
  await page.getByRole('button', { name: /^Dissolve, 22 frames/ }).focus()
  await page.keyboard.press('Delete')
  await plain.waitFor({ state: 'attached' })
})

test('a span is laid over a shot and treats what lies below', async () => {
  const { page } = stage
  await page.getByRole('button', { name: /^Shot Stairs/ }).focus()
  await palette('Lay a span of steps over the sequence')
  await page.getByRole('region', { name: 'Chosen span' }).waitFor()
  assert.equal(await value('Length of the span'), 66)
  await openOnDesk(page)
  await pictureOf(page, 0)
  await addTreatment(page, 'Monochrome')
  await go('')
  await page.getByRole('button', { name: /^Span 3: Monochrome/ }).waitFor()
  await page.keyboard.press('Control+z')
  await page.waitForURL(/\/span\//)
})

test('a branch leaves a state, runs as a second row, and is joined again by what takes it', async () => {
  const { page } = stage
  await go('/shot/lantern')
  await page.getByRole('button', { name: /^Warm workshop[.,]/ }).click()
  await palette('Branch from this state')
  await page.getByRole('searchbox', { name: 'Find a treatment' }).fill('gaussian')
  await page.keyboard.press('Enter')
  await page.getByRole('complementary', { name: 'Catalogue' }).getByRole('button', { name: 'Close' }).click()
  const row = page.getByRole('list', { name: 'Branch from Warm workshop, taken by Join' })
  await row.getByRole('button', { name: /^Gaussian blur[.,]/ }).waitFor()
  await page.getByRole('button', { name: /^Join[.,]/ }).click()
  await chooseItem(page, 'Other picture: State after Gaussian blur', 'The untouched source')
  await page.getByRole('list', { name: /^Branch from Warm workshop, taken by nothing yet/ }).waitFor()
  await page.keyboard.press('Control+z')
  await row.waitFor()
  // A step cannot take what is made of it.
  await row.getByRole('button', { name: /^Gaussian blur[.,]/ }).click()
  await chooseItem(page, 'Works on: State after Warm workshop', 'The state after', 'Join')
  await notices(page)
    .filter({ hasText: /This would go in a circle: .*Join.*/ })
    .waitFor()
  await row.waitFor()
})

test('a state inserted before the join comes into its row, and the branch stays where it was', async () => {
  const { page } = stage
  await go('/shot/fox')
  await page.getByRole('button', { name: 'Insert a treatment at 3' }).click()
  await page.getByRole('searchbox', { name: 'Find a treatment' }).fill('vignette')
  await page.keyboard.press('Enter')
  await page.getByRole('complementary', { name: 'Catalogue' }).getByRole('button', { name: 'Close' }).click()
  const row = page.getByRole('list', { name: 'States of the shot' }).locator('[data-state-tile]')
  const names = () =>
    row.evaluateAll((tiles) => tiles.map((t) => t.getAttribute('aria-label')?.split(/[.,]/)[0]))
  assert.deepEqual(await names(), ['Source', 'Warm fur', 'Vignette', 'Bloom', 'Result'])
  await page.getByRole('list', { name: 'Branch from Warm fur, taken by Bloom' }).waitFor()
  await tileOf(page, 'Warm fur').click()
  await page.keyboard.press('Delete')
  assert.deepEqual(await names(), ['Source', 'Vignette', 'Bloom', 'Result'])
  await page.getByRole('list', { name: 'Branch from the source, taken by Bloom' }).waitFor()
})

test('a design is made of objects that are drawn, moved and sized on the picture', async () => {
  const { page } = stage
  await go('')
  await palette('New design')
  await page.waitForURL(/\/design\//)
  await page.getByRole('region', { name: 'Design', exact: true }).waitFor()
  await pictureOf(page, 0)
  await palette('Draw an object: rectangle')
  await page.getByTestId('drawing-surface').waitFor()
  const shown = page.getByRole('img', { name: 'The picture', exact: true })
  await shown.waitFor()
  const picture = await shown.boundingBox()
  assert.ok(picture)
  const at = (x: number, y: number): [number, number] => [
    picture.x + (x / 1280) * picture.width,
    picture.y + (y / 720) * picture.height,
  ]
  await drag(page, at(200, 200), at(600, 400))
  await page.getByRole('region', { name: 'Chosen object' }).waitFor()
  const near = async (name: string, exact: number) => {
    for (let i = 0; i < 40 && Math.abs((await value(name)) - exact) >= 6; i++) await page.waitForTimeout(50)
    assert.ok(Math.abs((await value(name)) - exact) < 6, `${name}: ${await value(name)}, not ${exact}`)
  }
  const face = (name: string) => page.getByRole('tab', { name, exact: true }).click()
  await near('Box width', 400)
  await face('Where')
  await near('Place across', 400)
  await drag(page, at(400, 300), at(500, 330))
  await near('Place across', 500)
  await near('Place down', 330)
  const handle = await page.getByRole('img', { name: 'Pull right', exact: true }).boundingBox()
  assert.ok(handle)
  const [hx, hy] = [handle.x + handle.width / 2, handle.y + handle.height / 2]
  await drag(page, [hx, hy], [hx + (100 / 1280) * picture.width, hy])
  await near('Place across', 550)
  await face('What')
  await near('Box width', 500)
  await addTreatment(page, 'Drop shadow')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await face('What')
  await near('Box width', 400)
  await saved()
  await page.reload()
  await page.getByRole('button', { name: 'Rectangle 1', exact: true }).click()
  await near('Box width', 400)
  // Escape goes from the object to the design, of which a still can be kept; marks are those of sequences alone.
  await page.keyboard.press('Escape')
  await page.getByRole('region', { name: 'Design' }).waitFor()
  await page.getByRole('button', { name: 'Keep a still to compare with' }).click()
  await page.getByText(/^Kept "Design \d/).waitFor()
  const before = await page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label')
  await page.keyboard.press('i')
  assert.equal(await page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label'), before)
})

test('a nested sequence opens from its shot, and what would contain itself is refused by name', async () => {
  const { page } = stage
  await go('')
  await page.getByRole('button', { name: /^Shot Chart, close/ }).focus()
  await page.getByRole('button', { name: 'Open the sequence' }).click()
  await page.waitForURL(/\/sequence\/chart-close/)
  await page.getByRole('button', { name: /^Shot Chart, near/ }).focus()
  await chooseItem(page, 'Show instead …', 'A sequence', 'The Tin Comet')
  await notices(page)
    .filter({ hasText: /This would go in a circle: .*Chart, close/ })
    .waitFor()
})
