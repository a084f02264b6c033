import assert from 'node:assert/strict'
import { execFileSync, spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { fileURLToPath } from 'node:url'
import { indexAtEnd, withTimecode } from '@stilus/core/deliver'
import { getSequence } from '@stilus/core/project'
import { packDemo } from '../demo/pack'
import { NodeRenderer, openPackage, type OpenedPackage } from '../server/render'
import { startServer } from '../server/serve'
import { decodeFrames, probe, timecodeOf } from './video'

const folder = mkdtempSync(join(tmpdir(), 'stilus-server-'))
let served: Awaited<ReturnType<typeof startServer>>
let opened: OpenedPackage
let zip: string

before(async () => {
  served = await startServer(0)
  zip = await packDemo()
  opened = await openPackage(zip)
})
after(async () => {
  opened?.close()
  await served?.server.close()
})

/** Asks for a path as it is written, without the tidying that fetch does. */
const ask = (path: string) =>
  new Promise<{ status: number; headers: Record<string, unknown>; body: string }>((resolve, reject) => {
    const { hostname, port } = new URL(served.address)
    request({ hostname, port, path }, (answer) => {
      let body = ''
      answer
        .on('data', (chunk) => (body += chunk))
        .on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body }))
    })
      .on('error', reject)
      .end()
  })

test('serves every screen with the headers that shared memory needs', async () => {
  for (const path of ['/', '/p/some-id/shot/x', '/demo-is-a-screen']) {
    const { status, headers, body } = await ask(path)
    assert.equal(status, 200)
    assert.match(body, /<div id="root">/)
    assert.equal(headers['cross-origin-opener-policy'], 'same-origin')
    assert.equal(headers['cross-origin-embedder-policy'], 'require-corp')
  }
})

for (const path of [
  '/../package.json',
  '/..%2f..%2fpackage.json',
  '/demo/../../package.json',
  '/demo/%2e%2e/project.ts',
  '/.git/config',
  '/server/main.ts',
  '/assets/none.js',
]) {
  test(`nothing else is reachable: ${path}`, async () => {
    const { status, body } = await ask(path)
    assert.ok(status === 403 || status === 404 || body.includes('<div id="root">'), `${status}`)
    assert.doesNotMatch(body, /workspaces|fastify|repositoryformatversion/)
  })
}

test('renders the same bits whatever order frames are asked in', async () => {
  const orders = [
    [0, 1, 2, 40, 89],
    [89, 40, 2, 1, 0],
  ]
  const seen = new Map<number, Buffer>()
  for (const order of orders) {
    const renderer = new NodeRenderer(opened.project, opened.files)
    for (const n of order) {
      const frame = await renderer.frame({ kind: 'stack', stack: { kind: 'shot', id: 'harbour' } }, n, 0.5)
      const bits = Buffer.from(frame.data.slice().buffer)
      assert.ok(!seen.has(n) || bits.equals(seen.get(n) as Buffer), `frame ${n} differs`)
      seen.set(n, bits)
      renderer.kernels.free(frame)
    }
    assert.equal(renderer.kernels.used, 0)
    renderer.close()
  }
  assert.ok(!(seen.get(0) as Buffer).equals(seen.get(1) as Buffer))
})

const render = (...args: string[]) =>
  execFileSync(
    process.execPath,
    ['--import', 'tsx', fileURLToPath(new URL('../server/render-cli.ts', import.meta.url)), ...args],
    {
      stdio: ['ignore', 'pipe', 'pipe'],
      encoding: 'utf8',
    },
  )

test('renders a shot of a package from the command line', () => {
  const out = join(folder, 'hammer.mp4')
  const shots = [...getSequence(opened.project).shots].sort((a, b) => a.start - b.start)
  const at = shots.findIndex((shot) => shot.id === 'hammer')
  render(zip, '--shot', String(at + 1), '--out', out)
  assert.equal(decodeFrames(out, 1280, 720).length, shots[at]?.length)
  assert.deepEqual([probe(out, 'color_space'), probe(out, 'color_range')], ['bt709', 'tv'])
  assert.equal(timecodeOf(out), '01:00:33:22')
})

