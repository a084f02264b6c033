// Writes core/lettering/shipped.ts: what the fonts that ship hold. Run after a family was added: node fonts/describe.mjs
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as hb from 'harfbuzzjs'
import './build.mjs'
import { STATIC, VARIABLE } from './families.mjs'
import { files } from './files.mjs'

const root = join(fileURLToPath(new URL('.', import.meta.url)), '..')

/** Code points as runs, each as its distance from the end of the one before and its length, to base 36. */
function runsOf(unicodes) {
  const list = [...unicodes].sort((a, b) => a - b)
  const runs = []
  let [start, end] = [-1, 0]
  let last = 0
  const close = () => {
    if (start < 0) return
    runs.push(`${(start - last).toString(36)}.${(end - start).toString(36)}`)
    last = end
  }
  for (const code of list) {
    if (code === end && start >= 0) end++
    else {
      close()
      ;[start, end] = [code, code + 1]
    }
  }
  close()
  return runs.join(' ')
}

const coverages = []
const indexOf = (coverage) => {
  const known = coverages.indexOf(coverage)
  return known >= 0 ? known : coverages.push(coverage) - 1
}
const described = files().map(({ family, file, weight, italic }) => {
  const face = new hb.Face(new hb.Blob(readFileSync(join(root, 'app/public/fonts', file))))
  const unicodes = face.collectUnicodes()
  if (!unicodes.length) throw new Error(`${file} could not be read.`)
  const axes = Object.entries(face.getAxisInfos()).map(([tag, a]) => ({
    tag,
    min: a.min,
    default: a.default,
    max: a.max,
  }))
  return { family, file, weight, italic, coverage: indexOf(runsOf(unicodes)), axes }
})
const families = [...STATIC, ...VARIABLE].map(([id, name, kind, licence]) => {
  const own = described.filter((d) => d.family === id)
  const files = own.map(({ file, coverage }) => `${file.slice(id.length + 1, -'.ttf'.length)}:${coverage}`)
  return { id, name, kind, licence, axes: own[0].axes.map(Object.values), files: files.join(' ') }
})
const chunks = (text) => text.match(/.{1,96}/g).map((c) => `'${c}'`)
const lines = coverages.map((c) => `  [${chunks(c).join(',\n')}].join(''),`)
writeFileSync(
  join(root, 'core/lettering/shipped.ts'),
  `import type { ShippedFamily } from './families'

/** The families that ship, as \`node fonts/describe.mjs\` found them. */
export const SHIPPED: readonly ShippedFamily[] = ${JSON.stringify(families)}

/** Code points of their files: runs as the distance from the run before and the length, to base 36. */
export const COVERAGES: readonly string[] = [
${lines.join('\n')}
]
`,
)
