import type { Plan } from '@stilus/core/render'
import { RenderPool } from './pool'
import type { Delivered } from './render.worker'

/** A worker that answers when it is told to; `name` says which job it has. */
class FakeWorker {
  static all: FakeWorker[] = []
  /** How the next ones start; as they should where nothing is said. */
  static starts: (() => Promise<never>)[] = []
  name = ''
  ended = false
  #settle: { resolve(d: Delivered): void; reject(e: Error): void } | undefined

  constructor() {
    FakeWorker.all.push(this)
  }

  call(name: string, argument: unknown): Promise<never> {
    if (name === 'start') return FakeWorker.starts.shift()?.() ?? Promise.resolve(undefined as never)
    this.name = (argument as { plan: { name: string } }).plan.name
    return new Promise((resolve, reject) => (this.#settle = { resolve: resolve as never, reject }))
  }

  end() {
    this.ended = true
  }

  finish(): void {
    this.#settle?.resolve({
      width: 1,
      height: 1,
      data: new Uint8ClampedArray([FakeWorker.all.indexOf(this)]),
    })
    this.name = ''
  }

  die(): void {
    this.#settle?.reject(Object.assign(new Error('out of memory'), { name: 'WorkerDied' }))
    this.name = 'dead'
  }
}

const turn = () => new Promise((resolve) => setTimeout(resolve, 0))
const working = () => FakeWorker.all.filter((w) => w.name && w.name !== 'dead').map((w) => w.name)
const told: string[] = []

function poolOf(size: number) {
  FakeWorker.all = []
  FakeWorker.starts = []
  told.length = 0
  const pool = new RenderPool(
    size,
    () => new FakeWorker(),
    (message) => told.push(message),
  )
  const ask = (name: string, options: { urgent?: boolean; signal?: AbortSignal } = {}) =>
    pool.run({
      plan: { name } as unknown as Plan,
      format: 'rgba8',
      alpha: 'straight',
      keep: false,
      urgent: false,
      fetch: () => Promise.resolve([]),
      ...options,
    })
  return { pool, ask }
}
const worker = (name: string) => FakeWorker.all.find((w) => w.name === name) as FakeWorker

it('gives each worker one job at a time, urgent ones first', async () => {
  const { ask } = poolOf(2)
  const jobs = [ask('a'), ask('b'), ask('c'), ask('now', { urgent: true })]
  await turn()
  expect(working()).toEqual(['a', 'b'])
  worker('a').finish()
  await jobs[0]
  await turn()
  expect(working().sort()).toEqual(['b', 'now'])
})

it('replaces a worker that dies, tells of it, and tries its job once more', async () => {
  const { ask } = poolOf(1)
  const first = ask('a')
  const second = ask('b')
  await turn()
  worker('a').die()
  await turn()
  expect([FakeWorker.all.length, told]).toEqual([2, ['out of memory']])
  worker('a').finish()
  expect((await first).data[0]).toBe(1)
  await turn()
  worker('b').die()
  await turn()
  const failing = expect(second).rejects.toThrow('out of memory')
  worker('b').die()
  await failing
  // The pool goes on after a job that kills every worker.
  const third = ask('c')
  await turn()
  worker('c').finish()
  expect((await third).width).toBe(1)
})

it('never starts what is no longer wanted', async () => {
  const { ask } = poolOf(1)
  const first = ask('a')
  const gone = new AbortController()
  const second = ask('b', { signal: gone.signal })
  await turn()
  gone.abort()
  worker('a').finish()
  await first
  await expect(second).rejects.toThrow('No longer wanted')
  expect(working()).toEqual([])
})

it('replaces workers that have less memory than is needed as they come free', async () => {
  const { pool, ask } = poolOf(1)
  const first = ask('a')
  await turn()
  pool.reserve(1024 ** 3)
  worker('a').finish()
  await first
  await turn()
  void ask('b')
  await turn()
  expect([FakeWorker.all.length, FakeWorker.all[0]?.ended]).toEqual([2, true])
})

const fails = (why: string) => () => Promise.reject(Object.assign(new Error(why), { name: 'WorkerDied' }))

it('a worker that cannot start is tried again, and its place is free', async () => {
  const { ask } = poolOf(1)
  FakeWorker.starts = [fails('no memory')]
  const first = ask('a')
  await turn()
  await turn()
  worker('a').finish()
  expect((await first).width).toBe(1)
  expect(told).toEqual(['no memory'])
  const second = ask('b')
  await turn()
  worker('b').finish()
  expect((await second).width).toBe(1)
})

it('where no worker starts at all, every job ends with what to do', async () => {
  const { ask } = poolOf(2)
  FakeWorker.starts = Array.from({ length: 40 }, () => fails('no memory'))
  const jobs = ['a', 'b', 'c', 'd', 'e'].map((name) => ask(name).catch((e: Error) => e.message))
  const ends = await Promise.all(jobs)
  for (const said of ends) expect(said).toMatch(/no memory|No renderer could be started\. Close other tabs/)
  FakeWorker.starts = []
  const later = ask('f')
  await turn()
  worker('f').finish()
  expect((await later).width).toBe(1)
})

it('workers that fail to start, die and run out of memory in turn: every job ends', async () => {
  const { ask } = poolOf(3)
  FakeWorker.starts = [fails('no memory'), () => Promise.resolve(undefined as never), fails('no memory')]
  const ends: string[] = []
  const jobs = Array.from({ length: 12 }, (_, i) =>
    ask(`job ${i}`).then(
      () => ends.push('picture'),
      (e: Error) => ends.push(e.message),
    ),
  )
  for (let round = 0; ends.length < 12 && round < 200; round++) {
    await turn()
    for (const [i, name] of working().entries()) {
      if ((round + i) % 3 === 0) worker(name).die()
      else worker(name).finish()
    }
  }
  await Promise.all(jobs)
  expect(ends.filter((end) => end === 'picture').length).toBeGreaterThan(5)
  for (const end of ends) expect(['picture', 'out of memory', 'no memory']).toContain(end)
})

it('sources are fetched before a worker is taken', async () => {
  const { pool } = poolOf(1)
  let there: () => void = () => undefined
  const slow = pool.run({
    plan: { name: 'slow' } as unknown as Plan,
    format: 'rgba8',
    alpha: 'straight',
    keep: false,
    fetch: () => new Promise((resolve) => (there = () => resolve([]))),
    urgent: false,
  })
  await turn()
  expect(FakeWorker.all).toHaveLength(0)
  there()
  await turn()
  await turn()
  worker('slow').finish()
  expect((await slow).width).toBe(1)
})
