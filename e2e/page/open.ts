import { fileURLToPath } from 'node:url'
import { chromium, type Page } from 'playwright-core'
import { createServer } from 'vite'

/** The page of this folder in Debian's Chromium, with a project package in its storage. */
export async function openPage(zip?: string): Promise<{ page: Page; close(): Promise<void> }> {
  const headers = {
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Embedder-Policy': 'require-corp',
  }
  const served = await createServer({
    root: fileURLToPath(new URL('.', import.meta.url)),
    configFile: false,
    // The fonts that ship.
    publicDir: fileURLToPath(new URL('../../app/public', import.meta.url)),
    logLevel: 'error',
    worker: { format: 'es' },
    server: {
      port: 0,
      headers,
      hmr: false,
      fs: { allow: [fileURLToPath(new URL('../..', import.meta.url))] },
    },
    // What workers import is not found by looking at the page; named here, it is made ready before the first load.
    optimizeDeps: {
      include: [
        'mediabunny',
        'dexie',
        'fflate',
        'fast-png',
        'immer',
        'zod',
        '@mediabunny/aac-encoder',
        '@mediabunny/prores',
        '@zip.js/zip.js',
        'utif2',
        '@stilus/core > lru-cache',
        'three',
        'three/examples/jsm/loaders/EXRLoader.js',
      ],
    },
  })
  await served.listen()
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  })
  const page = await browser.newPage()
  page.setDefaultTimeout(120_000)
  await page.goto(served.resolvedUrls?.local[0] as string)
  await page.waitForFunction('window.fingerprints')
  if (zip) await page.locator('input').first().setInputFiles(zip)
  return {
    page,
    async close() {
      await browser.close()
      await served.close()
    },
  }
}
