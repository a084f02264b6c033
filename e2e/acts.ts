import type { Page } from 'playwright-core'
import type { Stage } from './browser'
import { MIDDLE, readRow } from './clip'

/** Opens files as a new project from the first screen. */
export async function openFiles(stage: Stage, ...paths: string[]): Promise<void> {
  await stage.page.goto(stage.address)
  await stage.page.getByTestId('open-input').setInputFiles(paths)
}

/** What the application has told and has not been closed. */
export const notices = (page: Page) => page.getByRole('region', { name: /^Notices/ }).getByRole('listitem')

/** Waits until the viewer shows a frame at a scale of at least `scale`. */
export const pictureOf = (page: Page, frame: number, scale = 0.01) =>
  page.waitForFunction(
    ([n, s]) => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
      return canvas?.dataset.frame === String(n) && Number(canvas.dataset.scale) >= (s as number)
    },
    [frame, scale] as const,
  )

/** Opens what is chosen on its desk, and waits until the picture of the screen before it has gone. */
export async function openOnDesk(page: Page): Promise<void> {
  const before = await page.$('[data-testid="viewer"] canvas')
  await page.getByRole('button', { name: 'Open on the desk' }).click()
  await before?.waitForElementState('hidden')
}

/** The frame number in the viewer's picture: only the row through the squares travels out of the page. */
export async function numberShown(page: Page, fullWidth: number): Promise<number> {
  const { values, width } = await page.evaluate(
    ([full, middle]) => {
      const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
      const row = Math.floor((middle * canvas.width) / full)
      const data = canvas.getContext('2d')?.getImageData(0, row, canvas.width, 1).data
      return { values: Array.from(data ?? []), width: canvas.width }
    },
    [fullWidth, MIDDLE] as const,
  )
  return readRow(values, 4, width / fullWidth)
}

/** Types a timecode into the field under the picture. */
export async function goToTimecode(page: Page, timecode: string): Promise<void> {
  const field = page.getByLabel('Timecode')
  await field.click()
  await field.fill(timecode)
  await field.press('Enter')
}

/** Adds a treatment by the palette. */
export async function addTreatment(page: Page, name: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill(`Add ${name}`)
  await page
    .locator('[cmdk-item][data-selected="true"]')
    .filter({ hasText: `Add ${name}` })
    .waitFor()
  await page.keyboard.press('Enter')
  await page.getByRole('region', { name: 'Selected step' }).waitFor()
}

/** Types into a number field. */
export async function typeNumber(page: Page, label: string, text: string): Promise<void> {
  await page.getByRole('spinbutton', { name: label, exact: true }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: label, exact: true }).fill(text)
  await page.keyboard.press('Enter')
}

/** Drags from one place to another in viewport pixels. */
export async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 4 })
  await page.mouse.move(...to, { steps: 4 })
  await page.mouse.up()
}

/** Waits until the document has been written to storage. */
export const saved = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^Saved/ })
    .waitFor()

/** The states of the strip that are called `name`. */
export const tileOf = (page: Page, name: string) =>
  page
    .getByRole('list', { name: 'States of the shot' })
    .getByRole('button', { name: new RegExp(`^${name}[.,]`) })

/** Opens a menu and walks down to an item by the keyboard. */
export async function chooseItem(
  page: Page,
  button: string | RegExp,
  ...items: (string | RegExp)[]
): Promise<void> {
  await page.getByRole('button', { name: button, exact: typeof button === 'string' }).click()
  for (const [i, name] of items.entries()) {
    const item = page.getByRole('menuitem', { name, exact: typeof name === 'string' }).first()
    await item.focus()
    await item.press(i < items.length - 1 ? 'ArrowRight' : 'Enter')
  }
}

/** Opens the demo at one of its shots and waits for its first frame. */
export async function openDemoShot({ page, address }: Stage, shotId: string): Promise<void> {
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await page.goto(`${address}/p/the-tin-comet/shot/${shotId}`)
  await pictureOf(page, 0)
}

/** A place of the demo's picture in pixels of the page. */
export async function placeOnPage(page: Page, x: number, y: number): Promise<[number, number]> {
  const box = await page.getByTestId('viewer').locator('canvas').first().boundingBox()
  if (!box) throw new Error('There is no picture.')
  return [box.x + (x / 1280) * box.width, box.y + (y / 720) * box.height]
}

/** Where handles with a name lie on the picture, by their transforms. */
export async function handlesOf(page: Page, name: string): Promise<[number, number][]> {
  const list = await page.locator(`[aria-label^="${name}"][transform]`).all()
  return Promise.all(
    list.map(async (handle) => {
      const [, x, y] =
        /translate\(([-\d.e]+)[ ,]+([-\d.e]+)\)/.exec((await handle.getAttribute('transform')) ?? '') ?? []
      return [Number(x), Number(y)] as [number, number]
    }),
  )
}

/** Runs a command by the palette. */
export async function palette(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill(text)
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: text }).waitFor()
  await page.keyboard.press('Enter')
}

/** A new design of the demo project. */
export async function newDesign({ page, address }: Stage): Promise<void> {
  await page.goto(`${address}/demo`)
  await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
  await palette(page, 'New design')
  await page.getByTestId('objects').waitFor()
}

/** What the viewer shows as one number, once it rests. */
export async function restingPicture(page: Page): Promise<number> {
  let before = -1
  for (let i = 0; i < 80; i++) {
    await page.locator('[data-testid="viewer"] canvas:not([aria-busy])').first().waitFor()
    const now = await page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="viewer"] canvas')
      const data = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? []
      let sum = 7
      for (let n = 0; n < data.length; n += 16) sum = (sum * 31 + (data[n] ?? 0)) % 1_000_003
      return sum
    })
    if (now === before) return now
    before = now
    await page.waitForTimeout(150)
  }
  throw new Error('the picture does not come to rest')
}

/** Waits until the viewer rests on another picture than the one that had a number. */
export async function changedPicture(page: Page, from: number): Promise<number> {
  for (let i = 0; i < 40; i++) {
    const now = await restingPicture(page)
    if (now !== from) return now
    await page.waitForTimeout(100)
  }
  throw new Error('the picture stays as it was')
}
