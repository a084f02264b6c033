// npm test: packages and Debian's programs if missing, then lint, types, unit tests and the browser tests.
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ensureDebian, ensurePackages, fail, node, root, step } from './setup.mjs'

ensurePackages()
ensureDebian('chromium', 'ffmpeg')

const { besideEachOther } = await import('./beside.mjs')
const { build } = await import('./build.mjs')
step('Building')
build()
step('Lint')
const floors = ['core', 'engine', 'app', 'server', 'demo', 'bench', 'e2e']
const lint = await besideEachOther([
  { args: ['node_modules/eslint/bin/eslint.js', '.'], sentence: 'Lint found something: see above.' },
  {
    args: ['node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn'],
    sentence: 'Some files are not formatted: run "npm run format".',
  },
  {
    args: [
      'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
      ...floors,
      '--config',
      '.dependency-cruiser.cjs',
    ],
    sentence: 'An import goes in a circle or past a face: see above.',
  },
  { args: ['node_modules/knip/bin/knip.js'], sentence: 'Something is not used: see above.' },
])
if (lint.length) fail(lint.join('\n'))
step('Types')
node(['scripts/types.mjs'], 'The types do not agree: see above.')
step('Unit tests')
node(['node_modules/jest/bin/jest.js'], 'A unit test failed: see above.')
step('Browser tests')
const tests = readdirSync(join(root, 'e2e')).filter((name) => name.endsWith('.test.ts'))
const reporter = ['--test-reporter', 'spec', '--test-concurrency', '1', '--test-timeout', '900000']
node(
  ['--import', 'tsx', '--test', ...reporter, ...tests.map((name) => `e2e/${name}`)],
  'A browser test failed: see above.',
)
