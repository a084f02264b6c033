import { openStage } from './browser'
const stage = await openStage()
const { page } = stage
await page.goto(`${stage.address}/demo`)
await page.getByRole('button', { name: /^Shot Harbour wide/ }).waitFor()
const palette = async (text: string) => {
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('Find a command or a treatment').fill(text)
  await page.locator('[cmdk-item][data-selected="true"]').filter({ hasText: text }).waitFor()
  await page.keyboard.press('Enter')
}


const demo = page.url()
console.log(demo)
const id = demo.match(/p\/([^/]+)/)?.[1]
for (const [i, d] of ['title-card', 'end-card'].entries()) {
  await page.goto(`${stage.address}/p/${id}/design/${d}`)
  await page.getByTestId('objects').waitFor()
  await page.waitForTimeout(2500)
  await page.screenshot({ path: `/tmp/a${i + 1}.png` })
}
console.log(stage.errors ?? '')
await stage.close()
