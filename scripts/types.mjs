// Checks the types of every floor with the lib that it may use, as many at a time as there are cores.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { availableParallelism } from 'node:os'
import { root } from './setup.mjs'

const floors = ['tsconfig.tests.json', 'app', 'e2e', 'bench', 'demo', 'server', 'engine', 'core']
let failed = false

async function check() {
  for (let floor = floors.shift(); floor; floor = floors.shift()) {
    const args = ['node_modules/typescript/bin/tsc', '--pretty', 'false', '-p', floor]
    const tsc = spawn(process.execPath, args, { cwd: root, stdio: 'inherit' })
    const [code] = await once(tsc, 'exit')
    if (code === 0) continue
    failed = true
    console.error(`The types of ${floor} do not agree: see above.`)
  }
}

await Promise.all(Array.from({ length: availableParallelism() }, check))
if (failed) process.exit(1)
