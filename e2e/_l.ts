import { openStage } from './browser'
import { pictureOf } from './acts'
const s = await openStage(process.argv[2] === 'big' ? { width: 2560, height: 1440 } : undefined)
const p = s.page
await p.goto(s.address + '/demo')
await p.getByRole('button', { name: /^Shot Harbour wide/ }).click()
await p.getByRole('button', { name: 'Open on the desk' }).click()
await pictureOf(p, 0)
const t0 = Date.now()
await p.keyboard.press('Space')
for (let i = 0; i < 8; i++) { await p.waitForTimeout(1000); console.log(await p.getByText(/frames a second/).allTextContents()) }
await p.keyboard.press('k')
await p.waitForTimeout(1500)
await p.getByRole('button', { name: 'Preview quality' }).click()
await p.waitForTimeout(500)
await p.screenshot({ path: '/tmp/l1.png' })
console.log(s.errors)
await s.close(); process.exit(0)
