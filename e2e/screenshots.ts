// Takes the pictures of docs/screenshots from the demo project: npm run screenshots
import { fileURLToPath } from 'node:url'
import { pictureOf } from './acts'
import { openStage } from './browser'

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
const only = process.argv.slice(2)
const stage = await openStage()
const { page } = stage
const rest = () => page.waitForTimeout(2500)
const shoot = async (name: string) => {
  await rest()
  if (!only.length || only.includes(name)) await page.screenshot({ path: `${folder}${name}.png` })
}
const tile = (name: string) =>
  page
    .getByRole('list', { name: 'States of the shot' })
    .getByRole('button', { name: new RegExp(`^${name}[.,]`) })
const seek = async (frame: number) => {
  await page.keyboard.press('Home')
  for (let i = 0; i < Math.floor(frame / 10); i++) await page.keyboard.press('Shift+ArrowRight')
  for (let i = 0; i < frame % 10; i++) await page.keyboard.press('ArrowRight')
  await pictureOf(page, frame)
}

await page.goto(`${stage.address}/`)
await shoot('projects')
await page.goto(`${stage.address}/demo`)
await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
await page.getByRole('button', { name: /^Shot Harbour wide/ }).focus()
await seek(40)
await page.mouse.move(640, 5)
// Filmstrips come one after another.
await page.waitForTimeout(9000)
await shoot('sequence')
await page.getByRole('button', { name: 'Open on the desk' }).click()
await tile('Lantern glow').click()
await seek(44)
await page.mouse.move(640, 5)
await shoot('desk-what')
await tile('Cool water').click()
await page.keyboard.press('2')
await shoot('desk-where')
await tile('Lantern glow').click()
await page.keyboard.press('3')
await page.keyboard.press('c')
await shoot('desk-when')
await page.keyboard.press('c')
await page.keyboard.press('1')
await page.getByRole('button', { name: 'Catalogue', exact: true }).click()
await page.mouse.move(180, 300)
await shoot('catalogue')
await page.keyboard.press('Escape')
await page
  .getByRole('button', { name: 'Close' })
  .click()
  .catch(() => undefined)
await page.keyboard.press('Control+k')
await shoot('palette')
await page.keyboard.press('Escape')
await page.goto(`${stage.address}/p/the-tin-comet/handover`)
await page.getByRole('radio', { name: 'Shots' }).click()
await page.getByRole('button', { name: 'None' }).click()
await page.getByRole('checkbox', { name: /^Hammer strikes/ }).check()
await page.getByRole('radio', { name: 'WebM' }).click()
await page.getByRole('button', { name: 'Render', exact: true }).click()
await page.getByRole('link', { name: 'Save file' }).waitFor({ timeout: 90_000 })
await page.getByRole('radio', { name: 'Whole sequence' }).click()
await page.getByRole('radio', { name: 'MP4' }).click()
await page.getByRole('button', { name: 'Render', exact: true }).click()
await page.waitForTimeout(3000)
await shoot('hand-over')
console.log(stage.errors)
await stage.close()
