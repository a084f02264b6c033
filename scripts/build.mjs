// Lays the fonts out, builds the kernels, the demo package and the application.
import { execFileSync } from 'node:child_process'
import { root } from './setup.mjs'

export function build() {
  const node = (...args) => execFileSync(process.execPath, args, { stdio: 'inherit', cwd: root })
  node('fonts/build.mjs')
  node('scripts/build-kernels.mjs')
  node('--import', 'tsx', 'demo/pack.ts')
  node('node_modules/vite/bin/vite.js', 'build', 'app', '--logLevel', 'warn')
}

if (process.argv[1]?.endsWith('build.mjs')) build()
