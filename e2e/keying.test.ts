import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { addTreatment, notices, openDemoShot, pictureOf, placeOnPage, tileOf, typeNumber } from './acts'
import { openStage, type Stage } from './browser'

// The whole way on the desk, from no click to a subject over the roofs. What is computed is measured in key.test.ts.
let stage: Stage

before(async () => {
  stage = await openStage()
  await openDemoShot(stage, 'green')
})
after(() => stage.close())

const stageOf = (name: string) =>
  stage.page.getByRole('group', { name: 'Stages' }).getByRole('button', { name, exact: true })

/** Colours of places of the shown picture, once it stands still. */
async function colours(...places: [number, number][]): Promise<number[][]> {
  const { page } = stage
  const read = () =>
    page.evaluate((list) => {
      const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
      const context = canvas.getContext('2d')
      return list.map(([x, y]) => [
        ...(context?.getImageData((x * canvas.width) / 1280, (y * canvas.height) / 720, 1, 1).data ?? []),
      ])
    }, places)
  let last = ''
  for (let same = 0; same < 6;) {
    await page.waitForTimeout(250)
    const now = JSON.stringify(await read())
    same = now === last ? same + 1 : 0
    last = now
  }
  return JSON.parse(last) as number[][]
}

async function dragOver(from: [number, number], to: [number, number]): Promise<void> {
  const { page } = stage
  const [a, b] = [await placeOnPage(page, ...from), await placeOnPage(page, ...to)]
  await page.mouse.move(...a)
  await page.mouse.down()
  await page.mouse.move(...b, { steps: 5 })
  await page.mouse.up()
}

/** The wall beside the cloth, the cloth, the subject's face and coat. */
const WALL: [number, number] = [30, 300]
const CLOTH: [number, number] = [300, 300]
const FACE: [number, number] = [610, 300]
const COAT: [number, number] = [600, 680]

test('a key that is added reads its clip by itself, and puts the screen onto the shelf', async () => {
  const { page } = stage
  // The shot as it came, and nothing on the shelf of it.
  await page.getByRole('button', { name: 'Shelf', exact: true }).click()
  await page.getByRole('button', { name: 'Remove Screen of Stargazer on green' }).click()
  await page.getByRole('button', { name: 'Shelf', exact: true }).click()
  for (const name of ['Over the roofs', 'Screen key']) {
    await tileOf(page, name).click()
    await page.keyboard.press('Delete')
  }
  await addTreatment(page, 'Screen key')
  await page.getByText('Reading the screen of Stargazer on green').waitFor()
  await page.getByText('read from 16 pictures').waitFor({ timeout: 90_000 })
  await stageOf('Screen').click()
  const [, cloth, behind] = await colours(WALL, CLOTH, FACE)
  assert.ok((cloth?.[1] ?? 0) > 1.5 * (cloth?.[0] ?? 255), `the cloth is green: ${cloth}`)
  assert.ok((behind?.[1] ?? 0) > 1.5 * (behind?.[0] ?? 255), `and so it is behind the subject: ${behind}`)
  assert.equal(await notices(page).count(), 0)
})

test('its stages show what they think: three tones, alpha, and the result again', async () => {
  await stageOf('Tones').click()
  const tones = await colours(WALL, CLOTH, FACE, COAT)
  assert.deepEqual(
    tones.map(([r]) => r),
    [0, 0, 255, 255],
  )
  await stageOf('Alpha').click()
  const alpha = await colours(WALL, CLOTH, FACE, COAT)
  assert.deepEqual(
    alpha.map(([r]) => r),
    [0, 0, 255, 255],
  )
  await stageOf('Colour').click()
  assert.equal(await stage.page.getByRole('spinbutton', { name: 'Takes spill' }).count(), 1)
  await stageOf('Colour').click()
})

