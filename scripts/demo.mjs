// npm run demo: packages if needed, build, and the server with the demo project.
import { ensurePackages, node, root, step } from './setup.mjs'

ensurePackages()
step('Building')
const { build } = await import('./build.mjs')
build()
step('Starting')
node(['--import', 'tsx', 'server/main.ts'], 'The server stopped.', { cwd: root })
