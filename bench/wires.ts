import { type Entry, entriesOf, findEntries } from '@stilus/core/catalogue'
import { newPlainStep, type Step } from '@stilus/core/project'
import { pictureOf } from '../e2e/acts'
import { openStage } from '../e2e/browser'
import type { Figure } from './browser'
import { figuresOf, heavyPackage, judge, sweep, traced } from './interface'
import { median } from './measure'

const CARDS = 300
const ENTRIES = 3000

/** A treatment of 300 cards: grades, of which every third branches off and is joined again. */
function manyCards(): Step[] {
  const steps: Step[] = []
  for (let i = 0; steps.length < CARDS; i++) {
    const [a, b, c] = [`a${i}`, `b${i}`, `c${i}`]
    steps.push(newPlainStep('grade', a), { ...newPlainStep('grade', b), name: `Branch ${i}` })
    const join = newPlainStep('join', c)
    join.inputs = { before: { kind: 'step', stepId: a }, other: { kind: 'step', stepId: b } }
    steps.push(join)
  }
  for (const step of steps) if (step.use === 'grade') step.what.exposure = { value: 0.001 }
  return steps
}

/** How smooth the wires stay with 300 cards while the view is dragged, with a large part of them in sight and with few. */
async function panning(): Promise<Figure[]> {
  const path = await heavyPackage(manyCards())
  const stage = await openStage()
  const { page } = stage
  try {
    await page.goto(stage.address)
    await page.getByTestId('open-input').setInputFiles(path)
    await page.getByRole('button', { name: /^Shot Heavy/ }).dblclick()
    await pictureOf(page, 0)
    await page.keyboard.press('g')
    const began = performance.now()
    await page.locator('.react-flow__node-card').first().waitFor()
    const opened = performance.now() - began
    await page.waitForTimeout(8000)
    const box = await page.getByTestId('wires').boundingBox()
    if (!box) throw new Error('There are no wires.')
    const cdp = await stage.context.newCDPSession(page)
    const edge: [number, number] = [box.x + 200, box.y + box.height - 12]
    const to: [number, number] = [box.x + 900, box.y + box.height - 30]
    const figures: Figure[] = [{ name: 'opening the wires of 300 cards', value: opened, unit: 'ms' }]
    for (const [zooms, what] of [
      [0, 'all 300 cards in sight as far as they go'],
      [8, 'cards as large as they are'],
    ] as const) {
      await page.mouse.move(box.x + 300, box.y + box.height / 2)
      for (let i = 0; i < zooms; i++) await page.mouse.wheel(0, -240)
      await page.waitForTimeout(6000)
      const shown = await page.locator('.react-flow__node-card').count()
      const gesture = judge(what, await traced(cdp, () => sweep(page, edge, to)))
      figures.push(...figuresOf(gesture, `dragging the view of 300 cards, ${what} (${shown})`))
    }
    return figures
  } finally {
    await stage.close()
  }
}

/** Milliseconds to find by two letters among 3,000 entries, at the median of all pairs that names begin with, and at worst. */
function finding(): Figure[] {
  const real = entriesOf([])
  const entries = Array.from({ length: ENTRIES }, (_, i): Entry => {
    const entry = real[i % real.length] as Entry
    return { ...entry, id: `${entry.id} ${i}`, name: `${entry.name} ${Math.floor(i / real.length)}` }
  })
  const typed = [...new Set(real.map((e) => e.name.slice(0, 2).toLowerCase()))]
  findEntries(entries, 'gl')
  const times = typed.map((text) => {
    const began = performance.now()
    findEntries(entries, text)
    return performance.now() - began
  })
  const bar = (value: number) => ({ value, unit: 'ms', bar: '16', met: value <= 16 })
  return [
    {
      name: `two letters among ${ENTRIES.toLocaleString('en')} entries, at the median`,
      ...bar(median(times)),
    },
    { name: '· at worst', ...bar(Math.max(...times)) },
  ]
}

export const wireFigures = async (): Promise<Figure[]> => [...(await panning()), ...finding()]
