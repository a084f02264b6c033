import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { AxeResults } from 'axe-core'
import type { Page } from 'playwright-core'

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** No serious or critical finding of axe-core on what is on screen: it is told rightly to those who hear it. */
export async function toldRightly(page: Page): Promise<void> {
  await page.evaluate(axe)
  const { violations } = await page.evaluate(() =>
    (window as unknown as { axe: { run(): Promise<AxeResults> } }).axe.run(),
  )
  const found = violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)
  assert.deepEqual(found, [])
}
