import { createWriteStream, mkdtempSync, readFileSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Key } from '@stilus/core/anim'
import { writePackage } from '@stilus/core/formats'
import { newPlainStep, getSequence, newProject, type Project, type Step } from '@stilus/core/project'
import type { CDPSession, Page } from 'playwright-core'
import { pictureOf } from '../e2e/acts'
import { openStage } from '../e2e/browser'
import { makeClip } from '../e2e/clip'
import type { Figure } from './browser'

const FRAMES = 240
const STEPS = 40
const KEYS = 50

/** One gesture, measured by the browser's own trace. */
export interface Gesture {
  name: string
  fps: number
  /** 95 of 100 tasks of the main thread took no longer, and the longest: milliseconds. */
  usual: number
  longest: number
}

/** 40 grades with 2,000 keys. */
const heavySteps = () =>
  Array.from({ length: STEPS }, (_, i): Step => {
    const step = newPlainStep('grade', `g${i}`)
    const keys = Array.from({ length: KEYS }, (_, k): Key => ({
      at: Math.round((k / KEYS) * FRAMES),
      value: ((k * 7 + i) % 10) / 200,
      leave: 'ease',
      arrive: 'ease',
    }))
    step.what.exposure = { value: 0, keys }
    return { ...step, name: `Grade ${i + 1}` }
  })

/** A shot with steps, as a package. */
export async function heavyPackage(steps: Step[]): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'stilus-bench-'))
  const clip = join(folder, 'clip.mp4')
  await makeClip({ path: clip, frames: FRAMES, width: 640, height: 360 })
  const empty = newProject('heavy', 'Heavy')
  const project: Project = {
    ...empty,
    media: [
      {
        id: 'm',
        name: 'clip.mp4',
        kind: 'video',
        width: 640,
        height: 360,
        rate: { num: 24, den: 1 },
        frames: FRAMES,
        codec: 'avc',
        coding: 'limited',
        sound: null,
        seconds: 10,
        bytes: statSync(clip).size,
      },
    ],
    sequences: [
      {
        ...getSequence(empty),
        size: { width: 640, height: 360 },
        shots: [
          {
            id: 's',
            name: 'Heavy',
            source: { kind: 'medium', mediaId: 'm' },
            lane: 0,
            start: 0,
            length: FRAMES,
            in: 0,
            zero: 0,
            sound: null,
            state: 'in work',
            note: '',
            steps,
          },
        ],
      },
    ],
  }
  const path = join(folder, 'heavy.stilus.zip')
  const out = createWriteStream(path)
  const bytes = readFileSync(clip)
  const chunks = (async function* () {
    yield new Uint8Array(bytes)
  })()
  await writePackage(project, [{ id: 'm', name: 'clip.mp4', chunks }], (piece) => void out.write(piece))
  await new Promise((resolve) => out.end(resolve))
  return path
}

interface TraceEvent {
  name: string
  ph: string
  ts: number
  dur?: number
  pid: number
  tid: number
  args?: { name?: string }
}

export async function traced(cdp: CDPSession, act: () => Promise<void>): Promise<TraceEvent[]> {
  const events: TraceEvent[] = []
  const collect = ({ value }: { value: unknown[] }) => void events.push(...(value as TraceEvent[]))
  cdp.on('Tracing.dataCollected', collect)
  const done = new Promise<void>((resolve) => cdp.once('Tracing.tracingComplete', () => resolve()))
  await cdp.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      includedCategories: [
        'devtools.timeline',
        'disabled-by-default-devtools.timeline.frame',
        'toplevel',
        '__metadata',
      ],
    },
  })
  await act()
  await cdp.send('Tracing.end')
  await done
  cdp.off('Tracing.dataCollected', collect)
  return events
}

/** Frames a second that the page's main thread gave to the compositor, and how long its tasks took, between the first and the last frame. */
export function judge(name: string, events: readonly TraceEvent[]): Gesture {
  const mains = events.filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain')
  const commits = (e: TraceEvent) => e.name === 'Commit' || e.name === 'UpdateLayerTree' || e.name === 'Paint'
  const busiest =
    mains
      .map((m) => events.filter((e) => e.pid === m.pid && e.tid === m.tid))
      .sort((a, b) => b.filter(commits).length - a.filter(commits).length)[0] ?? []
  const frames = busiest.filter((e) => e.name === 'FireAnimationFrame').map((e) => e.ts)
  const span = ((frames.at(-1) ?? 0) - (frames[0] ?? 0)) / 1e6
  const tasks = busiest
    .filter((e) => e.ph === 'X' && (e.name === 'RunTask' || e.name === 'ThreadControllerImpl::RunTask'))
    .filter((e) => e.ts >= (frames[0] ?? 0) && e.ts <= (frames.at(-1) ?? 0))
    .map((e) => (e.dur ?? 0) / 1000)
    .sort((a, b) => a - b)
  return {
    name,
    fps: span ? (frames.length - 1) / span : 0,
    usual: tasks[Math.floor(tasks.length * 0.95)] ?? 0,
    longest: tasks.at(-1) ?? 0,
  }
}

