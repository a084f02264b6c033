// eslint-disable-next-line no-restricted-imports -- reads what is written in docs
import { readdirSync, readFileSync } from 'node:fs'
// eslint-disable-next-line no-restricted-imports -- as above
import { join } from 'node:path'
import { GUIDE } from './titles'

const folder = join(__dirname, '../../docs/guide')

it('every page of the guide opens in the application, under the title that it has', () => {
  const files = readdirSync(folder).filter((name) => name.endsWith('.md'))
  expect(GUIDE.map(({ page }) => `${page}.md`).sort()).toEqual(files.sort())
  for (const { page, title } of GUIDE)
    expect(readFileSync(join(folder, `${page}.md`), 'utf8').split('\n')[0]).toBe(`# ${title}`)
})

it('every picture and page that the guide names is there', () => {
  for (const { page } of GUIDE) {
    const text = readFileSync(join(folder, `${page}.md`), 'utf8')
    for (const [, href = ''] of text.matchAll(/\]\(([^)#]+)\)/g))
      expect(() => readFileSync(join(folder, href))).not.toThrow()
  }
})
