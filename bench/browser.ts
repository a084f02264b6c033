import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import { addTreatment, openFiles, pictureOf, typeNumber } from '../e2e/acts'
import { openStage, type Stage } from '../e2e/browser'
import { makeClip } from '../e2e/clip'
import { median } from './measure'
import { cpuSeconds, residentMegabytes } from './processes'

export interface Figure {
  name: string
  value: number
  unit: string
  bar?: string
  /** Whether the bar is met. */
  met?: boolean
}

/** The five steps of the directions, each away from neutral. */
const STEPS: [name: string, control: string, value: string][] = [
  ['Grade', 'Exposure', '0.3'],
  ['Gaussian blur', 'Radius across', '20'],
  ['Glow', 'Intensity', '0.8'],
  ['Reframe', 'Angle', '2'],
  ['Grain', 'Amount', '0.3'],
]

/** What the user waits for, measured in the running application in headless Chromium with a 1280x720 shot of the demo under five steps. */
export async function browserFigures(): Promise<Figure[]> {
  const stage = await openStage()
  const { page } = stage
  try {
    await page.goto(`${stage.address}/demo`)
    await page.getByRole('button', { name: /^Shot Comet hangs/ }).click()
    await page.getByRole('button', { name: 'Open on the desk' }).click()
    await treat(page)
    await pictureOf(page, 0)
    const last = await drags(page, 'Grain', 'Amount')
    const first = await drags(page, 'Grade', 'Exposure')
    const shown = await playback(page)
    return [
      drag('from moving the last of five controls (grain) to its picture, at drag quality', last.drag, 80),
      drag('from letting go of it to the picture at full size', last.rest, 400),
      drag(
        'from moving the first (exposure: all five render) to its picture, at drag quality',
        first.drag,
        80,
      ),
      drag('from letting go of it to the picture at full size', first.rest, 400),
      {
        name: 'rendered span: frames shown while 200 go by at 24 a second',
        value: shown,
        unit: 'frames',
        bar: '200',
        met: shown >= 200,
      },
      ...(await exportFigures(stage)),
    ]
  } finally {
    await stage.close()
  }
}

const drag = (name: string, value: number, most: number): Figure => ({
  name,
  value,
  unit: 'ms',
  bar: `below ${most}`,
  met: value < most,
})

async function treat(page: Page): Promise<void> {
  for (const [name, control, value] of STEPS) {
    await addTreatment(page, name)
    await typeNumber(page, control, value)
  }
}

/** What the page notes while a control is dragged. */
interface Watched {
  moved: number
  seen: { at: number; scale: number }[]
}

/** Drags a number field in 24 moves and times each new picture; then lets go and times the full one. */
async function drags(page: Page, step: string, control: string): Promise<{ drag: number; rest: number }> {
  const states = page.getByRole('list', { name: 'States of the shot' })
  await states.getByRole('button', { name: new RegExp(`^${step}`) }).click()
  await page.waitForTimeout(1500)
  const box = await page.getByRole('spinbutton', { name: control, exact: true }).boundingBox()
  if (!box) throw new Error(`There is no control ${control}.`)
  // As text: a compiled function would bring helpers along that the page does not have. Times are taken in the page, at the event and at the picture.
  await page.evaluate(`
    window.moved = 0
    window.seen = []
    if (!window.watching) {
      window.watching = true
      addEventListener('pointermove', () => (window.moved = performance.now()), true)
      addEventListener('pointerup', () => (window.moved = performance.now()), true)
      const canvas = document.querySelector('[data-testid="viewer"] canvas')
      new MutationObserver(() => window.seen.push({ at: performance.now(), scale: Number(canvas.dataset.scale) })).observe(canvas, { attributes: true })
    }
  `)
  const wait = async (scale: number): Promise<number> => {
    const handle = await page.waitForFunction(
      (least) => {
        const { seen, moved } = window as unknown as Watched
        const found = seen.find((picture) => picture.at > moved && picture.scale >= least)
        return found && { took: found.at - moved }
      },
      scale,
      { polling: 'raf' },
    )
    return ((await handle.jsonValue()) as { took: number }).took
  }
  await page.mouse.move(box.x + 60, box.y + 14)
  await page.mouse.down()
  const times: number[] = []
  for (let i = 1; i <= 24; i++) {
    await page.mouse.move(box.x + 60 + i * 4, box.y + 14)
    times.push(await wait(0))
  }
  await page.mouse.up()
  const rest = await wait(0.99)
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
    { timeout: 240_000 },
  )
  // What the first passes left out is rendered in the next ones.
  await page.waitForTimeout(20_000)
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

