// Checks the types of every floor with the lib that it may use.
import { besideEachOther } from './beside.mjs'

const floors = ['tsconfig.tests.json', 'app', 'e2e', 'bench', 'demo', 'server', 'engine', 'core']
const failed = await besideEachOther(
  floors.map((floor) => ({
    args: ['node_modules/typescript/bin/tsc', '--pretty', 'false', '-p', floor],
    sentence: `The types of ${floor} do not agree: see above.`,
  })),
)
for (const sentence of failed) console.error(sentence)
if (failed.length) process.exit(1)
