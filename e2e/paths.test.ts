import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { drag, goToTimecode, newDesign, palette as run } from './acts'
import { openStage, type Stage } from './browser'
import { toldRightly } from './heard'

let stage: Stage
before(async () => {
  stage = await openStage()
  await newDesign(stage)
})
after(() => stage?.close())

const path = () => stage.page.getByTestId('object-path')
/** Where the object stands at each frame of its path, in pixels of the picture. */
const dots = (): Promise<[number, number][]> =>
  path()
    .locator('circle[data-frame]')
    .evaluateAll((list) =>
      list.map((c) => [Number(c.getAttribute('cx')), Number(c.getAttribute('cy'))] as [number, number]),
    )
const gaps = (list: readonly [number, number][]) =>
  list.slice(1).map(([x, y], i) => Math.hypot(x - (list[i]?.[0] ?? 0), y - (list[i]?.[1] ?? 0)))
const key = (n: number) => path().getByRole('button', { name: new RegExp(`^Key ${n} of the path`) })
const middle = async (of: ReturnType<typeof key>): Promise<[number, number]> => {
  const box = await of.boundingBox()
  if (!box) throw new Error('It is not on the picture.')
  return [box.x + box.width / 2, box.y + box.height / 2]
}
const to = async (frame: number) => {
  const { page } = stage
  await page.keyboard.press('Home')
  for (let i = 0; i < frame; i++) await page.keyboard.press('ArrowRight')
}

test('an object with keys of its place shows its path, a dot for each frame, and is bent by handles', async () => {
  const { page } = stage
  const area = await page.getByTestId('objects').boundingBox()
  assert.ok(area)
  const at = (x: number, y: number): [number, number] => [area.x + x * area.width, area.y + y * area.height]
  await page
    .getByRole('group', { name: 'Make an object' })
    .getByRole('button', { name: 'Ellipse', exact: true })
    .click()
  await page.getByTestId('drawing-surface').waitFor()
  await drag(page, at(0.15, 0.65), at(0.25, 0.8))
  await page.getByRole('region', { name: 'Chosen object' }).waitFor()
  await page.getByRole('tab', { name: 'Where', exact: true }).click()
  assert.equal(await path().count(), 0)
  await page.keyboard.press('Home')
  await page.getByRole('button', { name: 'Set a key for Place here' }).click()
  await to(24)
  await drag(page, at(0.2, 0.72), at(0.7, 0.3))
  await path().waitFor()
  const straight = await dots()
  assert.equal(straight.length, 25)
  // The handle out of the first key is pulled up: the path leaves upwards.
  await key(1).click()
  const handle = path().getByRole('img', { name: 'Handle out of key 1' })
  const from = await middle(handle as never)
  await drag(page, from, [from[0], from[1] - 0.3 * area.height])
  const bent = await dots()
  assert.ok((bent[5]?.[1] ?? 0) < (straight[5]?.[1] ?? 0) - 20, 'the path is not bent')
  assert.deepEqual(bent.at(-1), straight.at(-1))
  await page.keyboard.press('Control+z')
  assert.deepEqual(await dots(), straight)
  await page.keyboard.press('Control+y')
  assert.deepEqual(await dots(), bent)
  await toldRightly(page)
})

test('a double click puts a key that changes nothing; the speed is evened, and it bounces, each by one act', async () => {
  const { page } = stage
  const bent = await dots()
  await path().locator('circle[data-frame="9"]').dblclick()
  await key(3).waitFor()
  const parted = await dots()
  bent.forEach(([x, y], i) =>
    assert.ok(Math.hypot(x - (parted[i]?.[0] ?? 0), y - (parted[i]?.[1] ?? 0)) < 0.01, `frame ${i}`),
  )
  const uneven = gaps(parted)
  assert.ok(Math.max(...uneven) > 1.3 * Math.min(...uneven))
  await run(page, 'Even the speed along the path')
  const even = gaps(await dots())
  // The key that was put in now lies between two frames.
  assert.ok(
    Math.max(...even) < 1.1 * Math.min(...even),
    `gaps from ${Math.min(...even)} to ${Math.max(...even)}`,
  )
  await key(2).click()
  const [x, y] = await middle(key(2))
  await drag(page, [x, y], [x + 40, y + 30])
  const moved = await middle(key(2))
  assert.ok(Math.hypot(moved[0] - x - 40, moved[1] - y - 30) < 2, 'the key is not where it was dragged')
  await goToTimecode(page, '00:00:00:15')
  const current = path().locator('circle[data-frame="15"]')
  const [cx, cy] = await middle(current as never)
  await drag(page, [cx, cy], [cx + 30, cy - 20])
  const taken = await middle(current as never)
  assert.ok(
    Math.hypot(taken[0] - cx - 30, taken[1] - cy + 20) < 2,
    'the object is not taken along by its dot',
  )
  await page.keyboard.press('Control+z')
  const there = (await dots())[0]
  await key(1).focus()
  await page.keyboard.press('ArrowRight')
  assert.deepEqual((await dots())[0], [(there?.[0] ?? 0) + 1, there?.[1] ?? 0])
  await goToTimecode(page, '00:00:01:00')
  await page.getByText('frame 25 of 120').waitFor()
  await page
    .getByRole('group', { name: 'Path' })
    .getByRole('button', { name: 'Bounce at the edges from here' })
    .click()
  const all = await dots()
  assert.equal(all.length, 121)
  const box = { width: 1280, height: 720 }
  for (const [px, py] of all) assert.ok(px > 0 && px < box.width && py > 0 && py < box.height)
  await page.screenshot({ path: '/tmp/a3.png' })
  await page.keyboard.press('Control+z')
  assert.equal((await dots()).length, 25)
  assert.deepEqual(stage.errors, [])
})