/** Hands a file over and waits for it; returns seconds. */
async function handOver(page: Page, timeout: number, during?: () => Promise<void>): Promise<number> {
  await page.getByRole('button', { name: 'Render', exact: true }).click()
  const began = performance.now()
  await during?.()
  await page.getByRole('link', { name: 'Save file' }).first().waitFor({ timeout })
  return (performance.now() - began) / 1000
}

async function exportFigures(stage: Stage): Promise<Figure[]> {
  const { page } = stage
  await page.getByRole('link', { name: 'Hand over' }).click()
  await page.getByRole('radio', { name: 'Shots' }).click()
  const boxes = page.getByRole('list', { name: 'Shots to hand over' }).getByRole('checkbox')
  const treated = boxes.and(page.getByRole('checkbox', { name: /^Comet hangs/ })).first()
  for (const box of await boxes.all()) await box.uncheck()
  await treated.check()
  const [cpu, began] = [cpuSeconds(), performance.now()]
  const seconds = await handOver(page, 300_000)
  const busy = (cpuSeconds() - cpu) / ((performance.now() - began) / 1000)
  return [
    { name: 'export of that shot with its handles to MP4', value: seconds, unit: 's' },
    {
      name: 'processors busy during it, of 2',
      value: (busy / 2) * 100,
      unit: '%',
      bar: 'over 85',
      met: busy / 2 > 0.85,
    },
  ]
}

/** Memory while 2,000 frames are exported: all processes of the browser, when the decoder's store is full and later. */
export async function memoryFigures(): Promise<Figure[]> {
  const stage = await openStage()
  const { page } = stage
  try {
    const path = join(mkdtempSync(join(tmpdir(), 'stilus-bench-')), 'long.mp4')
    await makeClip({ path, frames: 2000, width: 640, height: 360 })
    await openFiles(stage, path)
    await page.getByText('frame 1 of 2000').waitFor()
    await page.getByRole('button', { name: /^Shot long/ }).dblclick()
    await page.getByRole('list', { name: 'States of the shot' }).waitFor()
    await addTreatment(page, 'Grade')
    await typeNumber(page, 'Exposure', '0.3')
    await page.getByRole('link', { name: 'Hand over' }).click()
    const seen: number[] = []
    await handOver(page, 900_000, async () => {
      for (const at of [800, 1400, 1980]) {
        await page.waitForFunction(
          (n) =>
            Number(/Frame (\d+) of 2\d\d\d/.exec(document.body.innerText.replace(/,/g, ''))?.[1] ?? 0) >= n,
          at,
          { timeout: 900_000 },
        )
        seen.push(residentMegabytes())
      }
    })
    const [early = 0, middle = 0, late = 0] = seen
    const figure = (name: string, value: number): Figure => ({ name, value, unit: 'MB' })
    return [
      figure(
        'export of 2,000 frames (640x360, grade): memory of all processes at frame 800, when the decoder’s store is full',
        early,
      ),
      figure('at frame 1,400', middle),
      {
        ...figure('at frame 1,980', late),
        bar: 'flat (within 5 %)',
        met: late < early * 1.05,
      },
    ]
  } finally {
    await stage.close()
  }
}
