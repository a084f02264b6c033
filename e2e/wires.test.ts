import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { drag, openOnDesk } from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

let stage: Stage
before(async () => {
  stage = await openStage()
  const { page } = stage
  await page.goto(`${stage.address}/demo`)
  await page.getByRole('button', { name: /^Shot Fox crosses/ }).click()
  await openOnDesk(page)
  await page.keyboard.press('g')
  await card('Result').waitFor()
})
after(() => stage?.close())

const wires = () => stage.page.getByTestId('wires')
const card = (name: string) => wires().getByRole('group', { name: new RegExp(`^${name}(, selected)?$`) })
const wire = (name: string) => wires().locator(`.react-flow__edge[aria-label="${name}"]`)
const middle = async (of: ReturnType<typeof card>): Promise<[number, number]> => {
  const box = await of.boundingBox()
  assert.ok(box)
  return [box.x + box.width / 2, box.y + box.height / 2]
}
const port = (of: string, label: string) =>
  middle(card(of).locator(`.react-flow__handle[aria-label="${label}"]`))
/** All cards in sight and at rest. */
async function settled(): Promise<void> {
  const { page } = stage
  await page.getByRole('button', { name: 'Show all' }).click()
  await page.waitForFunction(() => {
    const held = window as unknown as { lay?: string; since?: number }
    const lay = [...document.querySelectorAll<HTMLElement>('.react-flow__viewport, .react-flow__node')]
      .map((e) => e.style.transform)
      .join()
    if (held.lay !== lay) Object.assign(held, { lay, since: performance.now() })
    return performance.now() - (held.since ?? 0) > 200
  })
}
/** What runs from where to where, as it is told to those who hear it; with all cards in sight unless the focus has to stay. */
async function told(fit = true): Promise<string[]> {
  if (fit) await settled()
  const edges = wires().locator('.react-flow__edge')
  const names = await edges.evaluateAll((l) => l.map((e) => e.getAttribute('aria-label') ?? ''))
  return names.sort()
}
/** Types into the field that letters open, and adds what is found first. */
async function add(text: string): Promise<void> {
  const { page } = stage
  await page.keyboard.press(text.charAt(0))
  await wires().getByRole('combobox').waitFor()
  await page.keyboard.type(text.slice(1))
  await page.keyboard.press('Enter')
  await wires().getByRole('combobox').waitFor({ state: 'detached' })
}

test('letters add on the wire after a card, and beside the others in empty space', async () => {
  const { page } = stage
  await card('Source').click()
  await add('luminance')
  await card('Luminance key').waitFor()
  await add('glow')
  assert.deepEqual(await told(), [
    'Picture from Glow to Result, Picture',
    'Picture from Luminance key to Glow, Picture',
    'Picture from Source to Luminance key, Picture',
  ])
  const box = await wires().boundingBox()
  assert.ok(box)
  const empty: [number, number] = [box.x + 60, box.y + box.height - 30]
  await page.mouse.click(...empty)
  await add('edge glow')
  await card('Edge glow').waitFor()
  await settled()
  assert.equal((await told()).length, 3)
})

test('wires are dragged from dot to dot, swapped, refused where they would go in a circle, and cut', async () => {
  const { page } = stage
  await drag(page, await port('Source', 'Picture, given'), await port('Edge glow', 'Picture, taken'))
  assert.ok((await told()).includes('Picture from Source to Edge glow, Picture'))
  // What the key lets through holds the glow of the edges, whose light is brought back by a join.
  await card('Glow').click()
  await add('join')
  await settled()
  await drag(page, await port('Edge glow', 'Light alone, given'), await port('Join', 'Other picture, taken'))
  await drag(page, await port('Luminance key', 'Alpha, given'), await port('Join', 'Matte, taken'))
  assert.deepEqual(await told(), [
    'Matte from Luminance key to Join, Matte',
    'Picture from Edge glow to Join, Other picture',
    'Picture from Glow to Join, Picture',
    'Picture from Join to Result, Picture',
    'Picture from Luminance key to Glow, Picture',
    'Picture from Source to Edge glow, Picture',
    'Picture from Source to Luminance key, Picture',
  ])
  // Back from the join to what leads to it: the chain is told while it is drawn, and nothing comes of it.
  const before = await told()
  await settled()
  const [from, to] = [await port('Join', 'Picture, given'), await port('Edge glow', 'Picture, taken')]
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move((from[0] + to[0]) / 2, to[1] + 30, { steps: 4 })
  await page.mouse.move(...to, { steps: 4 })
  await wires().getByText('This would go in a circle: Edge glow → Join → Edge glow').waitFor()
  await page.mouse.up()
  assert.deepEqual(await told(), before)
  await card('Join').click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Swap picture and other picture' }).click()
  assert.ok((await told()).includes('Picture from Edge glow to Join, Picture'))
  await page.keyboard.press('Control+z')
  assert.deepEqual(await told(), before)
})

