import assert from 'node:assert/strict'
import { createHash } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import { test } from 'node:test'
import { chromium } from 'playwright-core'
import { createServer } from 'vite'
import { type EditArgs, type EditName, perform } from '@stilus/core/project'
import { packDemo } from '../demo/pack'
import { NodeRenderer, openPackage } from '../server/render'
import type { Asked } from './page/main'

test('the browser and Node render the same floats, bit for bit, through every kind of step', async () => {
  const zip = await packDemo()
  const opened = await openPackage(zip)
  let { project } = opened
  const edit = <N extends EditName>(name: N, args: EditArgs<N>) =>
    void (project = perform(project, name, args).project)
  const at = { shotId: 'harbour' }
  for (const [id, use, values] of [
    ['warp', 'reframe', { angle: 4, scale: 0.8, turn: 12 }],
    ['film', 'grain', { amount: 0.4 }],
    ['last', 'grade', { contrast: 1.2, gamma: [1.1, 1, 0.9], lift: [0.02, 0, 0] }],
  ] as const) {
    edit('step.add', { ...at, stepId: id, use, at: 99 })
    for (const [param, value] of Object.entries(values))
      edit('value.set', { place: { ...at, stepId: id, param }, at: 0, value: value as number | number[] })
  }
  const asked: Asked[] = [0, 41].flatMap((frame) =>
    [1, 0.5].map((scale) => ({ project, target: { kind: 'shot', ...at }, frame, scale })),
  )

  const node = new NodeRenderer(project, opened.files)
  const expected: string[] = []
  for (const { target, frame, scale } of asked) {
    const made = await node.frame(target, frame, scale)
    expected.push(createHash('sha256').update(made.data).digest('hex'))
    node.kernels.free(made)
  }
  node.close()
  opened.close()
  assert.equal(new Set(expected).size, expected.length)

  const root = fileURLToPath(new URL('./page/', import.meta.url))
  const headers = {
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Embedder-Policy': 'require-corp',
  }
  const served = await createServer({
    ...{ root, configFile: false, logLevel: 'error', worker: { format: 'es' } },
    server: { port: 0, headers, hmr: false, fs: { allow: [fileURLToPath(new URL('..', import.meta.url))] } },
    // What workers import is not found by looking at the page; named here, it is made ready before the first load.
    optimizeDeps: {
      include: ['mediabunny', 'dexie', 'fflate', 'fast-png', 'immer', 'zod', '@mediabunny/aac-encoder'],
    },
  })
  await served.listen()
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  })
  try {
    const page = await browser.newPage()
    page.setDefaultTimeout(120_000)
    await page.goto(served.resolvedUrls?.local[0] as string)
    await page.waitForFunction('window.fingerprints')
    const seen = page.evaluate((list) => {
      const { fingerprints } = window as unknown as { fingerprints(a: Asked[]): Promise<string[]> }
      return fingerprints(list)
    }, asked)
    await page.locator('input').setInputFiles(zip)
    assert.deepEqual(await seen, expected)
  } finally {
    await browser.close()
    await served.close()
  }
})
