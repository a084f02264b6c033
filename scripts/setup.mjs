// What both commands need first: packages from the registry, and for the tests two of Debian's. Plain Node, no packages.
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** Says what is wrong in one sentence and stops. */
export function fail(sentence) {
  console.error(`\n${sentence}`)
  process.exit(1)
}

export function step(text) {
  console.log(`\n— ${text}`)
}

/** Runs a program with its output shown; fails with a sentence when it does. */
export function run(program, args, sentence, options = {}) {
  const { status, error } = spawnSync(program, args, { stdio: 'inherit', cwd: root, ...options })
  if (error || status !== 0) fail(sentence)
}

export const node = (args, sentence, options) => run(process.execPath, args, sentence, options)

/** Installs the packages of the lock file unless exactly those are installed. */
export function ensurePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Stilus needs Node.js 20.19 or newer; this is ${process.versions.node}.`)
  const stamp = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const file = join(root, 'node_modules/.stilus-packages')
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return
  step('Installing packages')
  // Not `npm ci`: a registry that lacks the binaries of other platforms leaves them out of the lock file, and it insists on them.
  run(
    'npm',
    ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel', 'error'],
    'The packages could not be installed: see above; is the npm registry reachable?',
  )
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, stamp)
}

const onPath = (program) => spawnSync('which', [program], { stdio: 'ignore' }).status === 0

/** Installs those of Debian's packages whose program of the same name is missing. */
export function ensureDebian(...packages) {
  const missing = packages.filter((name) => !onPath(name))
  if (!missing.length) return
  step(`Installing ${missing.join(' and ')} from Debian`)
  if (!onPath('apt-get'))
    fail(`${missing.join(' and ')} must be installed first: this system has no apt-get.`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (...args) => {
    const [program, ...rest] = [...sudo, 'apt-get', ...args]
    execFileSync(program, rest, { stdio: ['ignore', 'ignore', 'inherit'], env })
  }
  try {
    apt('update', '-qq')
    apt('install', '-y', '-qq', '--no-install-recommends', ...missing)
  } catch {
    fail(
      `${missing.join(' and ')} could not be installed with apt-get; install them by hand and run this again.`,
    )
  }
}
