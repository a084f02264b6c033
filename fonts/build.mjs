// Lays the fonts that ship beside the application's other files, as plain TrueType.
import { copyFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { files } from './files.mjs'

const to = join(fileURLToPath(new URL('.', import.meta.url)), '../app/public/fonts')
mkdirSync(to, { recursive: true })
for (const { file, from } of files()) {
  const path = join(to, file)
  if (existsSync(path)) continue
  if (from.endsWith('.woff2')) {
    const { default: decompress } = await import('woff2-encoder/decompress')
    writeFileSync(path, await decompress(readFileSync(from)))
  } else copyFileSync(from, path)
}