test('a wire is cut by its end, by a stroke and by a key, and a card that is taken out heals its wire', async () => {
  const { page } = stage
  await settled()
  const whole = await told()
  const [x, y] = await port('Join', 'Matte, taken')
  await page.keyboard.down('Alt')
  await drag(page, [x - 22, y - 14], [x - 18, y + 14])
  await page.keyboard.up('Alt')
  const cut = (name: string) => whole.filter((w) => w !== name)
  assert.deepEqual(await told(), cut('Matte from Luminance key to Join, Matte'))
  await page.keyboard.press('Control+z')
  assert.deepEqual(await told(), whole)
  await wire('Picture from Glow to Join, Picture').focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Delete')
  assert.deepEqual(await told(), cut('Picture from Glow to Join, Picture'))
  await page.keyboard.press('Control+z')
  await card('Glow').click()
  await page.keyboard.press('Shift+Delete')
  assert.deepEqual(
    await told(),
    [...cut('Picture from Glow to Join, Picture'), 'Picture from Luminance key to Join, Picture']
      .filter((w) => w !== 'Picture from Luminance key to Glow, Picture')
      .sort(),
  )
  await page.keyboard.press('Control+z')
  assert.deepEqual(await told(), whole)
})

test('a number pulls another one from card to card, and who pulls whom is listed and cut', async () => {
  const { page } = stage
  await settled()
  await card('Edge glow').hover()
  await page.getByRole('button', { name: 'Show the numbers of Edge glow' }).click()
  await settled()
  await card('Glow').hover()
  await page.getByRole('button', { name: 'Show the numbers of Glow' }).click()
  await settled()
  await drag(page, await port('Edge glow', 'Width is followed'), await port('Glow', 'Radius follows'))
  assert.ok((await told()).includes('A number of Glow follows one of Edge glow'))
  await page.getByRole('button', { name: 'Read it as a list' }).click()
  const pulls = page.getByRole('region', { name: 'Numbers that follow others' })
  await pulls.getByText('Glow radius follows Edge glow width').waitFor()
  await toldRightly(page)
  await pulls.getByRole('button', { name: 'Cut: Glow radius follows Edge glow width' }).click()
  await pulls.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Read it as a list' }).click()
  await toldRightly(page)
})

test('what each card costs is measured, two states are split, and cards that were moved are laid out anew', async () => {
  const { page } = stage
  await settled()
  await page.getByRole('button', { name: 'Show what each card costs' }).click()
  await card('Glow')
    .getByText(/^[\d.]+ ms/)
    .waitFor()
  assert.equal(await card('Source').getByText(/ ms/).count(), 0)
  await page.getByRole('button', { name: 'Show what each card costs' }).click()
  await card('Glow').getByText(/ ms/).waitFor({ state: 'detached' })
  await card('Glow').click({ position: { x: 20, y: 20 } })
  await card('Join').click({ position: { x: 20, y: 20 }, modifiers: ['Control'] })
  await card('Join').click({ position: { x: 20, y: 20 }, button: 'right' })
  await page.getByRole('menuitem', { name: 'Split the picture between the two' }).click()
  await page.getByRole('slider', { name: /^Split between After Glow and/ }).waitFor()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('split the picture between')
  await page.keyboard.press('Enter')
  await page.getByRole('slider', { name: /^Split between/ }).waitFor({ state: 'detached' })
  await settled()
  const [x, y] = await middle(card('Result'))
  await drag(page, [x, y], [x - 20, y + 60])
  assert.ok((await middle(card('Result')))[1] > y + 40)
  await page.getByRole('button', { name: 'Lay all cards out anew' }).click()
  await settled()
  assert.ok(Math.abs((await middle(card('Result')))[1] - (await middle(card('Join')))[1]) < 60)
})