test('a mark says what goes, is a line that can be switched off, and gives the same picture again', async () => {
  const { page } = stage
  await stageOf('Tones').click()
  const plain = await colours(FACE, COAT)
  await page.getByRole('button', { name: 'Mark goes' }).click()
  await page.getByRole('radio', { name: 'Box' }).click()
  await dragOver([540, 250], [680, 350])
  const line = page.getByRole('group', { name: 'Mark 1' })
  await line.getByText('Goes, 140 × 100 px').waitFor()
  const [face, coat] = await colours(FACE, COAT)
  assert.equal(face?.[0], 0)
  assert.equal(coat?.[0], 255)

  await line.getByRole('checkbox').click()
  assert.deepEqual(await colours(FACE, COAT), plain)
  await line.getByRole('checkbox').click()
  await line.getByRole('button', { name: /^Goes/ }).click()
  await line.getByRole('button', { name: 'At this frame alone' }).click()
  await line.getByText('frame 1', { exact: true }).waitFor()
  await page.keyboard.press('ArrowRight')
  await pictureOf(page, 1)
  assert.equal((await colours(FACE))[0]?.[0], 255)
  await line.getByRole('button', { name: 'Remove Goes 1' }).click()
  await page.keyboard.press('Home')
  assert.deepEqual(await colours(FACE, COAT), plain)
  await page.keyboard.press('Escape')
})

test('a brush brings a strip back, drawn on the picture and undone as one act', async () => {
  const { page } = stage
  await stageOf('Tones').click()
  await page.getByRole('button', { name: 'Mark subject' }).click()
  await page.getByRole('radio', { name: 'Brush' }).click()
  await typeNumber(page, 'How wide the brush is', '30')
  await dragOver([250, 300], [350, 300])
  const line = page.getByRole('group', { name: 'Mark 1' })
  await line.getByText('Subject, brush of 30 px').waitFor()
  const on = await colours(CLOTH, [300, 330])
  assert.deepEqual(
    on.map(([r]) => r),
    [255, 0],
  )
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  assert.equal((await colours(CLOTH))[0]?.[0], 0)
  await stageOf('Tones').click()
})

test('a crop is dragged by its edges, the subject is put elsewhere, and a stage that is left out does nothing', async () => {
  const { page } = stage
  await stageOf('Place').click()
  const plain = await colours(FACE, COAT)
  await dragOver([1279, 360], [620, 360])
  const [face, hand] = await colours([580, 300], [800, 400])
  assert.equal(face?.[3], 255)
  assert.equal(hand?.[3], 0)
  await page.getByRole('slider', { name: /^Crop at the right/ }).press('ArrowLeft')
  await typeNumber(page, 'Size', '0.5')
  await page.getByText('The subject is cut off by the edge').waitFor({ timeout: 30_000 })
  const [small] = await colours([610, 640])
  assert.equal(small?.[3], 0)
  await page.getByRole('switch', { name: 'Left out' }).click()
  assert.deepEqual(await colours(FACE, COAT), plain)
  assert.equal(await stageOf('Place').getAttribute('title'), 'Place is left out')
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  assert.deepEqual(await colours(FACE, COAT), plain)
  await stageOf('Place').click()
})

test('a region holds what is within it, and fit and edge act on the subject alone', async () => {
  const { page } = stage
  await stageOf('Tones').click()
  await page.keyboard.press('2')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  await dragOver([400, 100], [900, 500])
  await page.keyboard.press('1')
  await stageOf('Alpha').click()
  const alpha = await colours(FACE, COAT)
  assert.deepEqual(
    alpha.map(([r]) => r),
    [255, 0],
  )
  await stageOf('Wrap').click()
  await typeNumber(page, 'Strength', '0.5')
  await page.getByText('Nothing lies below this shot').waitFor()
  await typeNumber(page, 'Strength', '0')
  await stageOf('Fit').click()
  const [before] = await colours(FACE)
  await typeNumber(page, 'Exposure', '-2')
  const [darker] = await colours(FACE)
  assert.ok((darker?.[0] ?? 255) < 0.7 * (before?.[0] ?? 0), `${darker} against ${before}`)
  assert.equal(darker?.[3], 255)
})

test('a shot without a screen says so, and what helps', async () => {
  const { page } = stage
  await openDemoShot(stage, 'stairs')
  await addTreatment(page, 'Screen key')
  await notices(page).getByText('No screen was found in this shot').waitFor({ timeout: 60_000 })
  await page
    .getByRole('list', { name: 'What could be better' })
    .getByText('No screen is found here')
    .waitFor({ timeout: 30_000 })
})
