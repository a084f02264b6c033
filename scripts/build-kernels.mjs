// Compiles the SIMD kernels to WebAssembly and wraps the bytes in a module that every runtime imports the same way.
import { createHash } from 'node:crypto'
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const source = join(root, 'core/kernels/assembly')
const out = join(root, 'core/kernels/build')

const hash = createHash('sha256').update(readFileSync(fileURLToPath(import.meta.url)))
for (const name of readdirSync(source).sort()) hash.update(name).update(readFileSync(join(source, name)))
const stamp = hash.digest('hex').slice(0, 16)

const target = join(out, 'wasm.ts')
if (!existsSync(target) || !readFileSync(target, 'utf8').includes(stamp)) {
  mkdirSync(out, { recursive: true })
  const wasm = join(out, 'stilus.wasm')
  const flags = [
    '-O3',
    '--enable',
    'simd',
    '--runtime',
    'stub',
    '--importMemory',
    '--noAssert',
    '--disableWarning',
    '112',
    '--disableWarning',
    '201',
    // Writes the functions' types too.
    '--bindings',
    'raw',
  ]
  const asc = join(root, 'node_modules/assemblyscript/bin/asc.js')
  execFileSync(process.execPath, [asc, join(source, 'index.ts'), '-o', wasm, ...flags], {
    stdio: 'inherit',
    cwd: root,
  })
  const bytes = readFileSync(wasm)
  const types = readFileSync(join(out, 'stilus.d.ts'), 'utf8')
  const functions = [...types.matchAll(/export function (.*);/g)].map(([, f]) => `  ${f}\n`)
  writeFileSync(
    target,
    `// Made by scripts/build-kernels.mjs from ${stamp}.\nexport const WASM = '${bytes.toString('base64')}'\n` +
      `/** The compiled functions, as core/kernels/assembly declares them; pointers are byte addresses. */\nexport interface Compiled {\n${functions.join('')}}\n`,
  )
  console.log(`kernels: ${bytes.length} bytes`)
}