test('an MP4 gets its timecode as a track, with the same frames as before; one that cannot have it is told', () => {
  for (const [timecode, num, den] of [
    ['10:20:30:04', 25, 1],
    ['00:59:59;29', 30000, 1001],
    ['23:59:59;58', 60000, 1001],
    ['01:00:00:00', 24000, 1001],
  ] as const) {
    const [plain, out] = [join(folder, 'plain.mp4'), join(folder, 'stamped.mp4')]
    const source = ['-f', 'lavfi', '-i', `testsrc=size=64x36:rate=${num}/${den}:duration=1`]
    const tone = ['-f', 'lavfi', '-i', 'sine=duration=1']
    execFileSync('ffmpeg', ['-y', '-loglevel', 'error', ...source, ...tone, '-pix_fmt', 'yuv420p', plain])
    const bytes = readFileSync(plain)
    const at = indexAtEnd(bytes.length, (from, count) => bytes.subarray(from, from + count))
    assert.ok(at !== undefined)
    const frames = decodeFrames(plain, 64, 36)
    const options = { rate: { num, den }, frames: frames.length, at }
    const made = withTimecode(bytes.subarray(at), { timecode, ...options })
    assert.ok(made)
    writeFileSync(out, Buffer.concat([bytes.subarray(0, at), made]))
    assert.equal(timecodeOf(out), timecode)
    assert.deepEqual(decodeFrames(out, 64, 36), frames)
    assert.equal(withTimecode(bytes.subarray(at), { timecode: 'none', ...options }), undefined)
    // Its index before its pictures, or cut short: it stays as it is.
    const front = join(folder, 'front.mp4')
    execFileSync('ffmpeg', [
      '-y',
      '-loglevel',
      'error',
      '-i',
      plain,
      '-c',
      'copy',
      '-movflags',
      'faststart',
      front,
    ])
    const moved = readFileSync(front)
    assert.equal(
      indexAtEnd(moved.length, (from, count) => moved.subarray(from, from + count)),
      undefined,
    )
    assert.equal(
      indexAtEnd(bytes.length - 9, (from, count) => bytes.subarray(from, from + count)),
      undefined,
    )
  }
})

test('Ctrl+C ends a render with a sentence and leaves nothing half-written', async () => {
  const out = join(folder, 'stopped.mp4')
  const cli = fileURLToPath(new URL('../server/render-cli.ts', import.meta.url))
  const child = spawn(process.execPath, ['--import', 'tsx', cli, zip, '--out', out], { stdio: 'pipe' })
  let [printed, said] = ['', '']
  child.stderr.on('data', (piece) => (said += String(piece)))
  await new Promise<void>((resolve) => {
    child.stdout.on('data', (piece) => {
      printed += String(piece)
      if (/frame [2-9] of/.test(printed)) resolve()
    })
  })
  assert.ok(readdirSync(folder).some((name) => name.startsWith('stopped')))
  child.kill('SIGINT')
  const [code] = (await once(child, 'close')) as [number]
  assert.equal(code, 1)
  assert.match(said, /Stopped: nothing was written/)
  assert.deepEqual(
    readdirSync(folder).filter((name) => name.startsWith('stopped')),
    [],
  )
})

for (const [name, args, message] of [
  ['alpha in MP4', ['ZIP', '--alpha', 'straight', '--out', 'x.mp4'], /MP4 cannot hold transparency/],
  ['a depth that there is not', ['ZIP', '--depth', '12', '--out', 'x.png.zip'], /--depth is one of 8, 16/],
  ['no arguments', [], /Use: npm run render/],
  ['a shot that is not there', ['ZIP', '--shot', '99', '--out', 'x.mp4'], /no shot 99; The Tin Comet has 27/],
  ['a file that is no package', ['TEXT', '--out', 'x.mp4'], /not a zip file/],
] as const) {
  test(`refuses ${name} with a sentence`, () => {
    const text = join(folder, 'text.zip')
    writeFileSync(text, 'hello')
    const given = args.map((a) => (a === 'ZIP' ? zip : a === 'TEXT' ? text : a))
    assert.throws(
      () => render(...given),
      (error: { stderr: string }) => message.test(error.stderr),
    )
  })
}
