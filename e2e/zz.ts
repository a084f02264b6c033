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
await palette('New design')
await page.getByTestId('objects').waitFor()
const box = (await page.getByTestId('objects').boundingBox())!
const at = (u: number, v: number): [number, number] => [box.x + u * box.width, box.y + v * box.height]
const draw = async (tool: string, a: [number, number], b: [number, number]) => {
  await page.getByRole('group', { name: 'Make an object' }).getByRole('button', { name: tool, exact: true }).click()
  const s = page.getByTestId('drawing-surface'); await s.waitFor()
  await page.mouse.move(...at(...a)); await page.mouse.down(); await page.mouse.move(...at((a[0]+b[0])/2,(a[1]+b[1])/2)); await page.mouse.move(...at(...b)); await page.mouse.up()
  await page.waitForTimeout(300)
}


await draw('Text', [.3,.5],[.3,.5])
await page.keyboard.type('Lantern')
await page.keyboard.press('Escape')
await page.getByRole('tab', { name: 'Where' }).click()
await page.waitForTimeout(300)
await page.getByRole('button', { name: 'Ride on …' }).click()
await page.waitForTimeout(300)
await page.screenshot({ path: '/tmp/a1.png' })
await page.keyboard.press('ArrowDown'); await page.keyboard.press('Enter')
await page.waitForTimeout(600)
await page.screenshot({ path: '/tmp/a2.png' })
await palette('Hold the object back by a region')
await page.waitForTimeout(600)
await page.screenshot({ path: '/tmp/a3.png' })
console.log(stage.errors ?? '')
await stage.close()
