// Writes docs/licences.md: what ships with the application and under which licence.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './setup.mjs'

const read = (path) => JSON.parse(readFileSync(path, 'utf8'))
const found = new Map()

/** Follows dependencies as Node resolves them: nested folders first. */
function follow(name, from) {
  for (let folder = from; ; folder = join(folder, '..')) {
    const path = join(folder, 'node_modules', name, 'package.json')
    if (existsSync(path)) {
      const { version, license, dependencies = {} } = read(path)
      const key = `${name} ${version}`
      if (found.has(key)) return
      found.set(key, {
        name,
        version,
        license: typeof license === 'string' ? license : (license?.type ?? 'see package'),
      })
      for (const next of Object.keys(dependencies)) follow(next, join(path, '..'))
      return
    }
    if (folder === root || folder.length <= root.length) return
  }
}

for (const floor of ['fonts', 'core', 'engine', 'app', 'server']) {
  for (const name of Object.keys(read(join(root, floor, 'package.json')).dependencies ?? {}))
    follow(name, join(root, floor))
}
const rows = [...found.values()]
  .sort((a, b) => a.name.localeCompare(b.name))
  .map((p) => `| ${p.name} | ${p.version} | ${p.license} |`)
writeFileSync(
  join(root, 'docs/licences.md'),
  `# Third-party licences

What ships with Stilus or runs on its server, made by \`node scripts/licences.mjs\` from the installed packages. Stilus itself is under
Apache-2.0. The interface font is Source Sans 3 (SIL Open Font License 1.1). The families that text is set in come from the packages below: each is under the
licence that fonts/families.mjs names (SIL Open Font License 1.1, or Apache-2.0 for Roboto Slab and Special Elite). The demo's pictures and sounds are made by \`demo/\` and
share the licence of Stilus. Chromium and ffmpeg are used by tests only, as Debian ships them; opencv-js (Apache-2.0) by benchmarks only.

| package | version | licence |
| --- | --- | --- |
${rows.join('\n')}
`,
)
