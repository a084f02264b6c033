import { type Page } from 'playwright-core'
import { pictureOf } from '../e2e/acts'
import { openStage } from '../e2e/browser'
import { median, type Row } from './measure'

/** What the user waits for, measured in the running application in headless Chromium with the demo project. */
export async function browserRows(): Promise<Row[]> {
  const stage = await openStage()
  const { page } = stage
  try {
    await page.goto(`${stage.address}/demo`)
    await page.getByRole('button', { name: /^Shot Harbour wide/ }).click()
    await page.getByRole('button', { name: 'Open on the desk' }).click()
    await page
      .getByRole('list', { name: 'States of the shot' })
      .getByRole('button', { name: /^Lantern glow/ })
      .click()
    await pictureOf(page, 0)
    const glow = await drags(page, 'Radius')
    await page
      .getByRole('list', { name: 'States of the shot' })
      .getByRole('button', { name: /^Balance/ })
      .click()
    const grade = await drags(page, 'Exposure')
    return [
      { name: 'from moving the last control (glow radius) to its picture, at drag quality', ms: glow.drag },
      { name: 'from letting go to the picture at full size', ms: glow.rest },
      {
        name: 'from moving the first control (exposure, everything after it renders) to its picture',
        ms: grade.drag,
      },
      { name: 'from letting go to the picture at full size', ms: grade.rest },
      { name: 'rendered span: frames shown in 200 at 24 a second', ms: await playback(page) },
    ]
  } finally {
    await stage.close()
  }
}

/** Drags a number field in 24 moves and times each new picture; then lets go and times the full one. */
async function drags(page: Page, name: string): Promise<{ drag: number; rest: number }> {
  await page.waitForTimeout(1500)
  const box = await page.getByRole('spinbutton', { name, exact: true }).boundingBox()
  if (!box) throw new Error(`There is no control ${name}.`)
  await page.evaluate(() => {
    const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
    const seen: { at: number; scale: number }[] = []
    new MutationObserver(() =>
      seen.push({ at: performance.now(), scale: Number(canvas.dataset.scale) }),
    ).observe(canvas, { attributes: true })
    Object.assign(window, { seen })
  })
  const next = async (after: number, scale: number) =>
    page
      .waitForFunction(
        ([t, s]) =>
          (window as unknown as { seen: { at: number; scale: number }[] }).seen.find(
            (x) => x.at > (t as number) && x.scale >= (s as number),
          )?.at,
        [after, scale] as const,
        { polling: 'raf' },
      )
      .then((handle) => handle.jsonValue() as Promise<number>)
  const now = () => page.evaluate(() => performance.now())
  await page.mouse.move(box.x + 60, box.y + 14)
  await page.mouse.down()
  const times: number[] = []
  for (let i = 1; i <= 24; i++) {
    const began = await now()
    await page.mouse.move(box.x + 60 + i * 4, box.y + 14)
    times.push((await next(began, 0)) - began)
  }
  const began = await now()
  await page.mouse.up()
  const rest = (await next(began, 1)) - began
  return { drag: median(times.slice(4)), rest }
}

/** Plays the shot in a loop until it is rendered and none are left out, then counts the frames shown while 200 go by. */
async function playback(page: Page): Promise<number> {
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll('[role="status"]')].some((node) =>
        /^2[345] frames a second$/.test(node.textContent ?? ''),
      ),
    undefined,
    { timeout: 120_000 },
  )
  // What the first passes left out is rendered in the next ones.
  await page.waitForTimeout(15_000)
  // As text: a compiled function would bring helpers along that the page does not have.
  await page.evaluate(`
    window.shown = 0
    let last = ''
    function look() {
      const value = document.querySelector('[aria-label="Timecode"]').value
      if (value !== last) window.shown++
      last = value
      requestAnimationFrame(look)
    }
    look()
  `)
  await page.waitForTimeout((200 / 24) * 1000)
  const count = await page.evaluate(() => (window as unknown as { shown: number }).shown)
  await page.keyboard.press('k')
  return count
}