/** Moves the pressed pointer there and back in 90 moves, one for each frame of the page; the page asks for animation frames meanwhile, so that each is in the trace. */
export async function sweep(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  await page.evaluate(
    `window.sweeping = true; (function tick() { if (window.sweeping) requestAnimationFrame(tick) })()`,
  )
  await page.mouse.move(...from)
  await page.mouse.down()
  const began = performance.now()
  for (let i = 1; i <= 90; i++) {
    const u = (1 - Math.cos((i / 90) * 2 * Math.PI)) / 2
    await page.mouse.move(from[0] + (to[0] - from[0]) * u, from[1] + (to[1] - from[1]) * u)
    const wait = began + i * 16.7 - performance.now()
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait))
  }
  await page.mouse.up()
  await page.evaluate('window.sweeping = false')
}

/** What was measured of a gesture, against 60 frames a second. */
export const figuresOf = ({ fps, usual, longest }: Gesture, name: string): Figure[] => [
  { name, value: fps, unit: 'frames/s', bar: '60 (57 with the trace’s own cost)', met: fps >= 57 },
  { name: '· main thread: 95 of 100 tasks are shorter than', value: usual, unit: 'ms' },
  { name: '· its longest task', value: longest, unit: 'ms' },
]

/** How smooth the interface stays while something is dragged, with 40 steps and 2,000 keys, all lanes open. */
export async function interfaceFigures(): Promise<Figure[]> {
  const path = await heavyPackage(heavySteps())
  const stage = await openStage()
  const { page } = stage
  try {
    await page.goto(stage.address)
    await page.getByTestId('open-input').setInputFiles(path)
    await page.getByRole('button', { name: /^Shot Heavy/ }).dblclick()
    await pictureOf(page, 0)
    await page.getByRole('separator', { name: 'Height of the lanes' }).focus()
    for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowUp')
    const shut = page.getByRole('button', { name: /^Open the lane of/ })
    while (await shut.count()) await shut.first().click()
    await page.getByTestId('lanes').evaluate((lanes) => (lanes.scrollTop = 0))
    const keys = await page.locator('[data-key]').count()
    if (keys !== STEPS * KEYS) throw new Error(`There are ${keys} keys on the page.`)
    await page.waitForTimeout(4000)
    const cdp = await stage.context.newCDPSession(page)
    const box = async (locator: ReturnType<Page['locator']>) => {
      const b = await locator.boundingBox()
      if (!b) throw new Error('Nothing to drag.')
      return b
    }
    const gestures: Gesture[] = []
    const run = async (name: string, from: [number, number], to: [number, number]) => {
      gestures.push(judge(name, await traced(cdp, () => sweep(page, from, to))))
      await page.waitForTimeout(1500)
    }
    const ruler = await box(page.getByTestId('ruler'))
    await run('the playhead', [ruler.x + 60, ruler.y + 10], [ruler.x + 800, ruler.y + 10])
    const key = await box(page.locator('[data-key]').nth(20))
    await run('a key', [key.x + 10, key.y + 12], [key.x + 400, key.y + 12])
    const grip = await box(page.getByRole('separator', { name: 'Height of the lanes' }))
    await run('the edge of the lanes', [grip.x + 600, grip.y + 2], [grip.x + 600, grip.y - 120])
    const panel = await box(page.getByRole('separator', { name: 'Width of the controls' }))
    await run('the edge of the controls', [panel.x + 2, panel.y + 200], [panel.x - 160, panel.y + 200])
    await page.locator('[data-state-tile]').nth(1).click()
    const number = await box(page.getByRole('spinbutton', { name: 'Contrast', exact: true }))
    await run('a control', [number.x + 20, number.y + 14], [number.x + 120, number.y + 14])
    return gestures.flatMap((gesture) =>
      figuresOf(gesture, `dragging ${gesture.name} with 40 steps and 2,000 keys on screen`),
    )
  } finally {
    await stage.close()
  }
}
