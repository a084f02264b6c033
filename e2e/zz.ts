import { openStage } from './browser'
const stage = await openStage()
const { page } = stage
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text().slice(0, 400)))
page.on('pageerror', (e) => console.log('pageerror', e.message.slice(0, 600)))
await page.goto(`${stage.address}/demo`)
await page.getByRole('button', { name: /^Shot / }).first().waitFor()
for (const [i, name] of (process.argv.slice(2)).entries()) {
  await page.getByRole('button', { name: new RegExp('^Shot ' + name) }).first().click()
  await page.getByRole('button', { name: 'Open on the desk' }).click()
  await page.waitForTimeout(2500)
  if (i === 0) await page.keyboard.press('g')
  await page.waitForTimeout(6000)
  await page.screenshot({ path: `/tmp/w${i}.png` })
  await page.getByRole('link', { name: 'The Tin Comet' }).click()
  await page.waitForTimeout(500)
}
await stage.close()