test('a frame is dragged with all that is in it, and a note is written', async () => {
  const { page } = stage
  await card('Edge glow').click({ position: { x: 20, y: 20 } })
  await card('Luminance key').click({ position: { x: 20, y: 20 }, modifiers: ['Control'] })
  await card('Luminance key').click({ position: { x: 20, y: 20 }, button: 'right' })
  await page.getByRole('menuitem', { name: 'Put a frame around' }).click()
  await settled()
  const title = page.locator('.drag-around')
  const before = [await middle(card('Edge glow')), await middle(card('Luminance key'))]
  const [, y] = await middle(title)
  const box = await title.boundingBox()
  assert.ok(box)
  const grip: [number, number] = [box.x + box.width - 40, y]
  await drag(page, grip, [grip[0] + 30, y + 10])
  const after = [await middle(card('Edge glow')), await middle(card('Luminance key'))]
  const moved = after.map(([ax, ay], i) => [ax - (before[i]?.[0] ?? 0), ay - (before[i]?.[1] ?? 0)])
  const [[dx = 0, dy = 0] = [], other = []] = moved
  // The first few pixels of a press are not a drag yet.
  assert.ok(dx > 20 && dx < 33 && dy > 5 && dy < 13, `${dx} ${dy}`)
  assert.ok(Math.hypot(dx - (other[0] ?? 0), dy - (other[1] ?? 0)) < 1.5, `${moved}`)
  await page.getByRole('button', { name: 'Write a note' }).click()
  await page.getByLabel('What the note says').fill('The light of the edges.')
  await page.getByLabel('What the note says').press('Control+Enter')
  await page.getByRole('button', { name: 'Note: The light of the edges.' }).waitFor()
})

test('by keyboard alone: walk, add, take from elsewhere, lead to the result, group, look inside', async () => {
  const { page } = stage
  await page.keyboard.press('Control+ArrowUp')
  await page.getByRole('button', { name: /^Shot Tower tilt/ }).focus()
  await page.keyboard.press('Enter')
  await card('Source').waitFor()
  await card('Source').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowLeft')
  await add('grade')
  await add('vignette')
  assert.deepEqual(await told(false), [
    'Picture from Grade to Vignette, Picture',
    'Picture from Source to Grade, Picture',
    'Picture from Vignette to Result, Picture',
  ])
  await page.keyboard.press('ArrowLeft')
  await page.getByText('After Grade').waitFor()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Lead to the result' }).focus()
  await page.keyboard.press('Enter')
  assert.deepEqual(await told(false), [
    'Picture from Grade to Result, Picture',
    'Picture from Grade to Vignette, Picture',
    'Picture from Source to Grade, Picture',
  ])
  await page.keyboard.press('Control+z')
  await wires().focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+g')
  assert.deepEqual(await told(false), [
    'Picture from Group to Result, Picture',
    'Picture from Source to Group, Picture',
  ])
  await page.getByRole('button', { name: 'Show the steps of Group' }).focus()
  await page.keyboard.press('Enter')
  await card('Grade').waitFor()
  assert.ok((await told(false)).includes('Picture from Vignette to Group, What is in it'))
  await toldRightly(page)
  await page.keyboard.press('Alt+g')
  await page.getByRole('region', { name: 'Lanes' }).waitFor()
})

test('the wires of a side of a cut, and of an object of a design', async () => {
  const { page } = stage
  await page.keyboard.press('Control+ArrowUp')
  await page.getByRole('button', { name: 'Dissolve, 20 frames' }).dblclick()
  await page.getByRole('region', { name: 'Lanes' }).waitFor()
  await page.keyboard.press('g')
  await card('Dissolve').waitFor()
  await page.getByRole('radio', { name: 'Incoming' }).click()
  await card('Dissolve').waitFor({ state: 'detached' })
  assert.deepEqual(await told(), ['Picture from Source to Result, Picture'])
  await page.goto(`${stage.address}/p/the-tin-comet/design/plate`)
  await page.getByTestId('object-lanes').getByRole('button', { name: 'Name', exact: true }).click()
  await page.keyboard.press('g')
  await card('Source').click()
  await add('glow')
  assert.deepEqual(await told(), [
    'Picture from Glow to Result, Picture',
    'Picture from Source to Glow, Picture',
  ])
})

test('nothing went wrong on the way', () => assert.deepEqual(stage.errors, []))
