// Checks the types of every floor with the lib that it may use.
import { node } from './setup.mjs'

node(
  ['node_modules/typescript/bin/tsc', '-p', 'tsconfig.tests.json'],
  'The types of the unit tests do not agree.',
)
for (const floor of ['core', 'engine', 'app', 'server', 'demo', 'bench', 'e2e']) {
  node(['node_modules/typescript/bin/tsc', '-p', floor], `The types of ${floor} do not agree.`)
}
