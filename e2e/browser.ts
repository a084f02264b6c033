import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type BrowserContext, chromium, type Page } from 'playwright-core'
import { startServer } from '../server/serve'

export interface Stage {
  address: string
  context: BrowserContext
  page: Page
  /** What the page wrote to its console as errors. */
  errors: string[]
  close(): Promise<void>
}

/** The built application on a free port, in Debian's Chromium, with a profile of its own that survives a killed page. */
export async function openStage(size = { width: 1280, height: 800 }): Promise<Stage> {
  const { server, address } = await startServer(0)
  const profile = mkdtempSync(join(tmpdir(), 'stilus-e2e-'))
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    viewport: size,
    acceptDownloads: true,
    args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required', '--mute-audio'],
  })
  context.setDefaultTimeout(45_000)
  const page = context.pages()[0] ?? (await context.newPage())
  const errors: string[] = []
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()))
  page.on('pageerror', (error) => errors.push(error.message))
  return {
    address,
    context,
    page,
    errors,
    async close() {
      await context.close()
      await server.close()
    },
  }
}
